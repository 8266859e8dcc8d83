import type { DeliveryReport } from '@bobbin/client'
import { request } from 'node:http'
import pg from 'pg'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { TestApp, TOKEN } from '../../testing/test-app.js'
import { EARLY_PACE, EarlyPlacing } from './early-placing.js'
import { IntakeService } from '../intake.service.js'
import { ScriptMemory } from './known-scripts.js'

let bobbin: TestApp
let intake: IntakeService
let cookie: string
/** What is called large here; in life a file has to have some twenty thousand tests. */
const PACE = { ...EARLY_PACE, first: 300, step: 200 }

beforeAll(async () => {
  bobbin = await TestApp.start([{ number: 101, title: 'Axle limit', area: ['Deck planner', 'Limits'], priority: 2, tags: [], owner: 'runa@gullhaven.example', state: 'approved', preconditions: '', steps: [] }]) // prettier-ignore
  intake = bobbin.app.get(IntakeService)
  cookie = await bobbin.signIn('runa@gullhaven.example')
})
afterAll(() => bobbin.stop())
const settled = vi.spyOn(EarlyPlacing.prototype, 'settled')
const givenUp = vi.spyOn(EarlyPlacing.prototype, 'giveUp')
beforeEach(() => {
  intake.earlyPace = EARLY_PACE
  settled.mockClear()
  givenUp.mockClear()
})
afterAll(() => vi.restoreAllMocks())

/** Long enough that it comes in many pieces. */
const NOISE = 'the gate is free '.repeat(12)
const testcase = (suite: string, i: number, more = '') =>
  `<testcase classname="${suite}" name="t${i}" time="0.1">${more}${i % 9 === 0 ? `<failure message="lane ${i % 5} is not free">${NOISE}</failure>` : ''}<system-out>${NOISE}${i}</system-out></testcase>`
const DECLARES = '<properties><property name="case" value="FERRY-101"/><property name="test_id" value="FERRY-999"/></properties>'
const file = (suite: string, tests: string[]) => `<testsuite name="${suite}">${tests.join('\n')}</testsuite>`
const large = (suite: string, count = 1500) =>
  file(suite, Array.from({ length: count }, (_, i) => testcase(suite, i, i % 700 === 10 ? DECLARES : ''))) // prettier-ignore

/** Everything that a run holds, told without the numbers of rows. */
const told = async ({ run }: DeliveryReport) => [
  await bobbin.ask(
    `select s.name, s.suites, s.keys, s.triage, f.name as brought, r.outcome, r.attempts, r.duration_ms, m.text as message, g.text as signature
     from result r join script s on s.id = r.script_id left join result_file f on f.id = s.first_file_id left join body m on m.id = r.message_id
     left join signature g on g.id = r.signature_id where r.run_id = ${run?.id} order by s.name, s.identity`,
  ),
  await bobbin.ask(
    `select s.name, a.ordinal, a.outcome, o.text as stdout, f.text as failures, a.reason from attempt a join script s on s.id = a.script_id
     left join body o on o.id = a.stdout_id left join body f on f.id = a.failures_id where a.run_id = ${run?.id} order by s.name, s.identity, a.ordinal`,
  ),
  await bobbin.ask(
    `select s.name, c.number from result r join link l on l.script_id = r.script_id join script s on s.id = l.script_id
     join test_case c on c.id = l.case_id where r.run_id = ${run?.id} order by 1, 2`,
  ),
  await bobbin.ask(`select total, passed, failed, incomplete from run where id = ${run?.id}`),
]

/** Whether the files that came in since were placed while they were read, in order. */
const early = () => Promise.all(settled.mock.results.map(({ value }) => value as Promise<boolean>))

const undo = async ({ deliveryId }: DeliveryReport) => {
  const answer = await fetch(`${bobbin.url}/api/projects/gullhaven/deliveries/${deliveryId}/undo`, { method: 'POST', headers: { cookie } })
  expect(answer.status).toBeLessThan(300)
}

/** Delivers at the end and, once that is undone, while it is read; both have to come to the same. */
async function compared(text: string) {
  const send = () => bobbin.deliver({ 'report.xml': text }, { pipeline: 'compared', build: '1' })
  intake.earlyPace = { ...PACE, first: Infinity }
  const usual = await send()
  const expected = await told(usual)
  await undo(usual)
  intake.earlyPace = PACE
  settled.mockClear()
  const again = await send()
  const report = ({ newScripts, decided, files, run }: DeliveryReport) => ({ newScripts, decided, files, totals: run?.totals })
  expect(report(again)).toEqual(report(usual))
  expect(await told(again)).toEqual(expected)
  await undo(again)
  return { early: (await early())[0], results: expected[0] as { attempts: number; outcome: number }[] }
}

/** Tests that this process knows need no placing. */
const knowNothing = () => bobbin.app.get(ScriptMemory).forget(1)

