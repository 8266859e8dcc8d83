import { expect, test } from '@playwright/test'

test('Lane A is filled from the stern', { annotation: { type: 'case', description: 'FERRY-589' } }, async ({ page }) => {
  await page.goto('/deck/lanes')
  await page.getByRole('link', { name: 'Lane A' }).click()
  await expect(page.getByRole('main')).toContainText('is filled from the stern')
})
