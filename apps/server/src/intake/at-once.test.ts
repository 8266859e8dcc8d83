import type { DeliveryReport, RunDetail } from '@bobbin/client'
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { resultFile, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())

const runOf = ({ run }: DeliveryReport) => bobbin.get<RunDetail>(`/runs/${run?.id}`)

// the same with 200 senders, and what else may go wrong: npm run faults
describe('many senders at once', () => {
  it('never wait for each other in a ring, and lose nothing: shards of several builds of one lane, which say the same', async () => {
    const place = { pipeline: 'at-once', branch: 'main', environment: 'pier-test' }
    const sent = await Promise.all(
      Array.from({ length: 24 }, (_, i) => {
        const file = resultFile([{ name: `own ${i}`, fails: 'no' }, { name: `also ${i}`, fails: 'no' }, 'in every file'])
        return bobbin.deliver(file, { ...place, build: String((i % 4) + 1), shard: Math.floor(i / 4) + 1, shards: 6 })
      }),
    )
    for (const report of sent.slice(0, 4)) {
      const { run, sent: shards } = await runOf(report)
      expect(run).toMatchObject({ live: false, totals: { total: 13, failed: 12, passed: 1 } })
      expect(shards?.shards).toEqual({ announced: 6, in: [1, 2, 3, 4, 5, 6] })
    }
    expect(await bobbin.send<object>('post', '/recount')).toMatchObject({ runs: 4, differing: [] })
  })

  it('make each script once, also where several bring it first', async () => {
    const tests = Array.from({ length: 40 }, (_, i) => `first seen ${i}`)
    const sent = await Promise.all([1, 2, 3, 4].map((build) => bobbin.deliver(resultFile(tests), { pipeline: `newcomers-${build}` })))
    expect(sent.reduce((sum, { newScripts }) => sum + newScripts, 0)).toBe(40)
    expect(await bobbin.ask(`select count(*)::int as n from script where name like 'first seen %'`)).toEqual([{ n: 40 }])
  })
})

/** The script of a class is made by another delivery at this moment: not to be seen before it commits, and waited for. */
async function beingMade(classname: string): Promise<{ pid: number; commit: () => Promise<void> }> {
  const [made] = await bobbin.ask<{ id: number }>(`select id from script where classname = '${classname}'`)
  const other = new pg.Client({ connectionString: bobbin.config.databaseUrl })
  await other.connect()
  await bobbin.ask(`create table made_before as select * from script where id = ${made?.id}`)
  for (const table of ['attempt', 'result']) await bobbin.ask(`delete from ${table} where script_id = ${made?.id}`)
  await bobbin.ask(`delete from script where id = ${made?.id}`)
  await other.query('begin')
  await other.query(
    `insert into script (project_id, identity, name, classname, suites) select project_id, identity, name, classname, '{older suite}' from made_before`,
  )
  const [{ pid } = { pid: 0 }] = (await other.query<{ pid: number }>('select pg_backend_pid() as pid')).rows
  return {
    pid,
    commit: async () => {
      await other.query('commit')
      await other.end()
      await bobbin.ask('drop table made_before')
    },
  }
}

/** Settles when so many senders wait for what another one holds. */
const waitFor = (pid: number, senders: number) =>
  vi.waitFor(
    async () => expect(await bobbin.ask(`select 1 from pg_stat_activity where ${pid} = any(pg_blocking_pids(pid))`)).toHaveLength(senders),
    { timeout: 50_000 },
  )

it('a test that another delivery makes at the same moment is found, and told where it stands now', async () => {
  const file = '<testsuite name="newer suite"><testcase classname="twice" name="made"/></testsuite>'
  const place = { pipeline: 'beside', build: '1' }
  const { run } = await bobbin.deliver(file, place)
  const { pid, commit } = await beingMade('twice')
  const sent = bobbin.deliver(`${file}<!-- again -->`, { ...place, build: '2' })
  await waitFor(pid, 1)
  await commit()
  const report = await sent
  expect(report).toMatchObject({ newScripts: 0, run: { totals: { total: 1, passed: 1 } } })
  expect(report.run?.id).not.toBe(run?.id)
  expect(await bobbin.ask(`select suites from script where classname = 'twice'`)).toEqual([{ suites: ['newer suite'] }])
})

it('nobody holds a run while it waits for a test that another delivery makes: neither a file nor a live batch', async () => {
  const file = '<testsuite name="s"><testcase classname="held" name="made"/></testsuite>'
  const place = { pipeline: 'held', branch: 'main', environment: 'pier-test', build: '1' }
  await bobbin.deliver(file, place)
  const feed = await bobbin.client().post('/projects/{project}/feeds', {
    path: { project: 'gullhaven' },
    body: { ...place, build: '2', key: randomUUID(), name: 'agent 1' },
  })
  const { run } = await bobbin.deliver('<testsuite name="s"><testcase classname="own" name="n"/></testsuite>', { ...place, build: '3' })
  const runs = `select id from run where id in (${feed.runId}, ${run?.id}) for update nowait`
  const { pid, commit } = await beingMade('held')
  const batch = bobbin.client().post('/projects/{project}/feeds/{id}/batches', {
    path: { project: 'gullhaven', id: feed.id },
    body: { number: 1, results: [{ name: 'made', classname: 'held', outcome: 'passed', durationMs: 4 }] },
  })
  await waitFor(pid, 1)
  expect(await bobbin.ask(runs)).toHaveLength(2)
  const sent = bobbin.deliver(`${file}<!-- again -->`, { ...place, build: '3' })
  await waitFor(pid, 2)
  expect(await bobbin.ask(runs)).toHaveLength(2)
  await commit()
  expect(await batch).toMatchObject({ batches: 1 })
  expect((await sent).run?.totals).toMatchObject({ total: 2, passed: 2 })
})

describe('a sender whose clock is wrong', () => {
  it.each(['2099-06-01T12:00:00', '2000-01-01T00:00:09'])('is told so, and its run stands where it came in: %s', async (stamp) => {
    const report = await bobbin.deliver(`<testsuite name="s" timestamp="${stamp}"><testcase classname="c" name="n"/></testsuite>`, {
      pipeline: 'clocks',
      build: stamp.slice(0, 4),
    })
    expect(report.notes).toEqual([expect.stringContaining('the sender’s clock must be wrong')])
    const { run } = await runOf(report)
    expect(Math.abs(Date.parse(run.startedAt) - Date.now())).toBeLessThan(60_000)
  })

  it('is believed about a time that may be', async () => {
    const report = await bobbin.deliver(
      '<testsuite name="s" timestamp="2024-03-01T10:00:00Z"><testcase classname="c" name="n"/></testsuite>',
      {
        pipeline: 'clocks',
        build: '2024',
      },
    )
    expect(report.notes).toEqual([])
    expect((await runOf(report)).run.startedAt).toBe('2024-03-01T10:00:00.000Z')
  })
})

it('shards that name different builds or environments become several runs, each of which says what it waits for', async () => {
  const send = (shard: number, target: object) =>
    bobbin.deliver(resultFile([`of shard ${shard}`]), { pipeline: 'disagree', shard, shards: 2, ...target })
  const [one, other] = [await send(1, { build: '7' }), await send(2, { build: '8' })]
  for (const [report, there] of [
    [one, 1],
    [other, 2],
  ] as const)
    // prettier-ignore
    expect(await runOf(report)).toMatchObject({ run: { live: true, totals: { total: 1 } }, sent: { shards: { announced: 2, in: [there] } } })
  const moved = await send(2, { build: '7' })
  expect(await runOf(moved)).toMatchObject({ run: { live: false, totals: { total: 2 } } })
})
