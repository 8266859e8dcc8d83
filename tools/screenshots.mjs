#!/usr/bin/env node
// npm run screenshots: the pictures in docs/screenshots, made from the demo data on a server of its own.
import { chromium } from '@playwright/test'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { CHROMIUM } from './lib/chromium.mjs'
import { ensureBuilt } from './lib/build.mjs'
import { startDemoAgent, startFerry } from './lib/demo-running.mjs'
import { playLive } from './lib/live-run.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { DATA, freePort, ROOT } from './lib/process.mjs'
import { startTestServer } from './lib/test-server.mjs'

const folder = join(ROOT, 'docs', 'screenshots')
/** With names (npm run screenshots -- runs run) only those are taken anew. */
const only = process.argv.slice(2)
const say = (text) => console.log(text)

await ensureBuilt(say)
const home = join(DATA, `screenshots-${process.pid}`)
const database = await startPostgres(home, say, { quick: true })
await database.createDatabase('screenshots')
const ferry = await startFerry(await freePort())
const server = await startTestServer(database.url('screenshots'), {
  more: { BOBBIN_SOURCE_FOLDERS: '/srv/reports', BOBBIN_SOURCE_HOSTS: '127.0.0.1', ...(ferry && { BOBBIN_DEMO_FERRY: ferry.url }) },
})
const browser = await chromium.launch(CHROMIUM)
let agent = null

/** Opens a page in a theme, lets `act` bring it into the state to show, and takes its picture. */
async function shoot(name, path, { theme = 'light', act = async () => undefined } = {}) {
  if (only.length > 0 && !only.includes(name)) return
  const context = await browser.newContext({
    baseURL: server.url,
    viewport: { width: 1280, height: 800 },
    colorScheme: theme,
    locale: 'en-GB',
    timezoneId: 'UTC',
  })
  const page = await context.newPage()
  await page.request.post('/api/session', { data: { email: 'runa@gullhaven.example', password: 'gullhaven' } })
  await page.goto(path)
  await page.getByRole('heading', { level: 1 }).or(page.getByRole('dialog')).first().waitFor()
  await act(page)
  // events keep a connection open, so that the network is never idle
  await page.waitForFunction(() => ![...document.querySelectorAll('[role=status]')].some((one) => one.textContent?.startsWith('Loading ')))
  await page.waitForTimeout(300)
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: join(folder, `${name}.png`) })
  await context.close()
  say(name)
}

/** Asks the API below a project as the person of a page. */
const askOf = (page) => async (method, path, data) => {
  const answer = await page.request.fetch(`/api/projects/gullhaven${path}`, { method, ...(data && { data }) })
  if (!answer.ok()) throw new Error(`${method} ${path} answered ${answer.status()}`)
  const text = await answer.text()
  return text === '' ? null : JSON.parse(text)
}

const openRun = (test) => async (page) => {
  await page.getByRole('row').filter({ hasText: 'fare-desk-web' }).first().click()
  await page.getByRole('row', { name: test }).first().click()
  await page.getByRole('region', { name: 'Attempts' }).waitFor()
}

/** Starts the demo's plan with a real agent, and changes a case of its suite. */
async function runPlans() {
  agent = await startDemoAgent(server.url, home)
  const context = await browser.newContext({ baseURL: server.url })
  const page = await context.newPage()
  await page.request.post('/api/session', { data: { email: 'runa@gullhaven.example', password: 'gullhaven' } })
  const ask = askOf(page)
  const { rows } = await ask('GET', '/plans')
  const plan = rows.find(({ name }) => name === 'Smoke')
  while ((await ask('GET', '/agents')).rows.length === 0) await page.waitForTimeout(200)
  for (const broken of [false, false, true]) {
    if (broken) await page.request.post(`${ferry?.url}/switch`, { form: { fault: 'concessions', on: 'true' } })
    const { id } = await ask('POST', `/plans/${plan.id}/start`, {})
    while ((await ask('GET', `/starts/${id}`)).state === 'going') await page.waitForTimeout(300)
  }
  const { version, steps } = await ask('GET', '/cases/FERRY-410')
  await ask('PATCH', '/cases/FERRY-410', {
    version,
    steps: steps.map((step, i) => (i === 2 ? { ...step, expected: 'It leaves 25 minutes later' } : step)),
  })
  await context.close()
}

