#!/usr/bin/env node
// npm run screenshots: the pictures in docs/screenshots, made from the demo data on a server of its own.
import { chromium } from '@playwright/test'
import { mkdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { CHROMIUM } from './lib/chromium.mjs'
import { ensureBuilt } from './lib/build.mjs'
import { startPostgres } from './lib/postgres.mjs'
import { DATA, ROOT } from './lib/process.mjs'
import { startTestServer } from './lib/test-server.mjs'

const folder = join(ROOT, 'docs', 'screenshots')
const say = (text) => console.log(text)

await ensureBuilt(say)
const home = join(DATA, `screenshots-${process.pid}`)
const database = await startPostgres(home, say, { quick: true })
await database.createDatabase('screenshots')
const server = await startTestServer(database.url('screenshots'))
const browser = await chromium.launch(CHROMIUM)

/** Opens a page in a theme, lets `act` bring it into the state to show, and takes its picture. */
async function shoot(name, path, { theme = 'light', act = async () => undefined } = {}) {
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
  await page.getByRole('heading', { level: 1 }).waitFor()
  await act(page)
  await page.waitForLoadState('networkidle')
  await page.evaluate(() => document.fonts.ready)
  await page.screenshot({ path: join(folder, `${name}.png`) })
  await context.close()
  say(name)
}

const openRun = (test) => async (page) => {
  await page.getByRole('row').filter({ hasText: 'fare-desk-web' }).first().click()
  await page.getByRole('row', { name: test }).first().click()
  await page.getByRole('region', { name: 'Attempts' }).waitFor()
}

try {
  mkdirSync(folder, { recursive: true })
  await shoot('brief', '/gullhaven/brief')
  await shoot('run', '/gullhaven/runs', { act: openRun(/Scanner rejoins after tunnel/) })
  await shoot('run-dark', '/gullhaven/runs', { theme: 'dark', act: openRun(/Vehicle deck refuses a load/) })
  await shoot('cases', '/gullhaven/cases?search=vehicle+deck', {
    act: (page) => page.getByRole('row', { name: /Vehicle deck refuses/ }).click(),
  })
  await shoot('scripts', '/gullhaven/scripts?only=unlinked', {
    act: (page) =>
      page
        .getByRole('row', { name: /Side ramp refuses/ })
        .first()
        .click(),
  })
  await shoot('runs', '/gullhaven/runs')
  await shoot('intake', '/gullhaven/intake', {
    act: (page) =>
      page
        .getByText(/results from 4 files/)
        .first()
        .waitFor(),
  })
} finally {
  await browser.close()
  await server.stop()
  await database.stop()
  database.destroy()
  rmSync(home, { recursive: true, force: true })
}
