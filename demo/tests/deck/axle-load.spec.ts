import { expect, test } from '@playwright/test'

test('Vehicle deck refuses a load over the axle limit', { annotation: { type: 'case', description: 'FERRY-488' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Vehicle deck refuses a load over the axle limit with two crews at once', { annotation: { type: 'case', description: 'FERRY-488' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Vehicle deck refuses a load over the axle limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-489' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Vehicle deck refuses a load over the axle limit in the evening turn', { annotation: { type: 'case', description: 'FERRY-490' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Vehicle deck accepts a load at the limit', { annotation: { type: 'case', description: 'FERRY-491' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Vehicle deck accepts a load at the limit with two crews at once', { annotation: { type: 'case', description: 'FERRY-491' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Vehicle deck accepts a load at the limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-492' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Vehicle deck accepts a load at the limit in the evening turn', { annotation: { type: 'case', description: 'FERRY-493' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Vehicle deck tells which axle is too heavy', { annotation: { type: 'case', description: 'FERRY-494' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Vehicle deck tells which axle is too heavy on the small ferry', async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Vehicle deck tells which axle is too heavy in the evening turn', { annotation: { type: 'case', description: 'FERRY-495' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Vehicle deck counts trailers separately', { annotation: { type: 'case', description: 'FERRY-496' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Vehicle deck counts trailers separately on the small ferry', { annotation: { type: 'case', description: 'FERRY-497' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Vehicle deck counts trailers separately in the evening turn', async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Vehicle deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Upper deck refuses a load over the axle limit', { annotation: { type: 'case', description: 'FERRY-498' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Upper deck refuses a load over the axle limit by keyboard alone', { annotation: { type: 'case', description: 'FERRY-498' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Upper deck refuses a load over the axle limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-499' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Upper deck refuses a load over the axle limit on the small ferry by keyboard alone', { annotation: { type: 'case', description: 'FERRY-499' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry by keyboard alone')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Upper deck refuses a load over the axle limit in the evening turn', { annotation: { type: 'case', description: 'FERRY-500' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Upper deck accepts a load at the limit', async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Upper deck accepts a load at the limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-502' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Upper deck accepts a load at the limit in the evening turn', { annotation: { type: 'case', description: 'FERRY-503' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Upper deck tells which axle is too heavy', { annotation: { type: 'case', description: 'FERRY-504' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Upper deck tells which axle is too heavy on the small ferry', { annotation: { type: 'case', description: 'FERRY-505' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Upper deck tells which axle is too heavy in the evening turn', { annotation: { type: 'case', description: 'FERRY-506' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Upper deck tells which axle is too heavy in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-506' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Upper deck counts trailers separately', { annotation: { type: 'case', description: 'FERRY-507' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Upper deck counts trailers separately by keyboard alone', { annotation: { type: 'case', description: 'FERRY-507' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Upper deck counts trailers separately on the small ferry', { annotation: { type: 'case', description: 'FERRY-508' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Upper deck counts trailers separately in the evening turn', { annotation: { type: 'case', description: 'FERRY-509' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Upper deck' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Side ramp refuses a load over the axle limit', { annotation: { type: 'case', description: 'FERRY-510' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Side ramp refuses a load over the axle limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-511' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Side ramp refuses a load over the axle limit on the small ferry by keyboard alone', { annotation: { type: 'case', description: 'FERRY-511' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry by keyboard alone')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Side ramp refuses a load over the axle limit in the evening turn', { annotation: { type: 'case', description: 'FERRY-512' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Side ramp accepts a load at the limit', { annotation: { type: 'case', description: 'FERRY-513' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Side ramp accepts a load at the limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-514' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Side ramp tells which axle is too heavy', { annotation: { type: 'case', description: 'FERRY-516' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Side ramp tells which axle is too heavy with two crews at once', { annotation: { type: 'case', description: 'FERRY-516' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Side ramp tells which axle is too heavy in the evening turn', { annotation: { type: 'case', description: 'FERRY-518' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Side ramp counts trailers separately', { annotation: { type: 'case', description: 'FERRY-519' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Side ramp counts trailers separately on the small ferry', { annotation: { type: 'case', description: 'FERRY-520' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Side ramp counts trailers separately in the evening turn', { annotation: { type: 'case', description: 'FERRY-521' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Side ramp counts trailers separately in the evening turn with two crews at once', { annotation: { type: 'case', description: 'FERRY-521' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn with two crews at once')
  await page.getByRole('link', { name: 'Side ramp' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Car lift refuses a load over the axle limit', { annotation: { type: 'case', description: 'FERRY-522' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Car lift refuses a load over the axle limit on the small ferry', { annotation: { type: 'case', description: 'FERRY-523' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Car lift refuses a load over the axle limit in the evening turn', { annotation: { type: 'case', description: 'FERRY-524' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('refuses a load over the axle limit')
})

test('Car lift accepts a load at the limit', { annotation: { type: 'case', description: 'FERRY-525' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Car lift accepts a load at the limit on the small ferry', async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('accepts a load at the limit')
})

test('Car lift tells which axle is too heavy', { annotation: { type: 'case', description: 'FERRY-528' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Car lift tells which axle is too heavy in the evening turn', async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Car lift tells which axle is too heavy in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-530' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('tells which axle is too heavy')
})

test('Car lift counts trailers separately', { annotation: { type: 'case', description: 'FERRY-531' } }, async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})

test('Car lift counts trailers separately on the small ferry', async ({ page }) => {
  await page.goto('/deck/axle-load')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Car lift' }).click()
  await expect(page.getByRole('main')).toContainText('counts trailers separately')
})
