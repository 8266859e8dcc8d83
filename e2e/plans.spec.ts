import { FerryStandIn } from '@bobbin/standins/ferry'
import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { address, drag, expect, test } from './bobbin.js'

let ferry: FerryStandIn
const agents: ChildProcess[] = []
test.beforeAll(async () => {
  ferry = await FerryStandIn.start()
})
test.afterAll(async () => {
  for (const agent of agents) agent.kill('SIGKILL')
  await ferry.stop()
})

/** Starts an agent by the second of the lines that Settings shows, in a folder of its own. */
function startAgent(line: string): void {
  const token = /BOBBIN_TOKEN=(\S+)/.exec(line)?.[1] ?? ''
  const name = /--name (\S+)/.exec(line)?.[1] ?? ''
  const cli = new URL('../apps/cli/bin/bobbin.mjs', import.meta.url).pathname
  const folder = mkdtempSync(join(tmpdir(), 'bobbin-e2e-agent-'))
  const env = { ...process.env, BOBBIN_URL: address(), BOBBIN_TOKEN: token }
  agents.push(
    spawn(process.execPath, [cli, 'agent', '--name', name, '--folder', join(folder, 'home')], { cwd: folder, env, stdio: 'ignore' }),
  )
}

test('somebody new makes a suite, plans it, adds an agent, watches it fail, mends the system, and runs again what failed', async ({
  signedIn: page,
}) => {
  // many jobs in one, with an agent that really runs tests
  test.slow()
  // where the system under test is
  await page.goto('/gullhaven/settings/environments')
  await page.getByRole('button', { name: 'Actions for harbour-dev' }).click()
  await page.getByRole('menuitem', { name: 'Change …' }).click()
  await page.getByLabel('Address of the system under test').fill(ferry.url)
  await page.getByRole('group', { name: /Probe/ }).getByLabel('Address').fill(`${ferry.url}/health`)
  await page.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('dialog').waitFor({ state: 'hidden' })
  await page.getByRole('button', { name: 'Probe now' }).click()
  await expect(page.getByText(/Its probe answered 200/)).toBeVisible()

  // a suite, by keyboard
  await page.goto('/gullhaven/suites')
  await page.getByRole('grid', { name: 'Suites' }).waitFor()
  await page.keyboard.press('n')
  await page.getByLabel('Name').fill('Fares and tides')
  await page.getByLabel('Folder').fill('Tried')
  await page.getByRole('button', { name: 'Create the suite' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'Fares and tides' })).toBeVisible()
  await page.keyboard.press('a')
  const adding = page.getByRole('complementary', { name: 'Add cases' })
  for (const [words, key] of [
    ['Islander gets the reduced fare in the app', 'FERRY-219'],
    ['Low tide moves the departure', 'FERRY-410'],
  ] as const) {
    await adding.getByPlaceholder('Key, title, tag or owner').fill(words)
    await adding.getByRole('button', { name: `Add ${key}` }).click()
    await expect(page.getByRole('grid', { name: 'Cases of the suite' }).getByText(key)).toBeVisible()
  }
  await page.keyboard.press('Escape')
  const cases = page.getByRole('grid', { name: 'Cases of the suite' })
  await cases.getByText('FERRY-410').click()
  await cases.focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(cases.getByRole('row').first()).toContainText('FERRY-410')

  // a plan of it, on two environments, every weekday
  await page.keyboard.press('p')
  await page.getByRole('button', { name: 'Create the plan' }).click()
  await page.getByRole('button', { name: 'when somebody starts it' }).click()
  await page.getByRole('dialog', { name: 'When it starts' }).getByLabel('Time zone').fill('Europe/Oslo')
  await page.getByRole('dialog', { name: 'When it starts' }).getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Monday to Friday at 06:00 in Oslo', exact: true })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('region', { name: 'Next occurrences' }).getByRole('listitem')).toHaveCount(10)
  const grid = page.getByRole('grid', { name: 'Environments and profiles' })
  const on = grid.getByRole('gridcell', { name: /: on/ })
  const before = await on.count()
  await grid
    .getByRole('gridcell', { name: 'harbour-dev, any profile: off' })
    .or(grid.getByRole('gridcell', { name: 'pier-test, any profile: off' }))
    .first()
    .click()
  await expect(on).toHaveCount(before + 1)

  // an agent, by the two lines of Settings
  await page.goto('/gullhaven/settings/agents')
  await page.getByRole('button', { name: 'Create a token for it' }).click()
  await expect(page.getByText('The token is shown this once')).toBeVisible()
  startAgent((await page.getByText(/curl -fsSO/).textContent()) ?? '')
  await expect(page.getByText('waits for work')).toBeVisible()

  // it fails for real
  ferry.turn('concessions', true)
  await page.goto('/gullhaven/plans')
  await page.getByRole('grid', { name: 'Plans' }).getByText('Fares and tides').click()
  await expect(page.getByText(/1 agent, .* of machine time/)).toBeVisible()
  await page.keyboard.press('r')
  await expect(page.getByText(/Fares and tides.* was started/)).toBeVisible()
  const started = page.getByRole('region', { name: 'Started' })
  await expect(started.getByRole('listitem').first()).toContainText(/red/)
  await started.getByRole('link', { name: 'harbour-dev' }).first().click()
  await expect(page.getByRole('row', { name: /Islander gets the reduced fare/ })).toBeVisible()
  await page.getByRole('button', { name: 'Log of part 1' }).click()
  await expect(page.getByRole('log')).toContainText('Islander gets the reduced fare')
  await page.keyboard.press('Escape')

  // mended once the second try has failed too, or that one would pass, and run again
  await expect(page.getByRole('region', { name: 'Parts' }).getByText('1 failed')).toHaveCount(2)
  ferry.turn('concessions', false)
  await page.getByRole('button', { name: 'Run again' }).click()
  await expect(page.getByRole('region', { name: 'Parts' })).toContainText('1 passed')
  // the first build of the plan is compared with none: what matters is that nothing of it is red any more
  await expect(page.getByRole('region', { name: 'Run' })).toContainText('Run 1 (1 red)')
  await expect(page.getByRole('region', { name: 'Run' })).not.toContainText('newly failing')
})

