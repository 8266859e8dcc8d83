import { expect, test } from '@playwright/test'

test('Basket survives a reload', { annotation: { type: 'case', description: 'FERRY-309' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Basket survives a reload by keyboard alone', { annotation: { type: 'case', description: 'FERRY-309' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Basket survives a reload at the counter', { annotation: { type: 'case', description: 'FERRY-310' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Basket expires after thirty minutes', { annotation: { type: 'case', description: 'FERRY-313' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Basket expires after thirty minutes with two crews at once', { annotation: { type: 'case', description: 'FERRY-313' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Basket expires after thirty minutes at the counter', { annotation: { type: 'case', description: 'FERRY-314' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Basket expires after thirty minutes in the app', { annotation: { type: 'case', description: 'FERRY-315' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Basket expires after thirty minutes for a company account', { annotation: { type: 'case', description: 'FERRY-316' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Basket is merged after sign-in', { annotation: { type: 'case', description: 'FERRY-317' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Basket is merged after sign-in at the counter', { annotation: { type: 'case', description: 'FERRY-318' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Basket is merged after sign-in at the counter with two crews at once', { annotation: { type: 'case', description: 'FERRY-318' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter with two crews at once')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Basket is merged after sign-in in the app', { annotation: { type: 'case', description: 'FERRY-319' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Basket is merged after sign-in in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-319' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Basket shows one total', { annotation: { type: 'case', description: 'FERRY-321' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Basket shows one total at the counter', { annotation: { type: 'case', description: 'FERRY-322' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Basket shows one total at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-322' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Basket shows one total in the app', { annotation: { type: 'case', description: 'FERRY-323' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Voucher in the basket survives a reload', { annotation: { type: 'case', description: 'FERRY-325' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Voucher in the basket survives a reload in the app', { annotation: { type: 'case', description: 'FERRY-327' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Voucher in the basket survives a reload for a company account', { annotation: { type: 'case', description: 'FERRY-328' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Voucher in the basket expires after thirty minutes', { annotation: { type: 'case', description: 'FERRY-329' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Voucher in the basket expires after thirty minutes at the counter', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Voucher in the basket expires after thirty minutes at the counter with two crews at once', { annotation: { type: 'case', description: 'FERRY-330' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter with two crews at once')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Voucher in the basket expires after thirty minutes in the app', { annotation: { type: 'case', description: 'FERRY-331' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Voucher in the basket expires after thirty minutes for a company account', { annotation: { type: 'case', description: 'FERRY-332' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Voucher in the basket is merged after sign-in', { annotation: { type: 'case', description: 'FERRY-333' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Voucher in the basket is merged after sign-in on a phone', { annotation: { type: 'case', description: 'FERRY-333' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Voucher in the basket is merged after sign-in at the counter', { annotation: { type: 'case', description: 'FERRY-334' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Voucher in the basket is merged after sign-in in the app', { annotation: { type: 'case', description: 'FERRY-335' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Voucher in the basket is merged after sign-in in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-335' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Voucher in the basket is merged after sign-in for a company account', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Voucher in the basket shows one total', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Voucher in the basket shows one total on a phone', { annotation: { type: 'case', description: 'FERRY-336' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Voucher in the basket shows one total at the counter', { annotation: { type: 'case', description: 'FERRY-337' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Voucher in the basket shows one total at the counter with two crews at once', { annotation: { type: 'case', description: 'FERRY-337' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter with two crews at once')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Voucher in the basket shows one total in the app', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Voucher in the basket shows one total for a company account', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Voucher in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Seat in the basket survives a reload', { annotation: { type: 'case', description: 'FERRY-338' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Seat in the basket survives a reload at the counter', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Seat in the basket survives a reload in the app', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Seat in the basket survives a reload in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-339' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Seat in the basket survives a reload for a company account', { annotation: { type: 'case', description: 'FERRY-340' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Seat in the basket survives a reload for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-340' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('survives a reload')
})

test('Seat in the basket expires after thirty minutes', { annotation: { type: 'case', description: 'FERRY-341' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Seat in the basket expires after thirty minutes at the counter', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Seat in the basket expires after thirty minutes in the app', { annotation: { type: 'case', description: 'FERRY-342' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Seat in the basket expires after thirty minutes for a company account', { annotation: { type: 'case', description: 'FERRY-343' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Seat in the basket expires after thirty minutes for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-343' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('expires after thirty minutes')
})

test('Seat in the basket is merged after sign-in', { annotation: { type: 'case', description: 'FERRY-344' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket is merged after sign-in with two crews at once', { annotation: { type: 'case', description: 'FERRY-344' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket is merged after sign-in at the counter', { annotation: { type: 'case', description: 'FERRY-345' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket is merged after sign-in at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-345' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket is merged after sign-in in the app', { annotation: { type: 'case', description: 'FERRY-346' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket is merged after sign-in in the app on a phone', { annotation: { type: 'case', description: 'FERRY-346' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app on a phone')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket is merged after sign-in for a company account', { annotation: { type: 'case', description: 'FERRY-347' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('is merged after sign-in')
})

test('Seat in the basket shows one total', { annotation: { type: 'case', description: 'FERRY-348' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Seat in the basket shows one total at the counter', { annotation: { type: 'case', description: 'FERRY-349' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Seat in the basket shows one total in the app', { annotation: { type: 'case', description: 'FERRY-350' } }, async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})

test('Seat in the basket shows one total for a company account', async ({ page }) => {
  await page.goto('/fares/basket')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Seat in the basket' }).click()
  await expect(page.getByRole('main')).toContainText('shows one total')
})
