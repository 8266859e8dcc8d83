// Every GET route of the API on a large project of which half of the builds ran a part of the tests. A route that is added is measured
// by itself; one with a parameter of a new name needs an entry below, and stops the bench until it has one.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { TILE_KINDS } from '../../packages/core/dist/index.js'
import { ROOT } from '../lib/process.mjs'
import { writeFileOf } from './files.mjs'
import { outputOf } from './turns.mjs'

const ROUNDS = 5
const MOST_MS = 300
const SCRIPTS = 20_000
const PARTIAL = 1000
const BUILDS = 60
const ENVIRONMENTS = 4
const PIPELINES = 2

/** Streams for as long as somebody listens, and what goes out of the project as files. */
const LEFT_OUT = new Set(['/projects/{project}/events'])

/** The bound holds for a machine whose bare saxes pass over the file of 50 MB takes so long, in milliseconds. */
const REFERENCE_PASS_MS = 750

export async function benchPages(figures, home, bench) {
  const file = await writeFileOf(join(home, '50mb.xml'), { bytes: 50_000_000 })
  const pass = Number(outputOf('pass.mjs', 'bare', file))
  const most = Math.round(MOST_MS * Math.max(1, pass / REFERENCE_PASS_MS))
  console.log(`The bare pass takes ${Math.round(pass)} ms here: ${most} ms for a page are asked for`)
  await measurePages(figures, bench, await makeLarge(bench), most)
}

export async function measurePages(figures, bench, values, most = MOST_MS) {
  const document = JSON.parse(readFileSync(join(ROOT, 'apps/server/src/openapi/openapi.json'), 'utf8'))
  for (const [path, item] of Object.entries(document.paths)) {
    if (!item.get || LEFT_OUT.has(path)) continue
    const url = addressOf(path, [...(item.parameters ?? []), ...(item.get.parameters ?? [])], values)
    const { ms, status, bytes } = await timeOf(bench, url)
    if (status >= 500) throw new Error(`GET ${url} answered ${status}`)
    figures.add('pages', `GET ${path}`, ms, 'ms', most, `${status}, ${Math.ceil(bytes / 1000)} kB`)
  }
}

/** Fills in what a route asks for. */
function addressOf(path, parameters, values) {
  const value = (name, where) => {
    const own = values[`${path} ${name}`] ?? values[name === 'id' ? path.split('/').at(path.split('/').indexOf('{id}') - 1) : name]
    if (own === undefined)
      throw new Error(`The bench has no value for ${where} parameter “${name}” of ${path}: add it to tools/bench/pages.mjs`)
    return own
  }
  const required = parameters.filter((one) => one.in === 'query' && one.required)
  const query = required.map(({ name }) =>
    [value(name, 'query')]
      .flat()
      .map((one) => `${name}=${encodeURIComponent(one)}`)
      .join('&'),
  )
  const filled = path.replace(/\{(\w+)\}/g, (_, name) => encodeURIComponent(value(name, 'path')))
  return `/api${filled}${query.length > 0 ? `?${query.join('&')}` : ''}`
}

async function timeOf(bench, url) {
  let ms = Infinity
  let [status, bytes] = [0, 0]
  for (let i = 0; i <= ROUNDS; i++) {
    const began = performance.now()
    const answer = await fetch(bench.url + url, { headers: { cookie: bench.cookie } })
    // what is a stream of rows or bytes is there with its first piece; a page needs the whole of its JSON
    let first = null
    bytes = 0
    for await (const piece of answer.body) {
      first ??= performance.now()
      bytes += piece.length
    }
    status = answer.status
    const isStream = !/json/.test(answer.headers.get('content-type') ?? '')
    // plans and caches, as a server that runs has them
    if (i > 0) ms = Math.min(ms, (isStream && first !== null ? first : performance.now()) - began)
  }
  return { ms, status, bytes }
}

/** What each run changed is counted when it is delivered; these were not. */
async function countChanges(bench) {
  for (let left = 1; left > 0;) {
    const answer = await fetch(`${bench.url}/api/projects/bench/runs?span=200`, { headers: { cookie: bench.cookie } })
    left = (await answer.json()).rows.filter((row) => !row.changes).length
  }
}