/** Connections on which a transaction is open that has placed tests; the background has transactions of its own. */
const openTransactions = async () =>
  (
    await bobbin.ask(
      `select distinct pid from pg_locks where relation = 'script'::regclass and mode = 'RowExclusiveLock' and pid <> pg_backend_pid()`,
    )
  ).length

describe('a large file, placed while it is read, comes to what it comes to otherwise', () => {
  it('with keys that were tied before their case went', async () => {
    const send = (count: number, build: string) => bobbin.deliver({ 'report.xml': large('tied', count) }, { pipeline: 'tied', build })
    await bobbin.ask(`insert into test_case (project_id, number, title) values (1, 999, 'Goes')`)
    await send(400, '1')
    await vi.waitFor(() => expect(bobbin.app.get(ScriptMemory).of(1)?.claims.settled.size).toBe(1))
    await bobbin.ask('update test_case set deleted_at = now() where number = 999')
    intake.earlyPace = PACE
    settled.mockClear()
    const { files } = await send(1500, '2')
    const key = 'FERRY-999'
    expect(await early()).toEqual([true])
    expect(files[0]?.unknownKeys).toEqual([{ key, test: 't10' }, { key, test: 't1410' }, { key, test: 't710' }]) // prettier-ignore
  })

  it('with failures, output, declared keys and new tests', async () => {
    const { early, results } = await compared(large('deck'))
    expect(early).toBe(true)
    expect(results).toHaveLength(1500)
  })

  it('with tests that were tried again far behind', async () => {
    const tests = Array.from({ length: 1200 }, (_, i) => testcase('again', i))
    const { early, results } = await compared(file('again', [...tests, '<testcase classname="again" name="t9" time="1"/>']))
    expect(early).toBe(true)
    expect(results.filter(({ attempts }) => attempts === 2)).toHaveLength(1)
  })

  it('with two tests of one name: what was placed is done over', async () => {
    const tests = Array.from({ length: 1200 }, (_, i) => testcase('twins', i))
    const { early, results } = await compared(file('twins', [...tests, '<testcase classname="twins" name="t8" time="1"/>']))
    expect(early).toBe(false)
    expect(results).toHaveLength(1201)
  })

  it('with a test that turns out to be a hook', async () => {
    const tests = ['<testcase classname="a.ts" name="ramp"><failure message="offline"/></testcase>', ...Array.from({ length: 1200 }, (_, i) => `<testcase classname="a.ts" name="ramp &gt; t${i}"><system-out>${NOISE}</system-out></testcase>`)] // prettier-ignore
    const { early, results } = await compared(`<testsuites name="vitest tests">${file('a.ts', tests)}</testsuites>`)
    expect(early).toBe(false)
    expect(results).toHaveLength(1200)
  })

  it('also build after build, and as a file that the run has already', async () => {
    intake.earlyPace = PACE
    const send = (text: string, build: string) => {
      knowNothing()
      return bobbin.deliver(text, { pipeline: 'daily', build })
    }
    const [first, second, again] = [
      await send(large('daily'), '1'),
      await send(`${large('daily')}<!-- 2 -->`, '2'),
      await send(large('daily'), '1'),
    ]
    expect([first.newScripts, second.newScripts, again.newScripts]).toEqual([1500, 0, 0])
    expect(again.files.map(({ status }) => status)).toEqual(['already'])
    expect(await early()).toEqual([true, true, true])
    expect(second.changes).toMatchObject({ unchanged: 1333, stillFailing: 167 })
  })

  it('and as later tries where the run has its tests already, known or not', async () => {
    intake.earlyPace = PACE
    const place = { pipeline: 'tried again', build: '1' }
    await bobbin.deliver(large('second'), place)
    for (const [nth, known] of [
      [2, false],
      [3, true],
    ] as const) {
      // prettier-ignore
      if (!known) knowNothing()
      const { run } = await bobbin.deliver(`${large('second')}<!-- ${nth} -->`, place)
      expect(run?.totals).toMatchObject({ total: 1500, failed: 167, passed: 1333 })
      expect(await bobbin.ask(`select distinct attempts from result where run_id = ${run?.id}`)).toEqual([{ attempts: nth }])
    }
    expect(await bobbin.send<object>('post', '/recount')).toMatchObject({ differing: [] })
  })

  it('and makes nothing for a file that the run has, whatever became of its tests', async () => {
    intake.earlyPace = PACE
    const place = { pipeline: 'gone', build: '1' }
    await bobbin.deliver(large('gone'), place)
    for (const table of ['link', 'attempt', 'result'])
      await bobbin.ask(`delete from ${table} where script_id in (select id from script where classname = 'gone')`)
    await bobbin.ask(`delete from script where classname = 'gone'`)
    knowNothing()
    expect((await bobbin.deliver(large('gone'), place)).files.map(({ status }) => status)).toEqual(['already'])
    expect(await bobbin.ask(`select 1 from script where classname = 'gone'`)).toEqual([])
  })
})

