import type { Browser, Page } from '@playwright/test'
import { address, bobbin, expect, folderWith, test } from './bobbin.js'

/** Somebody else who joins by an invitation, in a browser of their own. */
async function join(page: Page, browser: Browser, name: string, role: string): Promise<Page> {
  await page.goto('/gullhaven/settings/people')
  await page.getByLabel('Email').fill(`${name.toLowerCase()}@gullhaven.example`)
  await page.getByLabel('As', { exact: true }).selectOption(role)
  await page.getByRole('button', { name: 'Create link' }).click()
  const link = (await page.getByLabel('Invitation link', { exact: true }).textContent()) ?? ''
  const other = await (await browser.newContext({ baseURL: address() })).newPage()
  await other.goto(link)
  await other.getByLabel('Name').fill(name)
  await other.getByLabel(/^Password/).fill('seven grey gulls')
  await other.getByRole('button', { name: 'Create account and join' }).click()
  await other.getByRole('navigation', { name: 'Sections' }).waitFor()
  return other
}

test('a viewer reads everything and is offered nothing else; a team gives them a role', async ({ signedIn: page, browser }) => {
  const viewer = await join(page, browser, 'Una', 'viewer')
  await viewer.goto('/gullhaven/cases?case=FERRY-101')
  const make = viewer.getByRole('button', { name: 'New cases' })
  await expect(make).toBeDisabled()
  await expect(make).toHaveAttribute('title', /does not allow you to create and edit cases/)
  await expect(viewer.getByRole('button', { name: 'Delete this case' })).toHaveCount(0)
  const refused = await viewer.request.post('/api/projects/gullhaven/cases', { data: { title: 'Mine' } })
  expect([refused.status(), ((await refused.json()) as { right: string }).right]).toEqual([403, 'editCases'])

  await page.goto('/gullhaven/settings/people')
  await page.getByRole('button', { name: 'Create a team' }).click()
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name').fill('Night crew')
  await dialog.getByLabel('Adds the role').selectOption('tester')
  await dialog.getByLabel('Una', { exact: true }).check()
  await dialog.getByLabel('Gate scanner', { exact: true }).check()
  await dialog.getByLabel('Source folders').fill('tests/gate')
  await dialog.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('owns Gate scanner; tests/gate')).toBeVisible()
  await viewer.reload()
  await expect(make).toBeEnabled()
  await viewer.context().close()
})

test('what was done stands in the audit log, in the history of its case, and is undone from there', async ({ signedIn: page }) => {
  const answer = await page.request.post('/api/projects/gullhaven/cases', { data: { title: 'Fog horn sounds twice' } })
  const { case: made } = (await answer.json()) as { case: { key: string; version: number } }
  await page.request.patch(`/api/projects/gullhaven/cases/${made.key}`, {
    data: { version: made.version, title: 'Fog horn sounds thrice' },
  })
  await page.goto(`/gullhaven/cases?case=${made.key}`)
  const history = page.getByRole('region', { name: 'History' })
  await expect(history.getByText('title: Fog horn sounds twice → Fog horn sounds thrice')).toBeVisible()
  await history.getByRole('listitem').first().getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Fog horn sounds twice')
  await expect(history.getByText(/undone by Runa Solberg/)).toBeVisible()

  await page.goto('/gullhaven/settings/audit?q=fog+horn')
  const log = page.getByRole('grid', { name: 'Audit log' })
  await expect(log.getByRole('row').filter({ hasText: `created ${made.key}` })).toBeVisible()
  await page.getByLabel('What').selectOption('case.changed')
  await expect(page.getByText('1 entry')).toBeVisible()
  await expect(page).toHaveURL(/kind=case\.changed/)
  const download = page.waitForEvent('download')
  await page.getByRole('link', { name: 'CSV' }).click()
  expect((await download).suggestedFilename()).toBe('gullhaven-audit-log.csv')
})

test('a forgotten password is set anew by a link of an administrator', async ({ signedIn: page, browser }) => {
  const other = await join(page, browser, 'Bo', 'tester')
  await page.goto('/gullhaven/settings/server')
  await page.getByRole('button', { name: 'New password for Bo' }).click()
  const link = (await page.getByLabel('Link', { exact: true }).textContent()) ?? ''
  const reset = await (await browser.newContext({ baseURL: address() })).newPage()
  await reset.goto('/sign-in')
  await reset.getByRole('link', { name: 'Forgot your password?' }).click()
  await expect(reset.getByText('This server sends no mail.')).toBeVisible()
  await reset.goto(link)
  await reset.reload()
  await reset.getByLabel(/^New password/).fill('eleven wet ropes')
  await reset.getByRole('button', { name: 'Set it and sign in' }).click()
  await reset.getByRole('navigation', { name: 'Sections' }).waitFor()
  // everywhere else they are signed out
  await other.reload()
  await expect(other.getByRole('heading', { name: 'Sign in' })).toBeVisible()
  await reset.context().close()
  await other.context().close()
})

test('a build that was run again shows how it stands now, and leads to its other run', async ({ signedIn: page }) => {
  const report = (fails: string[]) =>
    `<testsuite name="buoy">${['blinks', 'rings', 'drifts']
      .map((name) => `<testcase classname="buoy" name="${name}">${fails.includes(name) ? '<failure message="silent"/>' : ''}</testcase>`)
      .join('')}</testsuite>`
  // on a branch of its own: the Brief of others looks at main
  const target = ['--pipeline', 'buoys', '--branch', 'buoys', '--environment', 'pier-test', '--build']
  bobbin('deliver', folderWith({ 'a.xml': report([]) }), ...target, '1')
  bobbin('deliver', folderWith({ 'b.xml': report(['blinks', 'rings']) }), ...target, '2')
  expect(bobbin('deliver', folderWith({ 'c.xml': report(['rings']) }), ...target, '2', '--run', 'rerun-1').code).toBe(0)
  await page.goto('/gullhaven/runs?branch=buoys')
  await page.getByRole('row').filter({ hasText: 'buoys' }).first().click()
  await expect(page.getByText('Run 2 of 2 of this build: each test counts as in the latest run that has it.')).toBeVisible()
  await expect(page.getByText('1 newly failing').first()).toBeVisible()
  await page.getByRole('link', { name: 'Run 1' }).click()
  await expect(page.getByText('2 newly failing').first()).toBeVisible()
  expect(bobbin('deliver', folderWith({ 'd.xml': report(['drifts']) }), ...target, '2', '--trial').code).toBe(0)
  await page.goto('/gullhaven/runs?branch=buoys&trial=1')
  await expect(page.getByRole('row').filter({ hasText: 'buoys' })).toHaveCount(1)
  await page.getByRole('button', { name: /trial runs only/ }).click()
  await expect(page.getByRole('row').filter({ hasText: 'buoys' })).toHaveCount(3)
})