/** @returns values for parameters by name, or by the word before `{id}` */
export async function makeLarge(bench) {
  const { database } = bench
  const ask = async (sql, bind = []) => (await database.query(sql, bind)).rows
  await ask(`insert into environment (project_id, name) select 1, 'pages-' || i from generate_series(1, ${ENVIRONMENTS}) i`)
  await ask(`insert into area (project_id, name) select 1, 'area ' || i from generate_series(0, 199) i`)
  await ask(
    `insert into test_case (project_id, number, area_id, title, preconditions, steps, tags)
     select 1, i + 1000, a.id, 'a vehicle of kind ' || i || ' stands in its lane', 'the deck is empty', '[]', array['deck', 'tag ' || i % 40]
     from generate_series(1, 20000) i join area a on a.project_id = 1 and a.name = 'area ' || i % 200`,
  )
  await ask(
    `insert into script (project_id, identity, name, classname, file)
     select 1, sha256(convert_to('pages ' || i, 'UTF8')), 'vehicle ' || i || ' stands in its lane', 'ferry.deck.Planner' || i % 400, 'deck/planner-' || i % 400 || '.spec.ts'
     from generate_series(1, ${SCRIPTS}) i`,
  )
  await ask(
    `insert into link (project_id, script_id, case_id, origin, state)
     select 1, s.id, c.id, 'declared', 'active' from (select id, row_number() over (order by id) as n from script where project_id = 1) s
     join test_case c on c.project_id = 1 and c.number = 1000 + s.n where s.n % 5 > 0`,
  )
  // about 50,000 failures of 200 kinds
  const signatures = (
    await ask(
      `insert into signature (project_id, hash, text)
       select 1, sha256(convert_to('p' || i, 'UTF8')), '~Error' || chr(31) || 'lane of the ' || chr(97 + i / 26) || chr(97 + i % 26) || ' deck is taken' from generate_series(0, 199) i returning id`,
    )
  ).map(({ id }) => id)
  const [{ body }] = await ask(
    `insert into body (project_id, hash, text) values (1, sha256('p'), 'expected lane 3 to be free') returning id as body`,
  )
  const [{ account }] = await ask('select id as account from account limit 1')
  for (let p = 1; p <= PIPELINES; p++) {
    const runs = await ask(
      `with p as (insert into pipeline (project_id, name) values (1, 'pages-${p}') returning id),
        l as (insert into lane (project_id, pipeline_id, branch, environment_id) select 1, p.id, 'main', e.id from p, environment e where e.name like 'pages-%' returning id, pipeline_id),
        b as (insert into build (project_id, pipeline_id, branch, name, sort_key) select 1, p.id, 'main', i::text, to_char(i, 'FM0000000000') from p, generate_series(1, ${BUILDS}) i returning id, name, sort_key)
       insert into run (project_id, build_id, lane_id, sort_key, day, started_at, total, passed)
       select 1, b.id, l.id, b.sort_key, (now() - make_interval(days => ${BUILDS} - b.name::int))::date, now() - make_interval(days => ${BUILDS} - b.name::int),
         case when b.name::int % 2 = 0 then ${PARTIAL} else ${SCRIPTS} end, case when b.name::int % 2 = 0 then ${PARTIAL} else ${SCRIPTS} end
       from b, l returning id, day::text as day, total`,
    )
    for (const { id, day, total } of runs) {
      await ask('select ensure_month($1::date)', [day])
      await ask(
        `insert into result (run_id, script_id, day, outcome, attempts, duration_ms, signature_id, message_id)
         select $1, s.id, $2::date, case when s.n % 50 = 0 and $1 / 3 % 2 = 0 then 2 when (s.n + $1) % 900 = 0 then 7 else 1 end, 1, 100 + s.n % 50,
           case when s.n % 50 = 0 and $1 / 3 % 2 = 0 then ($4::int[])[1 + s.n / 50 % 200] end, case when s.n % 50 = 0 and $1 / 3 % 2 = 0 then $5::bigint end
         from (select id, row_number() over (order by id) as n from script where project_id = 1) s where $3 = ${SCRIPTS} or s.n % ${SCRIPTS / PARTIAL} = $1 % ${SCRIPTS / PARTIAL}`,
        [id, day, total, signatures, body],
      )
      await ask(`insert into delivery (project_id, account_id, run_id, source, target, state) values (1, $1, $2, 'cli', '{}', 'taken')`, [
        account,
        id,
      ])
    }
  }
  // the background has nothing to look at while pages are measured
  await ask('insert into looked_run (run_id, delivered_at) select id, delivered_at from run on conflict do nothing')
  await ask('vacuum analyze')
  await countChanges(bench)
  const report = await bench.deliver(
    '<testsuite name="s"><testcase classname="c" name="n"><failure message="m"/><system-out>[[ATTACHMENT|shots/n.txt]]</system-out></testcase></testsuite>',
    { pipeline: 'pages-1', build: '61', environment: 'pages-1' },
  )
  const [{ file, script }] = await ask(
    `select f.id as file, r.script_id as script from result_file f join result r on r.run_id = f.run_id where f.delivery_id = $1`,
    [report.deliveryId],
  )
  const [full, before] = await ask(`select id, build_id from run where total = ${SCRIPTS} order by day desc, id desc limit 2`)
  const scripts = (await ask('select id from script where project_id = 1 order by id limit 200')).map(({ id }) => id)
  const results = '/projects/{project}/runs/{id}/results/{script}'
  await makeRequirements(ask)
  const planned = { ...(await makePlan(ask)), ...(await makeByHand(ask, account)) }
  const [{ failures }] = await ask(`select min(group_id) as failures from signature where id = any($1::int[])`, [signatures])
  return {
    ...{ project: 'bench', key: 'FERRY-1001', runs: full.id, scripts: scripts[0], deliveries: report.deliveryId, file, attachments: 1 },
    ...{ members: 1, format: 'csv', page: 'cases', change: 'stillFailing', ordinal: 1, script: scripts[0], tree: 'bench' },
    '/projects/{project}/runs/{id}/threads scripts': scripts.join(','),
    [`${results} script`]: scripts[0],
    ...{ builds: full.build_id, left: before.id, right: full.id, tests: scripts[0], ...(await makeBoard(ask, account)) },
    ...planned,
    ...{ failures, kind: 'failure', subject: failures },
    [`${results}/attempts/{ordinal}/attachments script`]: script,
  }
}