test('what runs is stopped from its page, and the day shows it', async ({ signedIn: page }) => {
  // nobody takes it: it waits, with the reason, until it is stopped
  const ask = async (method: 'post' | 'put', path: string, data: unknown) => {
    const answer = await page.request[method](`/api/projects/gullhaven${path}`, { data })
    expect(answer.ok(), await answer.text()).toBe(true)
    return (await answer.json()) as { id: number; rows: { id: number; name: string }[] }
  }
  const suite = await ask('post', '/suites', { folder: '', name: 'For the kiosk', note: '' })
  await ask('post', `/suites/${suite.id}/cases`, { keys: ['FERRY-324'] })
  const environments = (await (await page.request.get('/api/projects/gullhaven/environments')).json()) as {
    rows: { id: number; name: string }[]
  }
  const pool = await page.request.post('/api/projects/gullhaven/pools', {
    data: { name: 'kiosks', costPerMinute: 0, closed: [], idleMinutes: 10, confirmed: false },
  })
  const { pools } = (await pool.json()) as { pools: { id: number }[] }
  const plan = await ask('post', '/plans', {
    ...{
      name: 'Kiosk',
      pipeline: 'kiosk',
      branch: 'main',
      newestBuild: false,
      retries: 0,
      split: 'time',
      overlap: 'queue',
      missed: 'skip',
      paused: false,
    },
    suites: [{ id: suite.id, parameters: {} }],
    cells: [
      { environmentId: environments.rows.find(({ name }) => name === 'breakwater-stage')?.id ?? 0, poolId: pools[0]?.id, parameters: {} },
    ],
    times: [],
  })
  await ask('post', `/plans/${plan.id}/start`, {})
  await page.goto('/gullhaven/plans/today')
  await expect(page.getByRole('region', { name: 'Waiting' })).toContainText('Kiosk on breakwater-stage')
  await expect(page.getByRole('region', { name: 'Waiting' })).toContainText(/no agent belongs to kiosks|there is no agent/)
  await page
    .getByRole('region', { name: 'Under way' })
    .getByRole('listitem')
    .filter({ hasText: 'Kiosk' })
    .getByRole('button', { name: 'Stop' })
    .click()
  await expect(page.getByRole('region', { name: 'Waiting' })).not.toContainText('Kiosk')
})

