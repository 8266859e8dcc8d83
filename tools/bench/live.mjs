// Live runs: what a reporter costs the tests it watches, and how soon a result is on an open page.
import { chromium } from '@playwright/test'
import { spawn } from 'node:child_process'
import { randomUUID } from 'node:crypto'
import { rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { CHROMIUM } from '../lib/chromium.mjs'
import { ROOT } from '../lib/process.mjs'
import { median } from './measure.mjs'

const TESTS = 2000
const TURNS = 15
const PAGES = 20
/** Fifty results a second, in tenths. */
const BATCH = 5
const EVERY_MS = 100
const BATCHES = 150

/** Two thousand tests of 3 ms each, with Mocha, which waits for its reporter at the end. */
const SUITE = `describe('Deck planner', () => {
  for (let i = 0; i < ${TESTS}; i++) it('vehicle ' + i + ' stands in its lane', () => {
    const until = performance.now() + 3
    while (performance.now() < until);
    if (i % 50 === 0) throw new Error('expected lane ' + i % 12 + ' to be free')
  })
})`

/**
 * Each turn with the reporter stands between two without it: a machine changes its pace sooner than ten suites are through, so that the
 * median of the turns counts.
 */
export async function benchReporter(figures, folder, bench) {
  const file = join(folder, 'suite.cjs')
  writeFileSync(file, SUITE)
  // a pipeline says what it builds: git need not be asked
  const place = {
    BOBBIN_TOKEN: bench.token,
    BOBBIN_PIPELINE: 'live',
    BOBBIN_BRANCH: 'main',
    BOBBIN_COMMIT: '5ac1e0d',
    BOBBIN_ENVIRONMENT: 'bench',
  }
  const ways = {
    alone: { args: ['--reporter', 'dot'], env: {} },
    there: { args: reporter(), env: { ...place, BOBBIN_URL: bench.url } },
    away: { args: reporter(), env: { ...place, BOBBIN_URL: 'http://127.0.0.1:9' } },
  }
  const time = (name, turn) => {
    const { args, env } = ways[name]
    return timeOf(file, args, { ...env, BOBBIN_BUILD: String(turn + 1), BOBBIN_WAITING: join(folder, 'waiting') })
  }
  const turns = []
  let before = await time('alone', 0)
  for (let turn = 0; turn < TURNS; turn++) {
    const [there, away] = [await time('there', turn), await time('away', turn)]
    rmSync(join(folder, 'waiting'), { recursive: true, force: true })
    const after = await time('alone', turn)
    turns.push({ there, away, alone: (before + after) / 2 })
    before = after
  }
  for (const name of ['there', 'away']) {
    const middle = turns.toSorted((a, b) => a[name] / a.alone - b[name] / b.alone)[Math.floor(TURNS / 2)]
    figures.add(
      'live',
      `a suite of 2,000 tests with our reporter, the server ${name}, against the same without`,
      middle[name] / middle.alone,
      '×',
      1.02,
      `${Math.round(middle[name])} ms against ${Math.round(middle.alone)} ms`,
    )
  }
}

const reporter = () => ['--reporter', join(ROOT, 'packages/reporters/dist/mocha.js'), '--reporter-option', 'print=dot']

async function timeOf(file, args, env) {
  const began = performance.now()
  const child = spawn(join(ROOT, 'node_modules/.bin/mocha'), [file, ...args], {
    cwd: ROOT,
    stdio: 'ignore',
    env: { ...process.env, ...env },
  })
  await new Promise((resolve) => child.once('close', resolve))
  return performance.now() - began
}

export async function benchLatency(figures, bench) {
  const ask = (path, body) => bench.client.post(path, body)
  const project = 'bench'
  const place = { pipeline: 'watched', branch: 'main', environment: 'bench', build: '1' }
  const feed = await ask('/projects/{project}/feeds', {
    path: { project },
    body: { ...place, key: randomUUID(), name: 'agent', planned: BATCH * BATCHES },
  })
  const browser = await chromium.launch(CHROMIUM)
  try {
    const [name, value] = bench.cookie.split('=')
    const pages = []
    // each page in a browser of its own, as if each were another person's
    for (let i = 0; i < PAGES; i++) {
      const context = await browser.newContext({ baseURL: bench.url })
      await context.addCookies([{ name, value, url: bench.url }])
      const page = await context.newPage()
      await page.goto(`/bench/runs/${feed.runId}`)
      await page.getByRole('region', { name: 'Live' }).waitFor()
      pages.push(page)
    }
    const seen = await Promise.all(pages.map((page) => page.evaluateHandle(watch)))
    const sent = []
    const began = performance.now()
    for (let number = 1; number <= BATCHES; number++) {
      const due = began + number * EVERY_MS
      if (due > performance.now()) await new Promise((resolve) => setTimeout(resolve, due - performance.now()))
      sent.push({ total: number * BATCH, at: Date.now() })
      await ask('/projects/{project}/feeds/{id}/batches', { path: { project, id: feed.id }, body: { number, results: batch(number) } })
    }
    const delays = []
    for (const [n, page] of pages.entries()) {
      await page.waitForFunction((total) => document.body.textContent?.includes(`Live: ${total} of`), BATCH * BATCHES)
      const shown = await seen[n].jsonValue()
      for (const { total, at } of sent) delays.push(shown.find((one) => one.total >= total).at - at)
    }
    figures.add('live', `from a result sent to shown, 50 a second, ${PAGES} pages open, median`, median(delays), 'ms', 300)
  } finally {
    await browser.close()
  }
}

const batch = (number) =>
  Array.from({ length: BATCH }, (_, i) => ({
    name: `vehicle ${number * BATCH + i} stands in its lane`,
    classname: 'ferry.deck.Watched',
    outcome: (number * BATCH + i) % 50 === 0 ? 'failed' : 'passed',
    durationMs: 20,
  }))

/** In the page: when which total was first shown. */
function watch() {
  const shown = []
  const look = () => {
    const total = Number(
      /Live: ([\d,]+) of/.exec(document.querySelector('[aria-label="Live"]')?.textContent ?? '')?.[1]?.replaceAll(',', '') ?? NaN,
    )
    if (total > (shown.at(-1)?.total ?? -1)) shown.push({ total, at: Date.now() })
  }
  new MutationObserver(look).observe(document.body, { subtree: true, childList: true, characterData: true })
  look()
  return shown
}
