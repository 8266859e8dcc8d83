import { expect, test } from '@playwright/test'

test('Basket shows one total for a company account', { annotation: { type: 'case', description: 'FERRY-324' } }, async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'Add single ticket' }).click()
  await page.getByRole('button', { name: 'Add season ticket' }).click()
  await expect(page.getByText('Total: 1284 crowns')).toBeVisible()
  await page.goto('/')
  await expect(page.getByRole('listitem')).toHaveCount(2)
})
