import { mkdirSync, utimesSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bobbin, expect, folderWith, openRun, test } from './bobbin.js'

const at = (pipeline: string, build: string) => ['--pipeline', pipeline, '--build', build, '--branch', 'main', '--environment', 'pier-test']
const file = (...names: string[]) =>
  `<testsuite name="s">${names.map((name) => `<testcase classname="ferry.Quay" name="${name}" file="quay/crane.spec.ts"/>`).join('')}</testsuite>`

test('a project chooses that unknown tests get a case; the delivery says so, and the choice is taken back', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/settings/intake')
  await page.getByRole('radio', { name: /^Make a case for each/ }).check()
  await expect(page.getByText('From now on: make a case for each')).toBeVisible()
  const { code, out } = bobbin(
    'deliver',
    folderWith({ 'a.xml': file('Crane lifts a van', 'Crane waits for wind') }),
    ...at('unknown-made', '1'),
  )
  expect([code, out]).toEqual([0, expect.stringContaining('made a case for each of 2 tests that no case claims')])
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByRole('radio', { name: /^Ask/ })).toBeChecked()
  await page.goto('/gullhaven/intake')
  await page.getByRole('link', { name: 'unknown-made 1 in pier-test' }).click()
  const decisions = page.getByRole('region', { name: 'Decisions' })
  await expect(decisions).toContainText('2 tests came that no case claims: a case was made for 2')
  await decisions
    .getByRole('link', { name: /FERRY-\d+/ })
    .first()
    .click()
  await expect(page.getByRole('complementary').getByRole('textbox', { name: 'Title' })).toHaveValue(/Crane/)
})

test('scripts without a case are picked by keys, given cases, and that is undone', async ({ signedIn: page }) => {
  expect(
    bobbin('deliver', folderWith({ 'a.xml': file('Bollard holds a rope', 'Bollard glows at night') }), ...at('unknown-asked', '1')).code,
  ).toBe(0)
  await page.goto('/gullhaven/scripts?only=unlinked&search=Bollard')
  await page.getByRole('grid').focus()
  await expect(page.getByRole('row', { name: /Bollard/ })).toHaveCount(2)
  await page.keyboard.press('Control+a')
  await expect(page.getByRole('toolbar', { name: '2 scripts selected' })).toBeVisible()
  await page.keyboard.press('c')
  await expect(page.getByText(/2 cases made/)).toBeVisible()
  await expect(page.getByText('No matching script')).toBeVisible()
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByRole('row', { name: /Bollard/ })).toHaveCount(2)
  await page.getByRole('grid').focus()
  await page.keyboard.press('Control+a')
  await page.keyboard.press('s')
  await expect(page.getByText('2 scripts set aside')).toBeVisible()
  await page.goto('/gullhaven/scripts?only=aside&search=Bollard')
  await expect(page.getByRole('row', { name: /Bollard/ })).toHaveCount(2)
})

test('a folder is added as a source after seeing what would come in, is looked into, and brings it', async ({ signedIn: page }) => {
  const folder = join(process.env['BOBBIN_E2E_INCOMING'] ?? '', 'crane')
  mkdirSync(join(folder, '77'), { recursive: true })
  const path = join(folder, '77', 'junit.xml')
  writeFileSync(path, file('Fetched from a folder'))
  utimesSync(path, new Date('2026-11-20T10:00:00Z'), new Date('2026-11-20T10:00:00Z'))
  await page.goto('/gullhaven/settings/intake')
  await page.getByRole('button', { name: 'Add a source' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Crane reports')
  await dialog.getByLabel('Path of the folder').fill('/etc')
  await dialog.getByLabel('Pipeline').fill('fetched-crane')
  await dialog.getByLabel('Environment').fill('pier-test')
  await dialog.getByLabel(/^Build, if not/).fill('{folder}')
  await dialog.getByRole('button', { name: 'Preview' }).click()
  await expect(dialog.getByRole('alert')).toContainText('is not a folder inside')
  await dialog.getByLabel('Path of the folder').fill(folder)
  await dialog.getByRole('button', { name: 'Preview' }).click()
  await expect(dialog.getByRole('list', { name: 'Preview' })).toContainText('77/junit.xml')
  await dialog.getByRole('button', { name: 'Add it' }).click()
  const source = page.getByRole('region', { name: 'Sources' }).getByRole('listitem').filter({ hasText: 'Crane reports' })
  await source.getByRole('button', { name: 'Check now' }).click()
  await expect(source).toContainText('brought 1 file')
  await openRun(page, '77', 'fetched-crane')
  await expect(page.getByText(/1 result in/)).toBeVisible()
})

test('a run is kept by a key, and space is measured', async ({ signedIn: page }) => {
  await openRun(page, '411', 'fare-desk-web')
  await page.keyboard.press('p')
  await expect(page.getByRole('button', { name: 'Kept' })).toHaveAttribute('aria-pressed', 'true')
  await page.goto('/gullhaven/settings/space')
  await expect(page.getByText(/\(1 run\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Measure now' }).click()
  await expect(page.getByRole('region', { name: 'Space used' }).getByRole('listitem')).toHaveCount(5)
})