/** 5,000 requirements with three cases each. */
async function makeRequirements(ask) {
  await ask(
    `with made as (
       insert into requirement (project_id, key, name) select 1, 'SEA-' || i, 'The ferry holds sea state ' || i from generate_series(1, 5000) i returning id, substring(key from 5)::int as n
     )
     insert into requirement_case (requirement_id, case_id) select m.id, c.id from made m cross join generate_series(0, 2) k
     join test_case c on c.project_id = 1 and c.number = 1001 + (m.n * 3 + k) % 20000`,
  )
}

/** A board with every kind of tile, on a wall. @returns values for its routes */
async function makeBoard(ask, account) {
  const tiles = TILE_KINDS.map((kind) => ({ kind }))
  const [{ id: boards, key }] = await ask(
    `insert into board (project_id, name, account_id, shared, tiles, wall_key) values (1, 'large', $1, true, $2::jsonb, gen_random_uuid()) returning id, wall_key as key`,
    [account, JSON.stringify(tiles)],
  )
  // the part that takes longest
  return { boards, part: 'days', '/wall/{key} key': key, '/wall/{key}/parts/{part} key': key }
}

/** 2,000 cases for one person to do by hand. @returns values for their routes */
async function makeByHand(ask, account) {
  const [{ run, delivery }] = await ask(
    `select r.id as run, d.id as delivery from run r join delivery d on d.run_id = r.id order by r.id desc limit 1`,
  )
  const [{ id: file }] = await ask(
    `insert into result_file (project_id, delivery_id, run_id, name, sha256, bytes, format, results, totals)
     values (1, $1, $2, 'by hand', sha256('by hand'), 0, 'live', 0, '{}') returning id`,
    [delivery, run],
  )
  const [{ id: assignments }] = await ask(
    `insert into assignment (project_id, run_id, name, people, delivery_id, file_id) values (1, $1, 'large', array[$2::int], $3, $4) returning id`,
    [run, account, delivery, file],
  )
  const [{ id: assigned }] = await ask(
    `with made as (
       insert into assigned_case (project_id, assignment_id, case_id, position, snapshot, account_id)
       select 1, $1, id, number, jsonb_build_object('title', title, 'version', 1, 'preconditions', '', 'steps', '[]'::jsonb), $2 from test_case
       where project_id = 1 order by number limit 2000 returning id
     ) select min(id) as id from made`,
    [assignments, account],
  )
  return { assignments, 'assigned-cases': assigned, '/projects/{project}/assigned-cases/{id}/files/{file} file': 1 }
}

/** A suite of 2,000 cases, and a plan of it that was started. @returns values for their routes */
async function makePlan(ask) {
  const [{ id: suites }] = await ask(`insert into suite (project_id, name) values (1, 'large') returning id`)
  await ask(
    'insert into suite_case (suite_id, case_id, position) select $1, id, number from test_case where project_id = 1 order by number limit 2000',
    [suites],
  )
  await ask(`insert into recipe (project_id, name, framework, command) values (1, 'deck', 'vitest', 'run {files}')`)
  const [{ id: plans }] = await ask(
    `insert into plan (project_id, name, pipeline, branch) values (1, 'large', 'pages-1', 'main') returning id`,
  )
  await ask('insert into plan_suite (plan_id, suite_id, position) values ($1, $2, 1)', [plans, suites])
  await ask(`insert into plan_cell (plan_id, environment_id) select $1, id from environment where name like 'pages-%'`, [plans])
  const [{ id: starts }] = await ask(
    `insert into start (project_id, plan_id, name, why, state, pipeline, branch, build, settings) values (1, $1, 'large', 'now', 'going', 'pages-1', 'main', '61', '{}') returning id`,
    [plans],
  )
  const [{ id: parts }] = await ask(
    `insert into part (project_id, start_id, environment_id, recipe, shard, tests, count) select 1, $1, min(id), '{"name": "deck"}', 1, '[]', 0 from environment where name like 'pages-%' returning id`,
    [starts],
  )
  const [{ id: releases }] = await ask(`insert into release (project_id, name) values (1, '4.2') returning id`)
  const [{ key }] = await ask('select calendar_key as key from project where id = 1')
  return { suites, plans, starts, parts, releases, '/calendars/{key}.ics key': key }
}
