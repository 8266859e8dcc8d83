import { expect, test } from '@playwright/test'

test('Trailer is placed over the keel line', { annotation: { type: 'case', description: 'FERRY-534' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Trailer is placed over the keel line with two crews at once', { annotation: { type: 'case', description: 'FERRY-534' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Trailer is placed over the keel line on the small ferry', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Trailer is placed over the keel line in the evening turn', { annotation: { type: 'case', description: 'FERRY-536' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Trailer is placed over the keel line in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-536' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Trailer stands apart from the car deck', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Trailer stands apart from the car deck on the small ferry', { annotation: { type: 'case', description: 'FERRY-538' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Trailer stands apart from the car deck on the small ferry on a phone', { annotation: { type: 'case', description: 'FERRY-538' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry on a phone')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Trailer stands apart from the car deck in the evening turn', { annotation: { type: 'case', description: 'FERRY-539' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Trailer leaves the fire lane free', { annotation: { type: 'case', description: 'FERRY-540' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Trailer leaves the fire lane free on a phone', { annotation: { type: 'case', description: 'FERRY-540' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Trailer leaves the fire lane free on the small ferry', { annotation: { type: 'case', description: 'FERRY-541' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Trailer leaves the fire lane free in the evening turn', { annotation: { type: 'case', description: 'FERRY-542' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Trailer is planned by length', { annotation: { type: 'case', description: 'FERRY-543' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Trailer is planned by length on the small ferry', { annotation: { type: 'case', description: 'FERRY-544' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Trailer is planned by length on the small ferry by keyboard alone', { annotation: { type: 'case', description: 'FERRY-544' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry by keyboard alone')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Trailer is planned by length in the evening turn', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Trailer' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Coach stands over the keel line', { annotation: { type: 'case', description: 'FERRY-545' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Coach is placed over the keel line with two crews at once', { annotation: { type: 'case', description: 'FERRY-545' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Coach is placed over the keel line on the small ferry', { annotation: { type: 'case', description: 'FERRY-546' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Coach is placed over the keel line in the evening turn', { annotation: { type: 'case', description: 'FERRY-547' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Coach stands apart from the car deck', { annotation: { type: 'case', description: 'FERRY-548' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Coach stands apart from the car deck on the small ferry', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Coach stands apart from the car deck in the evening turn', { annotation: { type: 'case', description: 'FERRY-549' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Coach stands apart from the car deck in the evening turn on a phone', { annotation: { type: 'case', description: 'FERRY-549' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn on a phone')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Coach leaves the fire lane free', { annotation: { type: 'case', description: 'FERRY-550' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Coach is planned by length', { annotation: { type: 'case', description: 'FERRY-553' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Coach is planned by length on the small ferry', { annotation: { type: 'case', description: 'FERRY-554' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Coach is planned by length in the evening turn', { annotation: { type: 'case', description: 'FERRY-555' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Coach' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Motorbike is placed over the keel line', { annotation: { type: 'case', description: 'FERRY-556' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Motorbike is placed over the keel line on a phone', { annotation: { type: 'case', description: 'FERRY-556' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Motorbike is placed over the keel line on the small ferry', { annotation: { type: 'case', description: 'FERRY-557' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Motorbike is placed over the keel line on the small ferry with two crews at once', { annotation: { type: 'case', description: 'FERRY-557' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry with two crews at once')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Motorbike is placed over the keel line in the evening turn', { annotation: { type: 'case', description: 'FERRY-558' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Motorbike stands apart from the car deck', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Motorbike stands apart from the car deck in the evening turn', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Motorbike leaves the fire lane free', { annotation: { type: 'case', description: 'FERRY-561' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Motorbike leaves the fire lane free by keyboard alone', { annotation: { type: 'case', description: 'FERRY-561' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Motorbike leaves the fire lane free on the small ferry', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Motorbike leaves the fire lane free in the evening turn', { annotation: { type: 'case', description: 'FERRY-562' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Motorbike is planned by length', { annotation: { type: 'case', description: 'FERRY-563' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Motorbike is planned by length on the small ferry', { annotation: { type: 'case', description: 'FERRY-564' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Motorbike is planned by length on the small ferry with two crews at once', { annotation: { type: 'case', description: 'FERRY-564' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry with two crews at once')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Motorbike is planned by length in the evening turn', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Motorbike' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Tall vehicle is placed over the keel line', { annotation: { type: 'case', description: 'FERRY-565' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Tall vehicle is placed over the keel line on the small ferry', { annotation: { type: 'case', description: 'FERRY-566' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Tall vehicle is placed over the keel line on the small ferry on a phone', { annotation: { type: 'case', description: 'FERRY-566' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry on a phone')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Tall vehicle is placed over the keel line in the evening turn', { annotation: { type: 'case', description: 'FERRY-567' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Tall vehicle stands apart from the car deck', { annotation: { type: 'case', description: 'FERRY-568' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Tall vehicle stands apart from the car deck on the small ferry', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Tall vehicle stands apart from the car deck in the evening turn', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Tall vehicle leaves the fire lane free', { annotation: { type: 'case', description: 'FERRY-571' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Tall vehicle leaves the fire lane free on a phone', { annotation: { type: 'case', description: 'FERRY-571' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Tall vehicle leaves the fire lane free on the small ferry', { annotation: { type: 'case', description: 'FERRY-572' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Tall vehicle leaves the fire lane free on the small ferry with two crews at once', { annotation: { type: 'case', description: 'FERRY-572' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry with two crews at once')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Tall vehicle leaves the fire lane free in the evening turn', { annotation: { type: 'case', description: 'FERRY-573' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Tall vehicle leaves the fire lane free in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-573' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Tall vehicle is planned by length', { annotation: { type: 'case', description: 'FERRY-574' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Tall vehicle is planned by length on the small ferry', { annotation: { type: 'case', description: 'FERRY-575' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Tall vehicle is planned by length on the small ferry on a phone', { annotation: { type: 'case', description: 'FERRY-575' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry on a phone')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Tall vehicle is planned by length in the evening turn', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Tall vehicle is planned by length in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-576' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Tall vehicle' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Dangerous goods transport is placed over the keel line', { annotation: { type: 'case', description: 'FERRY-577' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Dangerous goods transport is placed over the keel line on the small ferry', { annotation: { type: 'case', description: 'FERRY-578' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Dangerous goods transport is placed over the keel line on the small ferry on a phone', { annotation: { type: 'case', description: 'FERRY-578' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry on a phone')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Dangerous goods transport is placed over the keel line in the evening turn', { annotation: { type: 'case', description: 'FERRY-579' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is placed over the keel line')
})

test('Dangerous goods transport stands apart from the car deck', { annotation: { type: 'case', description: 'FERRY-580' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Dangerous goods transport stands apart from the car deck by keyboard alone', { annotation: { type: 'case', description: 'FERRY-580' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Dangerous goods transport stands apart from the car deck on the small ferry', { annotation: { type: 'case', description: 'FERRY-581' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Dangerous goods transport stands apart from the car deck in the evening turn', { annotation: { type: 'case', description: 'FERRY-582' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('stands apart from the car deck')
})

test('Dangerous goods transport leaves the fire lane free', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Dangerous goods transport leaves the fire lane free on the small ferry', { annotation: { type: 'case', description: 'FERRY-584' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Dangerous goods transport leaves the fire lane free in the evening turn', async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Dangerous goods transport leaves the fire lane free in the evening turn by keyboard alone', { annotation: { type: 'case', description: 'FERRY-585' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn by keyboard alone')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('leaves the fire lane free')
})

test('Dangerous goods transport is planned by length', { annotation: { type: 'case', description: 'FERRY-586' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Dangerous goods transport is planned by length by keyboard alone', { annotation: { type: 'case', description: 'FERRY-586' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Dangerous goods transport is planned by length on the small ferry', { annotation: { type: 'case', description: 'FERRY-587' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('on the small ferry')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})

test('Dangerous goods transport is planned by length in the evening turn', { annotation: { type: 'case', description: 'FERRY-588' } }, async ({ page }) => {
  await page.goto('/deck/placement')
  await page.getByLabel('Setting').selectOption('in the evening turn')
  await page.getByRole('link', { name: 'Dangerous goods transport' }).click()
  await expect(page.getByRole('main')).toContainText('is planned by length')
})
