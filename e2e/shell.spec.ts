import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { address, bobbin, expect, folderWith, test } from './bobbin.js'

test('the command menu finds cases and scripts, goes to sections and turns the lens, by keyboard alone', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/brief')
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('Scanner rejoins after tunnel')
  await expect(page.getByRole('option', { name: /FERRY-\d+ Scanner rejoins after tunnel/ }).first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('complementary', { name: 'Case' }).getByRole('textbox', { name: 'Title' })).toHaveValue(/Scanner rejoins/)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+k')
  await page.keyboard.type('The last 10 builds')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/builds=10/)
  await expect(page.getByText(/older builds/)).toBeVisible()
  await page.keyboard.press('g')
  await page.keyboard.press('r')
  await expect(page.getByRole('heading', { level: 1, name: 'Runs' })).toBeVisible()
  await expect(page).toHaveURL(/builds=10/)
})

test('the key sheet tells every key', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/runs')
  await page.getByRole('grid').waitFor()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Keyboard shortcuts' })).toContainText('Go to Scripts')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('an open page shows what others deliver, without being asked', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/runs')
  await expect(page.getByRole('row').filter({ hasText: 'tide-watch' })).toHaveCount(0)
  const folder = folderWith({ 'a.xml': '<testsuite name="s"><testcase classname="tide" name="rises"/></testsuite>' })
  const target = ['--pipeline', 'tide-watch', '--build', '1', '--branch', 'main', '--environment', 'harbour-dev']
  expect(bobbin('deliver', folder, ...target).code).toBe(0)
  await expect(page.getByRole('row').filter({ hasText: 'tide-watch' })).toHaveCount(1)
})

test('a token is made, shown once, used by the command line that the server hands out, and revoked', async ({
  signedIn: page,
  request,
}) => {
  await page.goto('/gullhaven/settings/tokens')
  await page.getByLabel('Name').fill('Quay pipeline')
  await page.getByRole('button', { name: 'Create a token' }).click()
  const secret = (await page.getByLabel('Secret', { exact: true }).textContent()) ?? ''
  await expect(page.getByLabel('Three lines', { exact: true })).toContainText(`${address()} BOBBIN_TOKEN=${secret}`)

  const folder = mkdtempSync(join(tmpdir(), 'bobbin-alone-'))
  const file = await request.get('/cli/bobbin.mjs')
  writeFileSync(join(folder, 'bobbin.mjs'), await file.body())
  writeFileSync(join(folder, 'r.xml'), '<testsuite name="s"><testcase classname="quay" name="is dry"/></testsuite>')
  const deliver = () =>
    spawnSync(
      process.execPath,
      [
        'bobbin.mjs',
        'deliver',
        'r.xml',
        '--pipeline',
        'quay',
        '--build',
        '1',
        '--branch',
        'main',
        '--environment',
        'harbour-dev',
        '--json',
      ],
      { cwd: folder, encoding: 'utf8', env: { PATH: process.env['PATH'], BOBBIN_URL: address(), BOBBIN_TOKEN: secret } },
    )
  const first = deliver()
  expect(first.status, first.stderr).toBe(0)
  expect(JSON.parse(first.stdout)).toMatchObject({ files: [{ status: 'stored' }] })

  await page.getByRole('button', { name: 'I have copied it' }).click()
  await page.reload()
  await expect(page.getByText(secret)).toHaveCount(0)
  const line = page.getByRole('listitem').filter({ hasText: 'Quay pipeline' })
  await expect(line).toContainText('used')
  await line.getByRole('button', { name: 'Revoke' }).click()
  await line.getByRole('button', { name: 'Revoke for good' }).click()
  await expect(line).toHaveCount(0)
  expect(deliver().status).toBe(2)
})

test('a member joins by a link with a password of their own, changes it, and is signed out everywhere', async ({
  signedIn: page,
  browser,
}) => {
  await page.goto('/gullhaven/settings/people')
  await page.getByLabel('Email').fill('mar@gullhaven.example')
  await page.getByRole('button', { name: 'Create link' }).click()
  const link = (await page.getByLabel('Invitation link', { exact: true }).textContent()) ?? ''
  await expect(page.getByRole('list', { name: 'Open invitations' })).toContainText('mar@gullhaven.example')
  const context = await browser.newContext({ baseURL: address() })
  const other = await context.newPage()
  await other.goto(link)
  await expect(other.getByRole('heading')).toHaveText(/^Join Gullhaven/)
  await other.getByLabel('Name').fill('Mar Tidewell')
  await other.getByLabel(/^Password/).fill('password123')
  await other.getByRole('button', { name: 'Create account and join' }).click()
  await expect(other.getByRole('alert')).toContainText('among the first that would be tried')
  await other.getByLabel(/^Password/).fill('a longer password')
  await other.keyboard.press('Enter')
  await other.getByRole('navigation', { name: 'Sections' }).waitFor()
  // once, and not for anybody who finds the link later
  await other.goto('/')
  await other.goto(link)
  await expect(other.getByRole('heading')).toHaveText('This link can’t be used')
  await other.goto('/gullhaven/settings/account')
  await other.getByLabel('Current password').fill('a longer password')
  await other.getByLabel(/^New password/).fill('an even longer one')
  await other.getByRole('button', { name: 'Change password' }).click()
  await expect(other.getByText('Password changed.')).toBeVisible()
  await expect(other.getByText('this one')).toBeVisible()
  await other.getByRole('button', { name: 'Sign out everywhere' }).click()
  await expect(other.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await context.close()
})

test('the API is described, and found by words', async ({ page }) => {
  await page.goto('/reference')
  await page.getByRole('searchbox', { name: 'Search: Path or words' }).fill('deliveries')
  await page.locator('#intakeDeliver').getByText('POST', { exact: true }).click()
  await expect(page.getByText('multipart/form-data')).toBeVisible()
  await expect(page.getByText('A person’s session, or a token with the scope “deliver”.')).toBeVisible()
})

test('a new project begins empty, and is only a choice away', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/brief')
  await page.getByRole('button', { name: 'Gullhaven Ferry' }).click()
  await page.getByRole('menuitem', { name: 'New project …' }).click()
  await page.getByLabel('Name of the project').fill('Skerry Post')
  await expect(page.getByLabel('Short name, for addresses')).toHaveValue('skerry-post')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByRole('heading', { name: 'No cases yet' })).toBeVisible()
  await page.getByRole('button', { name: 'Skerry Post' }).click()
  await page.getByRole('menuitemcheckbox', { name: 'Gullhaven Ferry' }).click()
  await expect(page).toHaveURL(/\/gullhaven\/brief/)
})
