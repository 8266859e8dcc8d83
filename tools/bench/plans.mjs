// What starting runs costs: splitting, the planning page, from “run now” to the first test, and a plan with one agent against its runner.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { splitByTime } from '../../packages/core/dist/index.js'
import { ROOT } from '../lib/process.mjs'
import { writeFileOf } from './files.mjs'
import { median } from './measure.mjs'
import { outputOf } from './turns.mjs'

const TESTS = 20_000
const AGENTS = 50
const PLANS = 200
const PARTS = 500
const ROUNDS = 5
const QUICK_FILES = 10
const QUICK_TESTS = 50
const TIMED_FILES = 14
const REFERENCE_PASS_MS = 750
const CLI = join(ROOT, 'apps', 'cli', 'dist', 'main.js')

export async function benchPlans(figures, home, bench) {
  const file = await writeFileOf(join(home, '50mb.xml'), { bytes: 50_000_000 })
  const slow = Math.max(1, Number(outputOf('pass.mjs', 'bare', file)) / REFERENCE_PASS_MS)
  const most = (ms) => Math.round(ms * slow)
  benchSplit(figures, most)
  await benchRunning(figures, home, bench, most)
  await benchPrediction(figures, home, bench)
  await benchPage(figures, bench, most)
}

/** Times as suites have them: many short ones, few long ones; the same each time. */
function benchSplit(figures, most) {
  let seed = 42
  const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647
  const units = Array.from({ length: TESTS }, () => ({ time: 20 * Math.exp(4 * random()) }))
  const times = Array.from({ length: ROUNDS }, () => {
    const began = performance.now()
    splitByTime(units, AGENTS)
    return performance.now() - began
  })
  const { makespan, bound } = splitByTime(units, AGENTS)
  const detail = `ends at ${(makespan / bound).toFixed(4)} of the bound that no split is below`
  figures.add('plans', `splitting ${TESTS.toLocaleString('en')} tests over ${AGENTS} agents`, Math.min(...times), 'ms', most(300), detail)
}

const asker =
  ({ url, cookie }) =>
  async (method, path, body) => {
    const answer = await fetch(`${url}/api/projects/bench${path}`, {
      method,
      headers: { cookie, ...(body !== undefined && { 'content-type': 'application/json' }) },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    })
    const text = await answer.text()
    if (!answer.ok) throw new Error(`${method} ${path} answered ${answer.status}: ${text}`)
    return text === '' ? undefined : JSON.parse(text)
  }

const PLAN = {
  branch: 'main',
  newestBuild: false,
  retries: 0,
  split: 'time',
  shards: 1,
  overlap: 'queue',
  missed: 'skip',
  paused: false,
  times: [],
}

/** A real agent runs a real suite: how long until the first test begins, and what the whole costs beside the runner by itself. */
async function benchRunning(figures, home, bench, most) {
  const ask = asker(bench)
  const folder = join(home, 'quick')
  mkdirSync(folder, { recursive: true })
  const first = join(folder, 'first')
  for (let f = 0; f < QUICK_FILES; f++) {
    const tests = Array.from({ length: QUICK_TESTS }, (_, t) => `test('quick ${f} ${t}', () => {})`)
    writeFileSync(
      join(folder, `quick-${f}.test.mjs`),
      `import { test } from 'node:test'\n${f === 0 ? `import { writeFileSync } from 'node:fs'\nwriteFileSync(${JSON.stringify(first)}, String(Date.now()))\n` : ''}${tests.join('\n')}\n`,
    )
  }
  const plan = await planOf(bench, { name: 'quick', folder, from: 50_000 })
  const agent = await startAgent(bench, 'bench', home)
  try {
    const bare = () => {
      const began = performance.now()
      spawnSync(
        'sh',
        ['-c', `node --test --test-reporter=junit --test-reporter-destination=${join(folder, 'bare.xml')} quick-*.test.mjs`],
        { cwd: folder },
      )
      return performance.now() - began
    }
    const through = async () => {
      rmSync(first, { force: true })
      const began = Date.now()
      const { id } = await ask('POST', `/plans/${plan.id}/start`, {})
      for (;;) {
        const { state, runs } = await ask('GET', `/starts/${id}`)
        if (state === 'done') {
          if (runs[0]?.total !== QUICK_FILES * QUICK_TESTS)
            throw new Error(`${runs[0]?.total} results came of a run of ${QUICK_FILES * QUICK_TESTS} tests`)
          return { whole: Date.now() - began, first: Number(readFileSync(first, 'utf8')) - began }
        }
        await new Promise((resolve) => setTimeout(resolve, 50))
      }
    }
    await through()
    bare()
    const rounds = []
    for (let i = 0; i < ROUNDS; i++) rounds.push({ bare: bare(), ...(await through()) })
    if (!existsSync(first)) throw new Error('no test of the suite began')
    const firsts = rounds.map((round) => round.first)
    figures.add(
      'plans',
      'from “run now” to the first test on a waiting agent',
      median(firsts),
      'ms',
      most(1500),
      `at most ${Math.max(...firsts)} ms`,
    )
    const ratios = rounds.map(({ bare: alone, whole }) => whole / alone)
    const detail = `${Math.round(median(rounds.map(({ whole }) => whole)))} ms against ${Math.round(median(rounds.map(({ bare: alone }) => alone)))} ms`
    figures.add(
      'plans',
      `${QUICK_FILES * QUICK_TESTS} quick tests through a plan and an agent, against node --test by itself`,
      median(ratios),
      '×',
      1.15,
      detail,
    )
  } finally {
    await agent.stop()
  }
}