test('a template that ships is copied as a suite with the cases that were chosen', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/suites')
  await page.getByRole('row', { name: /^HTTP API/ }).click()
  const template = page.getByRole('region', { name: 'Template' })
  await expect(template).toContainText('A template that ships with Bobbin')
  await template.getByText('1 step', { exact: true }).first().click()
  await expect(template).toContainText('401 with a WWW-Authenticate header')
  await template.getByRole('checkbox', { name: /answered 405|unknown method 405/ }).uncheck()
  await template.getByRole('button', { name: 'Copy as a suite' }).click()
  await expect(page.getByRole('heading', { level: 1, name: 'HTTP API' })).toBeVisible()
  await expect(page.getByRole('region', { name: 'Suite', exact: true })).toContainText('5 cases')
  await expect(page.getByRole('region', { name: 'Suite', exact: true })).not.toContainText('unknown method 405')
  // it is one of the project's own from now on
  await expect(page.getByRole('button', { name: /^Plan it/ })).toBeVisible()
  await page.goto('/gullhaven/suites?suite=template-not-run')
  await page.getByRole('region', { name: 'Template' }).getByRole('button', { name: 'Copy as a suite' }).click()
  await expect(page.getByRole('region', { name: 'Suite', exact: true })).toContainText('not run for 30 days')
})

test('cases of a suite are dragged into their order, and others are dragged in', async ({ signedIn: page }) => {
  const cases = [219, 410, 214].map((number) => `FERRY-${number}`)
  const made = await page.request.post('/api/projects/gullhaven/suites', {
    data: { name: 'By dragging', folder: 'Tried', note: '', filter: null, template: false },
  })
  const { id } = (await made.json()) as { id: number }
  const suite = page.getByRole('region', { name: 'Suite', exact: true })
  const rows = page.getByRole('grid', { name: 'Cases of the suite' }).getByRole('row')
  const keys = () => rows.evaluateAll((all) => all.map((row) => /FERRY-\d+/.exec(row.textContent ?? '')?.[0]))
  await page.goto(`/gullhaven/suites?suite=${id}&do=add`)
  const adding = page.getByRole('complementary', { name: 'Add cases' })
  for (const key of cases) {
    await adding.getByPlaceholder('Key, title, tag or owner').fill(key)
    const one = adding.getByRole('listitem').filter({ hasText: new RegExp(`^${key}(?!\\d)`) })
    // into the suite while it is empty, then under its rows
    await drag(page, one.getByText(key, { exact: true }), suite.getByText(key === cases[0] ? 'Add cases one by one' : 'to take out'))
    await expect(one).toContainText('added')
  }
  await expect.poll(keys).toEqual(cases)
  await drag(page, rows.nth(2), rows.nth(0))
  await expect.poll(keys).toEqual([cases[2], cases[0], cases[1]])
  await drag(page, rows.nth(0), rows.nth(2))
  await expect.poll(keys).toEqual([cases[0], cases[2], cases[1]])
  await page
    .getByRole('region', { name: /Notifications/ })
    .getByRole('button', { name: 'Undo' })
    .last()
    .click()
  await expect.poll(keys).toEqual([cases[2], cases[0], cases[1]])
})

test('picked cases are added to a suite from their list', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/cases?pick=101-103')
  await page.getByRole('toolbar').getByRole('button', { name: 'Add to a suite …' }).click()
  await page.getByRole('menuitem', { name: /Concessions/ }).click()
  await expect(page.getByText('3 cases added to Concessions')).toBeVisible()
})

test('a protected environment is opened with a reason, for a time', async ({ signedIn: page }) => {
  await page.goto('/gullhaven/settings/environments')
  await page.getByRole('button', { name: 'Open for runs …' }).click()
  await page.getByLabel('Reason').fill('release 4.2')
  await page.getByRole('button', { name: 'Open it' }).click()
  await expect(page.getByText(/Protected, and open until .*: release 4.2 \(Runa Solberg\)/)).toBeVisible()
  await page.getByRole('button', { name: 'Close it' }).click()
  await expect(page.getByText('Protected: it takes no run until somebody opens it.')).toBeVisible()
})
