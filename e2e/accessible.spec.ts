import type { Page } from '@playwright/test'
import { violations } from './axe.js'
import { walk } from './keyboard-walk.js'
import { bobbin, expect, folderWith, look, openRun, test } from './bobbin.js'

/** Each with its address; of one that is opened over another view, only the dialog is looked at with axe. */
const VIEWS: [name: string, path: string, within?: string][] = [
  ['brief', '/gullhaven/brief'],
  ['cases', '/gullhaven/cases?case=FERRY-101'],
  ['requirements', '/gullhaven/cases/requirements'],
  ['tying cases', '/gullhaven/cases/requirements?row=1:FERRY-488&do=tie'],
  ['scripts', '/gullhaven/scripts?only=unlinked'],
  ['mapping', '/gullhaven/mapping?only=all'],
  ['suites', '/gullhaven/suites'],
  ['adding cases to a suite', '/gullhaven/suites?do=add'],
  ['new suite', '/gullhaven/suites?do=new', '[role=dialog]'],
  ['suite template', '/gullhaven/suites?suite=template-forms'],
  ['plans', '/gullhaven/plans'],
  ['today', '/gullhaven/plans/today'],
  ['releases', '/gullhaven/releases'],
  ['runs', '/gullhaven/runs'],
  ['failures', '/gullhaven/failures'],
  ['mine', '/gullhaven/mine'],
  ['an assignment', '/gullhaven/mine?assignment=3'],
  ['a case done by hand', '/gullhaven/mine?assignment=3&do=25'],
  ['report', '/gullhaven/report/release/1'],
  ['trends', '/gullhaven/trends'],
  ['slow tests', '/gullhaven/trends/slow'],
  ['day by day', '/gullhaven/trends/days'],
  ['areas', '/gullhaven/trends/areas'],
  ['activity', '/gullhaven/trends/activity'],
  ['builds', '/gullhaven/builds'],
  ['comparison', '/gullhaven/builds/compare'],
  ['weave', '/gullhaven/weave'],
  ['weave as a table', '/gullhaven/weave?view=table'],
  ['one test', '/gullhaven/tests/1'],
  ['boards', '/gullhaven/boards'],
  ['failures and defects', '/gullhaven/settings/failures'],
  ['notifications', '/gullhaven/settings/notifications'],
  ['intake', '/gullhaven/intake'],
  ['picked cases', '/gullhaven/cases?pick=101-110&sort=-updated&cols=owner,state,intent,estimate'],
  ['import', '/gullhaven/cases?do=import', '[role=dialog]'],
  ['account settings', '/gullhaven/settings/account'],
  ['token settings', '/gullhaven/settings/tokens'],
  ['project settings', '/gullhaven/settings/project'],
  ['environments', '/gullhaven/settings/environments'],
  ['agents', '/gullhaven/settings/agents'],
  ['people', '/gullhaven/settings/people'],
  ['audit log', '/gullhaven/settings/audit'],
  ['forgotten password', '/new-password'],
  ['taking in', '/gullhaven/settings/intake'],
  ['space', '/gullhaven/settings/space'],
  ['server settings', '/gullhaven/settings/server'],
  ['new project', '/gullhaven/settings/project?new=1'],
  ['API reference', '/reference?search=deliveries#intakeDeliver'],
]

test('what is wrong is found, in light and in dark', async ({ page }) => {
  await page.goto('/sign-in')
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.evaluate(() => document.body.insertAdjacentHTML('beforeend', '<p id="faint" style="color: #888; background: #999">faint</p>'))
  const found = [/^light, color-contrast: .*faint/, /^dark, color-contrast: .*faint/].map((words) => expect.stringMatching(words))
  expect(await violations(page)).toEqual(expect.arrayContaining(found))
})

/** Every control that can be seen is reached with Tab, and seen to be. */
async function expectByKeyboard(page: Page): Promise<void> {
  const walked = await walk(page)
  expect(walked).toEqual({ missed: [], unseen: [], controls: walked.controls })
  expect(walked.controls).toBeGreaterThan(0)
}