/** A suite of all tests of a folder, and a plan that runs it. @param from the number of the first case */
async function planOf(bench, { name, folder, from, more = {} }) {
  const ask = asker(bench)
  const env = { ...process.env, BOBBIN_URL: bench.url, BOBBIN_TOKEN: bench.token }
  const scanned = spawnSync(process.execPath, [CLI, 'scan', folder, '--tree', name, '--branch', 'main'], { env, encoding: 'utf8' })
  if (scanned.status !== 0) throw new Error(scanned.stderr)
  const { rows } = await bench.database.query(
    `with ids as (select x.script_id as id, row_number() over (order by x.script_id) as n from script_source x join source_tree t on t.id = x.tree_id where t.name = $1),
      c as (insert into test_case (project_id, number, title) select 1, $2 + n, $1 || ' ' || id from ids returning id, number, title),
      l as (insert into link (project_id, script_id, case_id, origin, state) select 1, ids.id, c.id, 'manual', 'active' from ids join c on c.title = $1 || ' ' || ids.id)
     select number from c order by number`,
    [name, from],
  )
  const command = 'node --test --test-reporter=junit --test-reporter-destination={results}/node.xml {files}'
  await ask('POST', '/recipes', {
    ...{ name, framework: 'node-test', tree: name, source: folder, ref: '', folder: '', prepare: '', cleanUp: '', results: '', labels: [] },
    ...{ wholeFiles: true, limitMinutes: 10, command },
  })
  const environment = await ask('POST', '/environments', {
    ...{ name, attributes: {}, variables: {}, profiles: [], maintenance: [], protected: false, schedules: false },
  })
  const suite = await ask('POST', '/suites', { folder: '', name, note: '' })
  await ask('POST', `/suites/${suite.id}/cases`, { keys: rows.map(({ number }) => `FERRY-${number}`) })
  return ask('POST', '/plans', {
    ...{ ...PLAN, name, pipeline: name, suites: [{ id: suite.id, parameters: {} }] },
    ...{ cells: [{ environmentId: environment.id, parameters: {} }], ...more },
  })
}

async function startAgent(bench, name, home) {
  const { secret } = await asker(bench)('POST', '/tokens', { name, scope: 'agent' })
  const agent = spawn(process.execPath, [CLI, 'agent', '--name', name, '--folder', join(home, `agent-${name}`)], {
    env: { ...process.env, BOBBIN_URL: bench.url, BOBBIN_TOKEN: secret },
    stdio: 'ignore',
  })
  return {
    stop: async () => {
      agent.kill('SIGTERM')
      await new Promise((resolve) => agent.once('exit', resolve))
    },
  }
}