describe('what was placed of a file holds nobody up', () => {
  it('when its sender falls silent', async () => {
    intake.earlyPace = { ...PACE, silenceMs: 50 }
    const body = multipart(large('slow'))
    const half = Math.floor(body.length / 2)
    const sent = post(body.subarray(0, half))
    await vi.waitFor(() => expect(givenUp.mock.results).not.toEqual([]))
    await givenUp.mock.results[0]?.value
    // one that is left open stays open; the background may have one for a moment
    await vi.waitFor(async () => expect(await openTransactions()).toBe(0))
    expect(await bobbin.ask(`select 1 from script where classname = 'slow'`)).toEqual([])
    const report = await sent.finish(body.subarray(half))
    expect(report).toMatchObject({ newScripts: 1500, run: { totals: { total: 1500 } } })
    expect(await early()).toEqual([false])
  })

  it('when the rest of it takes too long', async () => {
    intake.earlyPace = { ...PACE, mostMs: 0 }
    const report = await bobbin.deliver(large('endless'), { pipeline: 'endless' })
    expect(report).toMatchObject({ newScripts: 1500, run: { totals: { total: 1500 } } })
    expect(await early()).toEqual([false])
  })

  it('when another delivery waits for its tests and holds its run', async () => {
    const place = { pipeline: 'ring', build: '1' }
    const { run } = await bobbin.deliver(large('ring'), place)
    await bobbin.ask(`create table made_before as select * from script where classname = 'ring' and name = 't7'`)
    for (const table of ['link', 'attempt', 'result'])
      await bobbin.ask(`delete from ${table} where script_id in (select id from script where classname = 'ring')`)
    await bobbin.ask(`delete from script where classname = 'ring'`)
    await bobbin.send('post', '/recount')
    knowNothing()
    const other = new pg.Client({ connectionString: bobbin.config.databaseUrl })
    await other.connect()
    // so that it is the delivery that finds the ring, and is broken off
    await other.query(`set deadlock_timeout = '20s'`)
    await other.query('begin')
    await other.query(`select 1 from run where id = ${run?.id} for update`)
    intake.earlyPace = PACE
    settled.mockClear()
    const sent = bobbin.deliver(`${large('ring')}<!-- again -->`, place)
    const [holder] = (await other.query<{ pid: number }>('select pg_backend_pid() as pid')).rows
    const waits = `select 1 from pg_stat_activity where ${holder?.pid} = any(pg_blocking_pids(pid))`
    await vi.waitFor(async () => expect(await bobbin.ask(waits)).not.toEqual([]), { timeout: 50_000 })
    await other.query(
      `insert into script (project_id, identity, name, classname, suites) select project_id, identity, name, classname, suites from made_before`,
    )
    await other.query('commit')
    await other.end()
    const report = await sent
    expect(await early()).toEqual([true])
    expect(report).toMatchObject({ newScripts: 1499, run: { totals: { total: 1500 } } })
    await bobbin.ask('drop table made_before')
  })

  it('and several large files at once take few connections', async () => {
    intake.earlyPace = PACE
    const sent = await Promise.all(
      [1, 2, 3, 4, 5].map((nth) => bobbin.deliver(large(`at once ${nth % 2}`), { pipeline: `at-once-${nth}` })),
    )
    expect(sent.map(({ run }) => run?.totals.total)).toEqual([1500, 1500, 1500, 1500, 1500])
    expect(sent.reduce((sum, { newScripts }) => sum + newScripts, 0)).toBe(3000)
    // one that is left open stays open; the background may have one for a moment
    await vi.waitFor(async () => expect(await openTransactions()).toBe(0))
  })
})

const BOUNDARY = 'bobbin-boundary'
const multipart = (text: string) => {
  const head = `--${BOUNDARY}\r\nContent-Disposition: form-data; name="file"; filename="slow.xml"\r\nContent-Type: text/xml\r\n\r\n`
  return Buffer.from(`${head}${text}\r\n--${BOUNDARY}--\r\n`)
}

/** A delivery whose sender sends what it has, and the rest when it is told to. */
function post(begin: Buffer) {
  const headers = { authorization: `Bearer ${TOKEN}`, 'content-type': `multipart/form-data; boundary=${BOUNDARY}` }
  const sending = request(`${bobbin.url}/api/projects/gullhaven/deliveries?pipeline=slow&build=1&branch=main&environment=pier-test`, {
    method: 'POST',
    headers,
  })
  sending.write(begin)
  const answered = new Promise<DeliveryReport>((resolve, reject) => {
    sending.on('error', reject)
    sending.on('response', (response) => {
      const pieces: Buffer[] = []
      response.on('data', (piece: Buffer) => pieces.push(piece))
      response.on('end', () => resolve(JSON.parse(Buffer.concat(pieces).toString()) as DeliveryReport))
    })
  })
  return { finish: (rest: Buffer) => (sending.end(rest), answered) }
}
