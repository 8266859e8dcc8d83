import { expect, test } from '@playwright/test'

test('Refund after a cancelled sailing names the reason', { annotation: { type: 'case', description: 'FERRY-249' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund after a cancelled sailing names the reason at the counter', { annotation: { type: 'case', description: 'FERRY-250' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund after a cancelled sailing names the reason in the app', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund after a cancelled sailing names the reason for a company account', { annotation: { type: 'case', description: 'FERRY-252' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund after a cancelled sailing arrives within three days', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund after a cancelled sailing arrives within three days on a phone', { annotation: { type: 'case', description: 'FERRY-253' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund after a cancelled sailing arrives within three days at the counter', { annotation: { type: 'case', description: 'FERRY-254' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund after a cancelled sailing arrives within three days at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-254' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund after a cancelled sailing arrives within three days in the app', { annotation: { type: 'case', description: 'FERRY-255' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund after a cancelled sailing arrives within three days for a company account', { annotation: { type: 'case', description: 'FERRY-256' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund after a cancelled sailing is shown in the account', { annotation: { type: 'case', description: 'FERRY-257' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund after a cancelled sailing is shown in the account at the counter', { annotation: { type: 'case', description: 'FERRY-258' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund after a cancelled sailing is shown in the account in the app', { annotation: { type: 'case', description: 'FERRY-259' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund after a cancelled sailing is shown in the account for a company account', { annotation: { type: 'case', description: 'FERRY-260' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund after a cancelled sailing is refused after departure', { annotation: { type: 'case', description: 'FERRY-261' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund after a cancelled sailing is refused after departure on a phone', { annotation: { type: 'case', description: 'FERRY-261' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund after a cancelled sailing is refused after departure at the counter', { annotation: { type: 'case', description: 'FERRY-262' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund after a cancelled sailing is refused after departure in the app', { annotation: { type: 'case', description: 'FERRY-263' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund after a cancelled sailing is refused after departure for a company account', { annotation: { type: 'case', description: 'FERRY-264' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund after a cancelled sailing is refused after departure for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-264' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Refund after a cancelled sailing' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund of a return half names the reason', { annotation: { type: 'case', description: 'FERRY-265' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund of a return half names the reason on a phone', { annotation: { type: 'case', description: 'FERRY-265' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund of a return half names the reason at the counter', { annotation: { type: 'case', description: 'FERRY-266' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund of a return half names the reason in the app', { annotation: { type: 'case', description: 'FERRY-267' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund of a return half names the reason in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-267' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund of a return half names the reason for a company account', { annotation: { type: 'case', description: 'FERRY-268' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund of a return half arrives within three days', { annotation: { type: 'case', description: 'FERRY-269' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund of a return half arrives within three days at the counter', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund of a return half arrives within three days at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-270' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund of a return half arrives within three days in the app', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund of a return half arrives within three days for a company account', { annotation: { type: 'case', description: 'FERRY-271' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund of a return half is shown in the account', { annotation: { type: 'case', description: 'FERRY-272' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund of a return half is shown in the account at the counter', { annotation: { type: 'case', description: 'FERRY-273' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund of a return half is shown in the account at the counter on a phone', { annotation: { type: 'case', description: 'FERRY-273' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter on a phone')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund of a return half is shown in the account in the app', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund of a return half is shown in the account for a company account', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund of a return half is refused after departure', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund of a return half is refused after departure by keyboard alone', { annotation: { type: 'case', description: 'FERRY-275' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund of a return half is refused after departure at the counter', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund of a return half is refused after departure in the app', { annotation: { type: 'case', description: 'FERRY-276' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund of a return half is refused after departure in the app by keyboard alone', { annotation: { type: 'case', description: 'FERRY-276' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app by keyboard alone')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund of a return half is refused after departure for a company account', { annotation: { type: 'case', description: 'FERRY-277' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund of a return half' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund to a gift voucher names the reason', { annotation: { type: 'case', description: 'FERRY-278' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund to a gift voucher names the reason at the counter', { annotation: { type: 'case', description: 'FERRY-279' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund to a gift voucher names the reason in the app', { annotation: { type: 'case', description: 'FERRY-280' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund to a gift voucher names the reason for a company account', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund to a gift voucher names the reason for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-281' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Refund to a gift voucher arrives within three days', { annotation: { type: 'case', description: 'FERRY-282' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund to a gift voucher arrives within three days with two crews at once', { annotation: { type: 'case', description: 'FERRY-282' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('with two crews at once')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund to a gift voucher arrives within three days at the counter', { annotation: { type: 'case', description: 'FERRY-283' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund to a gift voucher arrives within three days for a company account', { annotation: { type: 'case', description: 'FERRY-285' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund to a gift voucher arrives within three days for a company account by keyboard alone', { annotation: { type: 'case', description: 'FERRY-285' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account by keyboard alone')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Refund to a gift voucher is shown in the account', { annotation: { type: 'case', description: 'FERRY-286' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund to a gift voucher is shown in the account at the counter', { annotation: { type: 'case', description: 'FERRY-287' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund to a gift voucher is shown in the account in the app', { annotation: { type: 'case', description: 'FERRY-288' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund to a gift voucher is shown in the account in the app with two crews at once', { annotation: { type: 'case', description: 'FERRY-288' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app with two crews at once')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Refund to a gift voucher is refused after departure', { annotation: { type: 'case', description: 'FERRY-290' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund to a gift voucher is refused after departure at the counter', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund to a gift voucher is refused after departure at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-291' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund to a gift voucher is refused after departure in the app', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund to a gift voucher is refused after departure for a company account', { annotation: { type: 'case', description: 'FERRY-292' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Refund to a gift voucher is refused after departure for a company account on a phone', { annotation: { type: 'case', description: 'FERRY-292' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account on a phone')
  await page.getByRole('link', { name: 'Refund to a gift voucher' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group names the reason', { annotation: { type: 'case', description: 'FERRY-293' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Partial refund of a group names the reason on a phone', { annotation: { type: 'case', description: 'FERRY-293' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Partial refund of a group names the reason at the counter', { annotation: { type: 'case', description: 'FERRY-294' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Partial refund of a group names the reason at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-294' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Partial refund of a group names the reason for a company account', { annotation: { type: 'case', description: 'FERRY-296' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('names the reason')
})

test('Partial refund of a group arrives within three days', { annotation: { type: 'case', description: 'FERRY-297' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Partial refund of a group arrives within three days at the counter', { annotation: { type: 'case', description: 'FERRY-298' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Partial refund of a group arrives within three days at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-298' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Partial refund of a group arrives within three days for a company account', { annotation: { type: 'case', description: 'FERRY-300' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('arrives within three days')
})

test('Partial refund of a group is shown in the account', async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Partial refund of a group is shown in the account on a phone', { annotation: { type: 'case', description: 'FERRY-301' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('on a phone')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Partial refund of a group is shown in the account at the counter', { annotation: { type: 'case', description: 'FERRY-302' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Partial refund of a group is shown in the account in the app', { annotation: { type: 'case', description: 'FERRY-303' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Partial refund of a group is shown in the account for a company account', { annotation: { type: 'case', description: 'FERRY-304' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is shown in the account')
})

test('Partial refund of a group is refused after departure', { annotation: { type: 'case', description: 'FERRY-305' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group is refused after departure by keyboard alone', { annotation: { type: 'case', description: 'FERRY-305' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('by keyboard alone')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group is refused after departure at the counter', { annotation: { type: 'case', description: 'FERRY-306' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group is refused after departure at the counter by keyboard alone', { annotation: { type: 'case', description: 'FERRY-306' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('at the counter by keyboard alone')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group is refused after departure in the app', { annotation: { type: 'case', description: 'FERRY-307' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('in the app')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group is refused after departure for a company account', { annotation: { type: 'case', description: 'FERRY-308' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})

test('Partial refund of a group is refused after departure for a company account with two crews at once', { annotation: { type: 'case', description: 'FERRY-308' } }, async ({ page }) => {
  await page.goto('/fares/refund')
  await page.getByLabel('Setting').selectOption('for a company account with two crews at once')
  await page.getByRole('link', { name: 'Partial refund of a group' }).click()
  await expect(page.getByRole('main')).toContainText('is refused after departure')
})
