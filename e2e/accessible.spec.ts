import { AxeBuilder } from '@axe-core/playwright'
import { expect, openRun, test } from './bobbin.js'

const VIEWS: [string, string][] = [
  ['brief', '/gullhaven/brief'],
  ['cases', '/gullhaven/cases?case=FERRY-101'],
  ['scripts', '/gullhaven/scripts?only=unlinked'],
  ['runs', '/gullhaven/runs'],
  ['intake', '/gullhaven/intake'],
  ['picked cases', '/gullhaven/cases?pick=101-110&sort=-updated&cols=owner,state,intent,estimate'],
  ['import', '/gullhaven/cases?do=import'],
  ['account settings', '/gullhaven/settings/account'],
  ['token settings', '/gullhaven/settings/tokens'],
  ['project settings', '/gullhaven/settings/project'],
  ['new project', '/gullhaven/settings/project?new=1'],
  ['API reference', '/reference'],
]

for (const theme of ['light', 'dark'] as const) {
  for (const [name, path] of VIEWS) {
    test(`${name} has no axe violation in ${theme}`, async ({ signedIn: page }) => {
      await page.emulateMedia({ colorScheme: theme })
      await page.goto(path)
      await page.getByRole('heading', { level: 1 }).or(page.getByRole('dialog')).first().waitFor()
      await page.waitForLoadState('networkidle')
      expect(
        (await new AxeBuilder({ page }).analyze()).violations.map(
          ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`,
        ),
      ).toEqual([])
    })
  }

  test(`a run with its inspector has no axe violation in ${theme}`, async ({ signedIn: page }) => {
    await page.emulateMedia({ colorScheme: theme })
    await openRun(page, '412', 'fare-desk-web')
    await page.getByRole('row', { name: /Scanner rejoins/ }).click()
    await page.getByRole('button', { name: /attempt 1 of 2/ }).waitFor()
    expect(
      (await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`),
    ).toEqual([])
  })
}

for (const theme of ['light', 'dark'] as const) {
  test(`the sign-in page, the command menu and the key sheet have no axe violation in ${theme}`, async ({ signedIn: page }) => {
    await page.emulateMedia({ colorScheme: theme })
    const violations = async () =>
      (await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html).join(' | ')}`)
    await page.goto('/gullhaven/brief')
    await page.getByRole('heading', { level: 1 }).waitFor()
    await page.keyboard.press('Control+k')
    await page.getByRole('combobox').fill('tide')
    await page.getByText('Spring tide').first().waitFor()
    expect(await violations()).toEqual([])
    await page.keyboard.press('Escape')
    await page.keyboard.press('?')
    await page.getByRole('heading', { name: 'Keys' }).waitFor()
    expect(await violations()).toEqual([])
    await page.goto('/sign-in')
    await page.getByRole('heading', { level: 1 }).waitFor()
    expect(await violations()).toEqual([])
  })
}

test('the fonts are shipped, and the page fits 1024 pixels without scrolling sideways', async ({ signedIn: page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await openRun(page, '412', 'fare-desk-web')
  await page.getByRole('row', { name: /Scanner rejoins/ }).click()
  const loaded = await page.evaluate(() => [...document.fonts].filter((font) => font.status === 'loaded').map((font) => font.family))
  expect(loaded.join()).toContain('Atkinson Hyperlegible Next')
  expect(loaded.join()).toContain('Spline Sans Mono')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
})
