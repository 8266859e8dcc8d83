import { expect, test } from './bobbin.js'

test('a script without a case is linked by keyboard, and the link can be undone', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/scripts?only=unlinked')
  const counter = page.getByRole('button', { name: /without a case/ })
  const before = Number(/\d+/.exec((await counter.textContent()) ?? '')?.[0])
  await page.getByRole('grid').focus()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('complementary', { name: 'Script' })).toContainText('No case is verified by this script.')
  await page.keyboard.press('l')
  await page.getByRole('combobox', { name: 'Find a case' }).fill('Tall vehicle is planned')
  await expect(page.getByRole('option').first()).toContainText('Tall vehicle is planned')
  await page.keyboard.press('Enter')
  await expect(counter).toContainText(`${before - 1} without`)
  await expect(page.getByRole('complementary', { name: 'Script' })).toContainText('by hand')
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(counter).toContainText(`${before} without`)
})

test('a declared key that no case has is reported where it can be seen', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/scripts?only=unknownKeys')
  await page.getByRole('row', { name: /Ten-trip card counts down/ }).click()
  await expect(page.getByRole('complementary', { name: 'Script' })).toContainText('declares FERRY-1990, which no case has')
})