test('what the keyboard does not reach, or reaches unseen, is found', async ({ page }) => {
  await page.goto('/sign-in')
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.evaluate(() =>
    document.body.insertAdjacentHTML(
      'beforeend',
      '<button tabindex="-1" id="lost">lost</button><button id="dark" style="outline: none !important; box-shadow: none">dark</button>',
    ),
  )
  const { missed, unseen } = await walk(page)
  expect(missed).toEqual([expect.stringContaining('id="lost"')])
  expect(unseen).toEqual([expect.stringContaining('id="dark"')])
})

for (const [name, path, within] of VIEWS) {
  look(`${name}: no axe violation in light and dark, and everything by keyboard alone`, async ({ signedIn: page }) => {
    await page.goto(path)
    await page.getByRole('heading', { level: 1 }).or(page.getByRole('dialog')).first().waitFor()
    // events keep a connection open, so that the network is never idle
    await expect(page.getByText(/^Loading /)).toHaveCount(0)
    if (within) await page.locator(within).waitFor()
    expect(await violations(page, within)).toEqual([])
    await expectByKeyboard(page)
  })
}

test('a run with its inspector, attempts side by side, the whole window, a picture: no axe violation in light and dark', async ({
  signedIn: page,
}) => {
  await openRun(page, '412', 'fare-desk-web')
  await page.getByRole('row', { name: /Scanner rejoins/ }).click()
  await page.getByRole('button', { name: /attempt 1 of 2/ }).waitFor()
  expect(await violations(page)).toEqual([])
  await expectByKeyboard(page)
  await page.keyboard.press('s')
  await page.getByRole('group', { name: 'Attempts side by side' }).waitFor()
  expect(await violations(page, '[role=group][aria-label="Attempts side by side"]')).toEqual([])
  await page.keyboard.press('o')
  await page.getByRole('dialog').waitFor()
  expect(await violations(page, '[role=dialog]')).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'screenshot.png' }).first().click()
  await page.getByRole('dialog').getByRole('img').waitFor()
  expect(await violations(page, '[role=dialog]')).toEqual([])
})

test('a delivery, as it is and undone, and where it could be moved: no axe violation in light and dark', async ({ signedIn: page }) => {
  const folder = folderWith({
    'a.xml': '<testsuite name="s"><testcase classname="c" name="slow" time="x"/></testsuite>',
    'b.xml': '<html/>',
  })
  bobbin('deliver', folder, `${folder}/b.xml`, '--pipeline', 'axe', '--build', '1', '--branch', 'trial', '--environment', 'pier-test')
  await page.goto('/gullhaven/intake')
  await page.getByRole('link', { name: 'axe 1 in pier-test' }).click()
  await page.getByText('1 file was refused').waitFor()
  expect(await violations(page)).toEqual([])
  await expectByKeyboard(page)
  await page.getByRole('button', { name: 'Move …' }).click()
  await page.getByRole('dialog').waitFor()
  expect(await violations(page, '[role=dialog]')).toEqual([])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo delivery' }).click()
  await page.getByText(/Undone by/).waitFor()
  expect(await violations(page)).toEqual([])
})

test('the sign-in page, the command menu and the key sheet: no axe violation in light and dark', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/brief')
  await page.getByRole('heading', { level: 1 }).waitFor()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('tide')
  await page
    .getByRole('option', { name: /FERRY-\d+/ })
    .first()
    .waitFor()
  expect(await violations(page, '[role=dialog]')).toEqual([])
  await page.keyboard.press('Escape')
  await page.keyboard.press('?')
  await page.getByRole('heading', { name: 'Keyboard shortcuts' }).waitFor()
  expect(await violations(page, '[role=dialog]')).toEqual([])
  await page.goto('/sign-in')
  await page.getByRole('heading', { level: 1 }).waitFor()
  expect(await violations(page)).toEqual([])
  await expectByKeyboard(page)
  await page.goto('/join#a-link-that-nobody-was-given')
  await page.getByRole('heading', { level: 1 }).waitFor()
  expect(await violations(page)).toEqual([])
})

test('the fonts are shipped, and the page fits 1024 pixels without scrolling sideways', async ({ signedIn: page }) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await openRun(page, '412', 'fare-desk-web')
  await page.getByRole('row', { name: /Scanner rejoins/ }).click()
  const loaded = await page.evaluate(() => [...document.fonts].filter((font) => font.status === 'loaded').map((font) => font.family))
  expect(loaded.join()).toContain('Atkinson Hyperlegible Next')
  expect(loaded.join()).toContain('Spline Sans Mono')
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(1024)
})
