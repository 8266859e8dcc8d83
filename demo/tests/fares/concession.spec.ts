import { expect, test } from '@playwright/test'

test('Child under four gets the reduced fare', { annotation: { type: 'case', description: 'FERRY-174' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four gets the reduced fare with two crews at once', { annotation: { type: 'case', description: 'FERRY-174' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four gets the reduced fare at the counter', { annotation: { type: 'case', description: 'FERRY-175' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four gets the reduced fare at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-175' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four gets the reduced fare in the app', { annotation: { type: 'case', description: 'FERRY-176' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four gets the reduced fare for a company account', { annotation: { type: 'case', description: 'FERRY-177' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four gets the reduced fare for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-177' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Child under four is asked for the card', { annotation: { type: 'case', description: 'FERRY-178' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Child under four is asked for the card on a phone', { annotation: { type: 'case', description: 'FERRY-178' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Child under four is asked for the card at the counter', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Child under four is asked for the card in the app', { annotation: { type: 'case', description: 'FERRY-179' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Child under four is asked for the card in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-179' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Child under four is asked for the card for a company account', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Child under four can book together with an adult', { annotation: { type: 'case', description: 'FERRY-180' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Child under four can book together with an adult at the counter', { annotation: { type: 'case', description: 'FERRY-181' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Child under four can book together with an adult in the app', { annotation: { type: 'case', description: 'FERRY-182' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Child under four can book together with an adult for a company account', { annotation: { type: 'case', description: 'FERRY-183' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Child under four can book together with an adult for a company account by keyboard alone', { annotation: { type: 'case', description: 'FERRY-183' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account by keyboard alone')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Child under four keeps the reduction after a change', { annotation: { type: 'case', description: 'FERRY-184' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Child under four keeps the reduction after a change at the counter', { annotation: { type: 'case', description: 'FERRY-185' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Child under four keeps the reduction after a change at the counter with two crews at once', { annotation: { type: 'case', description: 'FERRY-185' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter with two crews at once')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Child under four keeps the reduction after a change in the app', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Child under four keeps the reduction after a change in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-186' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Child under four keeps the reduction after a change for a company account', { annotation: { type: 'case', description: 'FERRY-187' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Child under four keeps the reduction after a change for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-187' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Child under four' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Student gets the reduced fare', { annotation: { type: 'case', description: 'FERRY-188' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Student gets the reduced fare at the counter', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Student gets the reduced fare at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-189' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Student gets the reduced fare in the app', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Student gets the reduced fare for a company account', { annotation: { type: 'case', description: 'FERRY-190' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Student is asked for the card', { annotation: { type: 'case', description: 'FERRY-191' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Student is asked for the card at the counter', { annotation: { type: 'case', description: 'FERRY-192' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Student is asked for the card in the app', { annotation: { type: 'case', description: 'FERRY-193' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Student is asked for the card for a company account', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Student can book together with an adult', { annotation: { type: 'case', description: 'FERRY-195' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Student can book together with an adult at the counter', { annotation: { type: 'case', description: 'FERRY-196' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Student can book together with an adult at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-196' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Student can book together with an adult for a company account', { annotation: { type: 'case', description: 'FERRY-198' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Student can book together with an adult for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-198' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Student keeps the reduction after a change', { annotation: { type: 'case', description: 'FERRY-199' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Student keeps the reduction after a change at the counter', { annotation: { type: 'case', description: 'FERRY-200' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Student keeps the reduction after a change in the app', { annotation: { type: 'case', description: 'FERRY-201' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Student keeps the reduction after a change for a company account', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Student' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Senior gets the reduced fare', { annotation: { type: 'case', description: 'FERRY-202' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Senior gets the reduced fare at the counter', { annotation: { type: 'case', description: 'FERRY-203' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Senior gets the reduced fare in the app', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Senior gets the reduced fare for a company account', { annotation: { type: 'case', description: 'FERRY-204' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Senior is asked for the card', { annotation: { type: 'case', description: 'FERRY-205' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Senior is asked for the card with two crews at once', { annotation: { type: 'case', description: 'FERRY-205' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Senior is asked for the card at the counter', { annotation: { type: 'case', description: 'FERRY-206' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Senior is asked for the card in the app', { annotation: { type: 'case', description: 'FERRY-207' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Senior is asked for the card for a company account', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Senior is asked for the card for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-208' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Senior can book together with an adult', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Senior can book together with an adult by keyboard alone', { annotation: { type: 'case', description: 'FERRY-209' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Senior can book together with an adult in the app', { annotation: { type: 'case', description: 'FERRY-211' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Senior can book together with an adult in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-211' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Senior can book together with an adult for a company account', { annotation: { type: 'case', description: 'FERRY-212' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Senior can book together with an adult for a company account by keyboard alone', { annotation: { type: 'case', description: 'FERRY-212' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account by keyboard alone')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Senior keeps the reduction after a change', { annotation: { type: 'case', description: 'FERRY-213' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Senior keeps the reduction after a change at the counter', { annotation: { type: 'case', description: 'FERRY-214' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Senior keeps the reduction after a change in the app', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Senior keeps the reduction after a change in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-215' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Senior keeps the reduction after a change for a company account', { annotation: { type: 'case', description: 'FERRY-216' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Senior keeps the reduction after a change for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-216' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Senior' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander gets the reduced fare', { annotation: { type: 'case', description: 'FERRY-217' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander gets the reduced fare by keyboard alone', { annotation: { type: 'case', description: 'FERRY-217' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander gets the reduced fare at the counter', { annotation: { type: 'case', description: 'FERRY-218' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander gets the reduced fare at the counter with two crews at once', { annotation: { type: 'case', description: 'FERRY-218' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter with two crews at once')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander gets the reduced fare in the app', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander gets the reduced fare for a company account', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander gets the reduced fare for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-220' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Islander is asked for the card', { annotation: { type: 'case', description: 'FERRY-221' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Islander is asked for the card at the counter', { annotation: { type: 'case', description: 'FERRY-222' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Islander is asked for the card in the app', { annotation: { type: 'case', description: 'FERRY-223' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Islander is asked for the card in the app on a phone', { annotation: { type: 'case', description: 'FERRY-223' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app on a phone')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Islander is asked for the card for a company account', { annotation: { type: 'case', description: 'FERRY-224' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Islander can book together with an adult', { annotation: { type: 'case', description: 'FERRY-225' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Islander can book together with an adult on a phone', { annotation: { type: 'case', description: 'FERRY-225' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Islander can book together with an adult in the app', { annotation: { type: 'case', description: 'FERRY-227' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Islander can book together with an adult for a company account', { annotation: { type: 'case', description: 'FERRY-228' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Islander keeps the reduction after a change', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander keeps the reduction after a change on a phone', { annotation: { type: 'case', description: 'FERRY-229' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander keeps the reduction after a change at the counter', { annotation: { type: 'case', description: 'FERRY-230' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander keeps the reduction after a change at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-230' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander keeps the reduction after a change in the app', { annotation: { type: 'case', description: 'FERRY-231' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander keeps the reduction after a change in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-231' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Islander keeps the reduction after a change for a company account', { annotation: { type: 'case', description: 'FERRY-232' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Islander' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten gets the reduced fare', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Group of ten gets the reduced fare by keyboard alone', { annotation: { type: 'case', description: 'FERRY-233' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Group of ten gets the reduced fare at the counter', { annotation: { type: 'case', description: 'FERRY-234' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Group of ten gets the reduced fare at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-234' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Group of ten gets the reduced fare in the app', { annotation: { type: 'case', description: 'FERRY-235' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Group of ten gets the reduced fare for a company account', { annotation: { type: 'case', description: 'FERRY-236' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('gets the reduced fare')
})

test('Group of ten is asked for the card', { annotation: { type: 'case', description: 'FERRY-237' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Group of ten is asked for the card with two crews at once', { annotation: { type: 'case', description: 'FERRY-237' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Group of ten is asked for the card at the counter', { annotation: { type: 'case', description: 'FERRY-238' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('is asked for the card')
})

test('Group of ten can book together with an adult', { annotation: { type: 'case', description: 'FERRY-241' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Group of ten can book together with an adult by keyboard alone', { annotation: { type: 'case', description: 'FERRY-241' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Group of ten can book together with an adult at the counter', { annotation: { type: 'case', description: 'FERRY-242' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Group of ten can book together with an adult in the app', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Group of ten can book together with an adult in the app on a phone', { annotation: { type: 'case', description: 'FERRY-243' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app on a phone')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Group of ten can book together with an adult for a company account', { annotation: { type: 'case', description: 'FERRY-244' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('can book together with an adult')
})

test('Group of ten keeps the reduction after a change', { annotation: { type: 'case', description: 'FERRY-245' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten keeps the reduction after a change with two crews at once', { annotation: { type: 'case', description: 'FERRY-245' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten keeps the reduction after a change at the counter', async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten keeps the reduction after a change at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-246' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten keeps the reduction after a change in the app', { annotation: { type: 'case', description: 'FERRY-247' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten keeps the reduction after a change in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-247' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})

test('Group of ten keeps the reduction after a change for a company account', { annotation: { type: 'case', description: 'FERRY-248' } }, async ({ page }) => {
  await page.goto('/fares/concession')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Group of ten' }).click()
  await expect(page.getByRole('main')).toContainText('keeps the reduction after a change')
})