/** How far the predicted end of a run is from its end, once half of it is over: parts of unequal length on two agents. */
async function benchPrediction(figures, home, bench) {
  const ask = asker(bench)
  const folder = join(home, 'timed')
  mkdirSync(folder, { recursive: true })
  for (let f = 0; f < TIMED_FILES; f++)
    writeFileSync(
      join(folder, `timed-${f}.test.mjs`),
      `import { test } from 'node:test'\ntest('timed ${f}', () => new Promise((go) => setTimeout(go, ${700 + 500 * (f % 5)})))\n`,
    )
  const plan = await planOf(bench, { name: 'timed', folder, from: 60_000, more: { shards: TIMED_FILES } })
  const agents = [await startAgent(bench, 'timed-1', home), await startAgent(bench, 'timed-2', home)]
  try {
    const looks = []
    let [began, ended] = [0, 0]
    // the first one is history for the second
    for (let turn = 0; turn < 2; turn++) {
      looks.length = 0
      began = Date.now()
      const { id } = await ask('POST', `/plans/${plan.id}/start`, {})
      for (let state = 'going'; state === 'going' || state === 'queued';) {
        const start = await ask('GET', `/starts/${id}`)
        state = start.state
        const [run] = start.runs
        const { start: told } = state === 'going' && run ? await ask('GET', `/runs/${run.id}/parts`) : { start: null }
        if (told?.endsAt) looks.push({ at: Date.now(), end: new Date(told.endsAt).getTime() })
        await new Promise((resolve) => setTimeout(resolve, 200))
      }
      ended = Date.now()
    }
    const late = looks.filter(({ at }) => at - began >= (ended - began) / 2)
    if (late.length === 0) throw new Error('no end was predicted in the second half')
    const worst = Math.max(...late.map(({ end }) => Math.abs(end - ended) / (ended - began)))
    const detail = `${late.length} looks at a run of ${Math.round((ended - began) / 1000)} s`
    figures.add('plans', 'predicted end of a run, from half-way on: off at most, by the length of the run', 100 * worst, '%', 20, detail)
  } finally {
    for (const agent of agents) await agent.stop()
  }
}

/** 200 plans, 50 agents, and a day of 500 parts. */
async function benchPage(figures, bench, most) {
  const ask = asker(bench)
  const { database } = bench
  const [{ environment, suite }] = (
    await database.query(`select (select max(id) from environment) as environment, (select max(id) from suite) as suite`)
  ).rows
  await database.query(
    `insert into agent (project_id, name, key, labels, heard_at) select 1, 'quay-' || i, gen_random_uuid(), array['node'], now() + interval '1 hour' from generate_series(1, ${AGENTS}) i`,
  )
  await database.query(
    `insert into plan (project_id, name, pipeline, branch) select 1, 'plan ' || i, 'plan-' || i, 'main' from generate_series(1, ${PLANS}) i`,
  )
  await database.query(`insert into plan_suite (plan_id, suite_id, position) select id, $1, 1 from plan where name like 'plan %'`, [suite])
  await database.query(`insert into plan_cell (plan_id, environment_id) select id, $1 from plan where name like 'plan %'`, [environment])
  await database.query(
    `insert into plan_time (plan_id, kind, rule, starts, zone, next_at) select id, 'rule', 'FREQ=DAILY', '2026-01-01T' || to_char(id % 24, 'FM00') || ':' || to_char(id % 60, 'FM00') || ':00', 'Europe/Oslo', now() + interval '1 day' from plan where name like 'plan %'`,
  )
  await database.query(
    `insert into start (project_id, plan_id, name, why, state, pipeline, branch, build, settings) select 1, id, name, 'now', 'going', pipeline, 'main', '1', '{}' from plan where name like 'plan %'`,
  )
  await database.query(
    `insert into part (project_id, start_id, environment_id, recipe, shard, tests, count, expected_ms, state, agent_id, claimed_at, ended_at, passed)
     select 1, s.ids[1 + i % array_length(s.ids, 1)], $1, $2::jsonb, 1 + i % 100, '[]', 10, 60000, case when i % 10 = 0 then 'waiting' else 'done' end,
       case when i % 10 > 0 then a.ids[1 + i % array_length(a.ids, 1)] end, case when i % 10 > 0 then date_trunc('day', now()) + i * interval '1 minute' end,
       case when i % 10 > 0 then date_trunc('day', now()) + (i + 3) * interval '1 minute' end, 10
     from generate_series(1, ${PARTS}) i, (select array_agg(id) as ids from start where name like 'plan %') s, (select array_agg(id) as ids from agent) a`,
    [environment, JSON.stringify({ name: 'quick', limitMinutes: 10 })],
  )
  await database.query('analyze')
  const [{ id }] = (await database.query(`select max(id) as id from plan where name like 'plan %'`)).rows
  for (const path of ['/plans', '/plans/today', `/plans/${id}`]) {
    let ms = Infinity
    for (let i = 0; i <= ROUNDS; i++) {
      const began = performance.now()
      await ask('GET', path)
      if (i > 0) ms = Math.min(ms, performance.now() - began)
    }
    figures.add(
      'plans',
      `GET ${path.replace(String(id), '{id}')} with ${PLANS} plans, ${AGENTS} agents and ${PARTS} parts`,
      ms,
      'ms',
      most(150),
    )
  }
}
