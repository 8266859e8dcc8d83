// What finding scripts and mapping them costs: a scan of a large tree, its way into the server, suggestions, and the mapping page.
import { spawnSync } from 'node:child_process'
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { setTimeout } from 'node:timers/promises'
import { ROOT } from '../lib/process.mjs'
import { writeFileOf } from './files.mjs'
import { outputOf } from './turns.mjs'

const FILES = 5000
const TESTS_PER_FILE = 4
const SCRIPTS = FILES * TESTS_PER_FILE
const CASES = 10_000
const ROUNDS = 5
const REFERENCE_PASS_MS = 750
const WITHIN_MS = 300_000

const VERBS = ['refuses', 'accepts', 'prints', 'loads', 'weighs', 'counts', 'sells', 'cancels', 'moves', 'scans', 'prices', 'reserves']
const THINGS = ['car', 'lorry', 'coach', 'trailer', 'ticket', 'cabin', 'lane', 'ramp', 'manifest', 'voucher', 'crossing', 'deck', 'gate']
const WHEN = [
  'over the axle limit',
  'at low tide',
  'after midnight',
  'without a booking',
  'in the last lane',
  'for a child',
  'in heavy swell',
]
const WHO = ['skipper', 'purser', 'passenger', 'driver', 'agent', 'steward', 'harbour office', 'engineer', 'mate']

/** What test number n is about; so many differ that few are alike. */
const sentence = (n) =>
  [VERBS[n % 12], 'a', THINGS[(n >> 2) % 13], WHEN[(n >> 4) % 7], 'for the', WHO[(n >> 3) % 9], 'of route', 100 + (n % 4999)].join(' ')

export async function benchMapping(figures, home, bench) {
  const file = await writeFileOf(join(home, '50mb.xml'), { bytes: 50_000_000 })
  const slow = Math.max(1, Number(outputOf('pass.mjs', 'bare', file)) / REFERENCE_PASS_MS)
  const most = (ms) => Math.round(ms * slow)
  const tree = join(home, 'tree')
  writeTree(tree)
  try {
    const began = performance.now()
    const { tests } = JSON.parse(scan(tree, ['--json']))
    figures.add('mapping', `scan of ${FILES} test files`, performance.now() - began, 'ms', most(20_000), `${tests.length} tests`)
    if (tests.length !== SCRIPTS) throw new Error(`${SCRIPTS} tests stand in the tree, and ${tests.length} were found`)
    await makeCases(bench)
    const sending = performance.now()
    scan(tree, ['--tree', 'tree', '--branch', 'main'], { BOBBIN_URL: bench.url, BOBBIN_TOKEN: bench.token })
    // the issue names no time for it
    figures.add('mapping', 'the same, sent and stored', performance.now() - sending, 'ms', most(60_000), 'reading included')
  } finally {
    rmSync(tree, { recursive: true, force: true })
  }
  await benchSuggestions(figures, bench, most)
  await benchPage(figures, bench, most)
}

function scan(tree, options, env = {}) {
  const words = [join(ROOT, 'apps/cli/dist/bobbin.mjs'), 'scan', tree, ...options]
  const { status, stdout, stderr } = spawnSync(process.execPath, words, {
    encoding: 'utf8',
    env: { ...process.env, ...env },
    maxBuffer: 1e9,
  })
  if (status !== 0) throw new Error(`the scan ended with ${status}: ${stderr}`)
  return stdout
}

