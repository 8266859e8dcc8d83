import { expect, test } from '@playwright/test'

test('Lane A is filled from the stern by keyboard alone', { annotation: { type: 'case', description: 'FERRY-589' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Lane A is filled from the stern in the evening turn', { annotation: { type: 'case', description: 'FERRY-591' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Lane A is shown to the mate', { annotation: { type: 'case', description: 'FERRY-592' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Lane A is shown to the mate in the evening turn', { annotation: { type: 'case', description: 'FERRY-594' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Lane A can be closed by hand', { annotation: { type: 'case', description: 'FERRY-595' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Lane A can be closed by hand on the small ferry', { annotation: { type: 'case', description: 'FERRY-596' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Lane A can be closed by hand in the evening turn', { annotation: { type: 'case', description: 'FERRY-597' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Lane A can be closed by hand in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-597' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Lane A reopens after a change of plan', { annotation: { type: 'case', description: 'FERRY-598' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Lane A reopens after a change of plan on the small ferry', { annotation: { type: 'case', description: 'FERRY-599' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Lane A reopens after a change of plan on the small ferry by keyboard alone', { annotation: { type: 'case', description: 'FERRY-599' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry by keyboard alone')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Lane A reopens after a change of plan in the evening turn', { annotation: { type: 'case', description: 'FERRY-600' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Lane A reopens after a change of plan in the evening turn on a phone', { annotation: { type: 'case', description: 'FERRY-600' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn on a phone')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Bow lane is filled from the stern', { annotation: { type: 'case', description: 'FERRY-601' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Bow lane is filled from the stern in the evening turn', { annotation: { type: 'case', description: 'FERRY-603' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Bow lane is filled from the stern in the evening turn on a phone', { annotation: { type: 'case', description: 'FERRY-603' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn on a phone')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Bow lane is shown to the mate', { annotation: { type: 'case', description: 'FERRY-604' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Bow lane is shown to the mate on the small ferry', { annotation: { type: 'case', description: 'FERRY-605' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Bow lane is shown to the mate in the evening turn', { annotation: { type: 'case', description: 'FERRY-606' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Bow lane is shown to the mate in the evening turn on a phone', { annotation: { type: 'case', description: 'FERRY-606' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn on a phone')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Bow lane can be closed by hand', { annotation: { type: 'case', description: 'FERRY-607' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Bow lane can be closed by hand on the small ferry', async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Bow lane can be closed by hand in the evening turn', { annotation: { type: 'case', description: 'FERRY-608' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Bow lane reopens after a change of plan', { annotation: { type: 'case', description: 'FERRY-609' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Bow lane reopens after a change of plan with two crews at once', { annotation: { type: 'case', description: 'FERRY-609' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Bow lane reopens after a change of plan on the small ferry', { annotation: { type: 'case', description: 'FERRY-610' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Bow lane reopens after a change of plan in the evening turn', async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Bow lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Late vehicle is filled from the stern', { annotation: { type: 'case', description: 'FERRY-611' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Late vehicle is filled from the stern on the small ferry', { annotation: { type: 'case', description: 'FERRY-612' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Late vehicle is filled from the stern in the evening turn', async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Late vehicle is shown to the mate', async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Late vehicle is shown to the mate on the small ferry', { annotation: { type: 'case', description: 'FERRY-615' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Late vehicle is shown to the mate in the evening turn', async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Late vehicle can be closed by hand', { annotation: { type: 'case', description: 'FERRY-616' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Late vehicle can be closed by hand on the small ferry', { annotation: { type: 'case', description: 'FERRY-617' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Late vehicle can be closed by hand in the evening turn', { annotation: { type: 'case', description: 'FERRY-618' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Late vehicle reopens after a change of plan', { annotation: { type: 'case', description: 'FERRY-619' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Late vehicle reopens after a change of plan on the small ferry', { annotation: { type: 'case', description: 'FERRY-620' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Late vehicle reopens after a change of plan on the small ferry with two crews at once', { annotation: { type: 'case', description: 'FERRY-620' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry with two crews at once')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Late vehicle reopens after a change of plan in the evening turn', { annotation: { type: 'case', description: 'FERRY-621' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Late vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Wheelchair lane is filled from the stern', { annotation: { type: 'case', description: 'FERRY-622' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Wheelchair lane is filled from the stern on the small ferry', { annotation: { type: 'case', description: 'FERRY-623' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Wheelchair lane is filled from the stern in the evening turn', { annotation: { type: 'case', description: 'FERRY-624' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})

test('Wheelchair lane is shown to the mate', { annotation: { type: 'case', description: 'FERRY-625' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Wheelchair lane is shown to the mate with two crews at once', { annotation: { type: 'case', description: 'FERRY-625' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Wheelchair lane is shown to the mate on the small ferry', { annotation: { type: 'case', description: 'FERRY-626' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Wheelchair lane is shown to the mate in the evening turn', { annotation: { type: 'case', description: 'FERRY-627' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('is shown to the mate')
})

test('Wheelchair lane can be closed by hand', { annotation: { type: 'case', description: 'FERRY-628' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Wheelchair lane can be closed by hand with two crews at once', { annotation: { type: 'case', description: 'FERRY-628' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Wheelchair lane can be closed by hand on the small ferry', { annotation: { type: 'case', description: 'FERRY-629' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Wheelchair lane can be closed by hand in the evening turn', { annotation: { type: 'case', description: 'FERRY-630' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Wheelchair lane can be closed by hand in the evening turn with two crews at once', { annotation: { type: 'case', description: 'FERRY-630' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn with two crews at once')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('can be closed by hand')
})

test('Wheelchair lane reopens after a change of plan', { annotation: { type: 'case', description: 'FERRY-631' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Wheelchair lane reopens after a change of plan on the small ferry', { annotation: { type: 'case', description: 'FERRY-632' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})

test('Wheelchair lane reopens after a change of plan in the evening turn', { annotation: { type: 'case', description: 'FERRY-633' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Wheelchair lane' }).click()
  await expect(page.getByRole('main')).toContainText('reopens after a change of plan')
})