try {
  mkdirSync(folder, { recursive: true })
  await shoot('brief', '/gullhaven/brief')
  await shoot('run', '/gullhaven/runs', { act: openRun(/Scanner rejoins after tunnel/) })
  await shoot('run-dark', '/gullhaven/runs', { theme: 'dark', act: openRun(/Vehicle deck refuses a load/) })
  await shoot('cases', '/gullhaven/cases?search=vehicle+deck', {
    act: async (page) => {
      await page
        .getByRole('row', { name: /Vehicle deck refuses/ })
        .first()
        .click()
      await page.getByRole('grid').focus()
      for (const key of ['x', 'Shift+ArrowDown', 'Shift+ArrowDown']) await page.keyboard.press(key)
      await page.getByRole('toolbar').waitFor()
    },
  })
  const chooseOne = async (page) => {
    await page.locator('progress').waitFor({ state: 'detached' })
    await page
      .getByRole('button', { name: /\d\d%$/ })
      .first()
      .click()
    await page.getByRole('complementary', { name: 'The selected script' }).waitFor()
  }
  await shoot('mapping', '/gullhaven/mapping', { act: chooseOne })
  await shoot('case-code-dark', '/gullhaven/cases?case=FERRY-488', {
    theme: 'dark',
    act: async (page) => {
      await page.getByText('Code', { exact: true }).first().click()
      await page.getByRole('group', { name: 'Code' }).first().scrollIntoViewIfNeeded()
    },
  })
  await shoot('failures', '/gullhaven/failures', {
    act: (page) =>
      page
        .getByRole('complementary', { name: 'Cause' })
        .getByText(/^likely/)
        .waitFor(),
  })
  await shoot('weave', '/gullhaven/weave', {
    act: async (page) => {
      await page.getByRole('application', { name: 'Weave' }).focus()
      for (const key of ['j', 'Shift+ArrowDown', 'Shift+ArrowDown', 'Shift+ArrowDown']) await page.keyboard.press(key)
      await page.getByText('4 tests failed.').first().waitFor()
    },
  })
  await shoot('builds', '/gullhaven/builds?pipeline=nightly-full', {
    act: async (page) => {
      await page.getByRole('row', { name: /206/ }).click()
      await page.getByText('Why it is red').waitFor()
    },
  })
  await shoot('trends-dark', '/gullhaven/trends/days?outages=0', { theme: 'dark' })
  const openRound = async (page) => {
    await page.getByRole('button', { name: /Deck planner on kiosk/ }).click()
    await page.getByRole('button', { name: /^Go on/ }).waitFor()
  }
  await shoot('mine-dark', '/gullhaven/mine', { theme: 'dark', act: openRound })
  await shoot('by-hand', '/gullhaven/mine', {
    act: async (page) => {
      await openRound(page)
      await page.getByRole('button', { name: /^Go on/ }).click()
      await page.locator('[aria-current=step]').waitFor()
      await page.keyboard.press('p')
      await page.getByRole('textbox', { name: 'Actual result of step 2' }).waitFor()
    },
  })
  await shoot('report', '/gullhaven/releases', {
    act: async (page) => {
      await page.getByText('4.2', { exact: true }).first().click()
      await page.getByRole('link', { name: 'Report and sign-off' }).click()
      await page
        .getByText(/of \d+ done/)
        .first()
        .waitFor()
    },
  })
  await shoot('intake', '/gullhaven/intake', {
    act: async (page) => {
      const files = [
        'samples/cucumber-A/messages.ndjson',
        'samples/tape-A/results.tap',
        'samples-archives/two-files.zip',
        'samples-hostile/json-truncated.json',
      ]
      await page.getByLabel('Result files').setInputFiles(files.map((file) => join(ROOT, 'packages/core/src/formats', file)))
      await page.getByText('it breaks off').waitFor()
    },
  })
  await shoot('requirements', '/gullhaven/cases/requirements', {
    act: (page) => page.getByRole('row', { name: /TIDE-31/ }).click(),
  })
  // plans that really run: two good builds, then one with reduced fares charged in full
  if (only.length === 0 || only.some((name) => ['suites', 'plan', 'today-dark'].includes(name))) await runPlans()
  await shoot('plan', '/gullhaven/plans', {
    act: async (page) => {
      await page.getByRole('grid', { name: 'Plans' }).getByText('Smoke').click()
      await page.getByRole('heading', { name: 'Started' }).waitFor()
    },
  })
  await shoot('suites', '/gullhaven/suites', {
    act: async (page) => {
      await page.getByRole('grid', { name: 'Suites' }).getByText('Smoke').click()
      await page.getByRole('complementary', { name: 'Changed since it was planned' }).waitFor()
    },
  })
  await shoot('today-dark', '/gullhaven/plans/today', { theme: 'dark', act: (page) => page.getByText('quay-1').first().waitFor() })
  // last: the others show the demo data without it
  await shoot('run-live', '/gullhaven/runs', {
    act: async (page) => {
      const live = await playLive(askOf(page), { pipeline: 'fare-desk-web', environment: 'pier-test', share: 0.6, failing: 3 })
      await page.goto(`/gullhaven/runs/${live.runId}`)
      await page.getByRole('row', { name: /counts trailers separately/ }).click()
      await page.getByRole('region', { name: 'Attempts' }).waitFor()
    },
  })
} finally {
  await browser.close()
  await agent?.stop()
  await server.stop()
  await ferry?.stop()
  await database.stop()
  database.destroy()
  rmSync(home, { recursive: true, force: true })
}