/** Half in TypeScript, half in Python, about 5 kB each. */
function writeTree(tree) {
  const lines = (count, line) => Array.from({ length: count }, (_, i) => line(i)).join('\n')
  for (let f = 0; f < FILES; f++) {
    const folder = join(tree, f % 2 ? 'web' : 'api', `area_${f % 100}`)
    mkdirSync(folder, { recursive: true })
    const names = Array.from({ length: TESTS_PER_FILE }, (_, i) => sentence(f * TESTS_PER_FILE + i))
    if (f % 2) {
      const body = (i) =>
        lines(20, (k) => `    expect(planner.place({ lane: ${k}, weight: ${i * k + f} })).toEqual({ ok: true, at: ${k} })`)
      const tests = names.map((name, i) => `  it('${name}', async () => {\n${body(i)}\n  })`)
      const head = `import { describe, expect, it } from 'vitest'\nimport { planner } from '../planner.js'\n`
      writeFileSync(join(folder, `planner-${f}.test.ts`), `${head}\ndescribe('planner ${f}', () => {\n${tests.join('\n\n')}\n})\n`)
    } else {
      const body = (i) => lines(20, (k) => `        assert planner.place(lane=${k}, weight=${i * k + f}) == {"ok": True, "at": ${k}}`)
      const tests = names.map((name, i) => `    def test_${name.replaceAll(' ', '_')}(self, planner):\n${body(i)}`)
      writeFileSync(join(folder, `test_planner_${f}.py`), `import pytest\n\n\nclass TestPlanner${f}:\n${tests.join('\n\n')}\n`)
    }
  }
}

/** Cases for half of the scripts, in other words than theirs. */
async function makeCases({ database }) {
  await database.query(`insert into area (project_id, name) select 1, 'area ' || i from generate_series(0, 99) i`)
  const titles = Array.from({ length: CASES }, (_, n) => `The ${WHO[(n >> 2) % 9]} sees: ${sentence(n * 2)}`)
  await database.query(
    `insert into test_case (project_id, number, area_id, title, preconditions, steps, tags)
     select 1, 5000 + t.n, a.id, t.title, 'the ferry lies at the quay', '[]', '{}' from unnest($1::text[]) with ordinality t (title, n)
     join area a on a.project_id = 1 and a.name = 'area ' || t.n % 100`,
    [titles],
  )
  await database.query('analyze')
}

async function ask(bench, path, method = 'GET') {
  const answer = await fetch(`${bench.url}/api/projects/bench${path}`, { method, headers: { cookie: bench.cookie } })
  if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${await answer.text()}`)
  return answer.json()
}

async function suggestions(bench) {
  const until = performance.now() + WITHIN_MS
  while (performance.now() < until) {
    const { suggesting } = await ask(bench, '/mapping')
    if (!suggesting.running && suggesting.finishedAt !== null) return suggesting.finishedAt
    await setTimeout(100)
  }
  throw new Error('suggestions were not made in time')
}

async function benchSuggestions(figures, bench, most) {
  // those that the scan started
  await suggestions(bench)
  const before = (await bench.database.query('select finished_at from suggesting')).rows[0].finished_at
  const began = performance.now()
  await ask(bench, '/mapping/suggestions', 'POST')
  for (;;) {
    const { rows } = await bench.database.query('select finished_at from suggesting')
    if (rows[0].finished_at && rows[0].finished_at > before) break
    if (performance.now() - began > WITHIN_MS) throw new Error('suggestions were not made in time')
    await setTimeout(50)
  }
  const ms = performance.now() - began
  const peak = Number(/VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${bench.pid}/status`, 'utf8'))?.[1] ?? Number.NaN) / 1000
  const what = `${SCRIPTS.toLocaleString('en')} scripts × ${CASES.toLocaleString('en')} cases`
  figures.add('mapping', `suggestions for ${what}`, ms, 'ms', most(20_000), 'from the request until they are stored')
  figures.add('mapping', 'memory of the whole server meanwhile', peak, 'MB', 1500)
}

async function benchPage(figures, bench, most) {
  await bench.database.query('vacuum analyze')
  const times = { '/mapping': 'counts of the mapping page', '/mapping/scripts': 'first rows of the mapping page' }
  for (const only of ['unlinked', 'sure', 'choose', 'duplicate', 'unknownKeys'])
    times[`/mapping/scripts?only=${only}`] = `first rows, ${only}`
  times['/mapping/scripts?search=lorry'] = 'first rows, found by a word'
  for (const [path, what] of Object.entries(times)) {
    let least = Infinity
    for (let i = 0; i <= ROUNDS; i++) {
      const began = performance.now()
      await ask(bench, path)
      if (i > 0) least = Math.min(least, performance.now() - began)
    }
    figures.add('mapping', what, least, 'ms', most(200))
  }
}
