import type { LiveResult } from '@bobbin/core'
import { ApiError, type ResultDetail, type RunDetail } from '@bobbin/client'
import { randomUUID } from 'node:crypto'
import { firstValueFrom, filter, timeout } from 'rxjs'
import { afterAll, beforeAll, beforeEach, describe, expect, it, vi } from 'vitest'
import { ChangeListener } from '../events/listener.js'
import { ScriptMemory, Stage } from '../intake/index.js'
import { resultFile, TestApp } from '../testing/test-app.js'
import { LiveService } from './live.service.js'

let bobbin: TestApp
let build = 100
beforeAll(async () => {
  bobbin = await TestApp.start()
})
afterAll(() => bobbin.stop())
beforeEach(() => build++)

const project = 'gullhaven'
const passed = (name: string, more: Partial<LiveResult> = {}): LiveResult => ({
  name,
  classname: 'ferry.Deck',
  outcome: 'passed',
  durationMs: 100,
  ...more,
})

const open = (more: Record<string, unknown> = {}) =>
  bobbin.client().post('/projects/{project}/feeds', {
    path: { project },
    body: {
      pipeline: 'fare-desk-web',
      branch: 'main',
      environment: 'pier-test',
      build: String(build),
      key: randomUUID(),
      name: 'agent 1',
      ...more,
    },
  })
const send = (id: number, number: number, results: LiveResult[]) =>
  bobbin.client().post('/projects/{project}/feeds/{id}/batches', { path: { project, id }, body: { number, results } })
const close = (id: number, batches: number, more: { ended?: 'stopped' } = {}) =>
  bobbin.client().post('/projects/{project}/feeds/{id}/close', { path: { project, id }, body: { batches, ...more } })
const runOf = (id: number) => bobbin.get<RunDetail>(`/runs/${id}`)

describe('a live run', () => {
  it('fills in batch by batch, and is what one file with the same results would be once it is closed', async () => {
    await bobbin.deliver(resultFile(['boards', 'turns', 'waits']), { build: String(build) })
    build++
    const feed = await open({ planned: 3, framework: 'vitest' })
    await send(feed.id, 1, [passed('boards', { classname: 'deck' })])
    const during = await runOf(feed.runId)
    expect(during.run).toMatchObject({ live: true, incomplete: true, totals: { total: 1, passed: 1 } })
    expect(during.sent).toMatchObject({
      feeds: [{ name: 'agent 1', framework: 'vitest', planned: 3, results: 1, ended: null }],
      stopAsked: null,
    })
    await send(feed.id, 2, [passed('turns', { outcome: 'failed', failures: [{ message: 'expected lane 3', type: 'AssertionError' }] })])
    expect(await close(feed.id, 2)).toEqual({ runId: feed.runId, live: false })
    const after = await runOf(feed.runId)
    expect(after.run).toMatchObject({ live: false, incomplete: false, totals: { total: 2, passed: 1, failed: 1 } })
    expect(after.sent).toMatchObject({ feeds: [{ ended: 'closed', results: 2 }], expected: null })
    expect(after.rows.find(({ script }) => script.name === 'turns')).toMatchObject({ outcome: 'failed', message: 'expected lane 3' })
  })

  it('says what is still to come, and how long that takes at the pace so far', async () => {
    await bobbin.deliver(resultFile(['one', 'two', 'three', 'four']), { build: String(build) })
    const before = build++
    const feed = await open()
    expect((await runOf(feed.runId)).sent?.expected).toEqual({ build: String(before), tests: 4, remainingMs: null })
    const { rows } = await bobbin.database.query<{ name: string; classname: string }>(
      `select s.name, s.classname from result r join script s on s.id = r.script_id where r.run_id = (select max(id) from run where id < $1)`,
      [feed.runId],
    )
    // ran for one minute, and each took as long as any other
    await bobbin.database.query(`update feed set opened_at = now() - interval '1 minute' where id = $1`, [feed.id])
    await bobbin.database.query(`update result set duration_ms = 5000 where run_id = (select max(id) from run where id < $1)`, [feed.runId])
    await send(
      feed.id,
      1,
      rows.slice(0, 3).map(({ name, classname }) => passed(name, { classname })),
    )
    const expected = (await runOf(feed.runId)).sent?.expected
    expect(expected).toMatchObject({ tests: 1 })
    expect(expected?.remainingMs).toBeGreaterThan(20_000 - 1)
    expect(expected?.remainingMs).toBeLessThan(25_000)
    await close(feed.id, 1)
  })

  it('takes each batch once, whatever is sent again, and never with a gap', async () => {
    const key = randomUUID()
    const feed = await open({ key })
    await send(feed.id, 1, [passed('a')])
    await send(feed.id, 1, [passed('a')])
    expect(await open({ key })).toMatchObject({ id: feed.id, batches: 1 })
    await expect(send(feed.id, 3, [passed('c')])).rejects.toMatchObject({ status: 409, code: 'batchMissing', extra: { batches: 1 } })
    await expect(close(feed.id, 2)).rejects.toMatchObject({ code: 'batchMissing' })
    const both = await Promise.allSettled([send(feed.id, 2, [passed('b')]), send(feed.id, 2, [passed('b')])])
    expect(both.map(({ status }) => status)).toEqual(['fulfilled', 'fulfilled'])
    await close(feed.id, 2)
    await close(feed.id, 2)
    await expect(send(feed.id, 3, [passed('late')])).rejects.toMatchObject({ code: 'feedClosed' })
    const { rows } = await bobbin.database.query('select ordinal from attempt where run_id = $1 order by script_id, ordinal', [feed.runId])
    expect(rows).toEqual([{ ordinal: 1 }, { ordinal: 1 }])
  })

  it('makes tries at one test the attempts of one result, also over batches', async () => {
    const feed = await open()
    await send(feed.id, 1, [passed('turns', { outcome: 'failed', failures: [{ message: 'too late' }] })])
    await send(feed.id, 2, [passed('turns')])
    await close(feed.id, 2)
    expect((await runOf(feed.runId)).run.totals).toMatchObject({ total: 1, recovered: 1 })
  })

  it('keeps the steps of each try, up to what is taken', async () => {
    const feed = await open()
    const steps = [
      { keyword: 'Given', text: 'a load of 7500 kg', outcome: 'passed' as const, durationMs: 3 },
      { keyword: 'Then', text: 'it is refused', outcome: 'failed' as const, message: 'it was taken' },
      { level: 1, text: 'the lane is asked', outcome: 'skipped' as const },
    ]
    await send(feed.id, 1, [passed('steps of a load', { outcome: 'failed', steps })])
    const [script] = await bobbin.ask<{ id: number }>(`select id from script where name = 'steps of a load'`)
    const { attempts } = await bobbin.get<ResultDetail>(`/runs/${feed.runId}/results/${script?.id}`)
    expect(attempts[0]?.steps).toMatchObject([
      { keyword: 'Given', text: 'a load of 7500 kg', outcome: 'passed', durationMs: 3, steps: [] },
      { keyword: 'Then', outcome: 'failed', message: 'it was taken', steps: [{ text: 'the lane is asked', outcome: 'skipped' }] },
    ])
    const many = Array.from({ length: 1001 }, () => ({ text: 'again', outcome: 'passed' as const }))
    await expect(send(feed.id, 2, [passed('too many', { steps: many })])).rejects.toThrow(/steps/)
    await expect(send(feed.id, 2, [passed('odd', { steps: [{ level: -1, text: 'x', outcome: 'passed' }] })])).rejects.toThrow(/level/)
    await close(feed.id, 1)
  })

  it('keeps small attachments with the try that made them, also where the tries come in several batches', async () => {
    const feed = await open()
    const shot = (text: string) => [{ name: `${text}.txt`, mediaType: 'text/plain', content: { text, encoding: 'utf8' as const } }]
    const png = Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex').toString('base64')
    await send(feed.id, 1, [passed('attaches', { outcome: 'failed', attachments: shot('first') }), passed('other')])
    await send(feed.id, 2, [
      passed('attaches', { outcome: 'failed', attachments: shot('second') }),
      passed('attaches', { attachments: [{ name: 'gate.png', content: { text: png, encoding: 'base64' } }, ...shot('third')] }),
    ])
    const [script] = await bobbin.ask<{ id: number }>(`select id from script where name = 'attaches'`)
    const { attempts } = await bobbin.get<ResultDetail>(`/runs/${feed.runId}/results/${script?.id}`)
    expect(attempts.map(({ attachments }) => attachments.map(({ name, mediaType }) => [name, mediaType]))).toEqual([
      [['first.txt', 'text/plain']],
      [['second.txt', 'text/plain']],
      [
        ['gate.png', 'image/png'],
        ['third.txt', 'text/plain'],
      ],
    ])
    const many = Array.from({ length: 21 }, (_, i) => shot(String(i))).flat()
    await expect(send(feed.id, 3, [passed('too many', { attachments: many })])).rejects.toThrow(/attachments/)
    await close(feed.id, 2)
  })

  it('has one feed for each agent, and ends with the last', async () => {
    const one = await open()
    const two = await open({ name: 'agent 2' })
    expect(two.runId).toBe(one.runId)
    await Promise.all([send(one.id, 1, [passed('here')]), send(two.id, 1, [passed('there')])])
    expect(await close(one.id, 1)).toMatchObject({ live: true })
    expect(await close(two.id, 1)).toMatchObject({ live: false })
    expect((await runOf(one.runId)).run.totals.total).toBe(2)
  })

  it('tells open pages its sums with the news', async () => {
    const feed = await open()
    const changes = bobbin.app.get(ChangeListener).changes
    const heard = firstValueFrom(
      changes.pipe(
        filter((change) => change !== 'missed' && change.live?.runId === feed.runId),
        timeout(5000),
      ),
    )
    await send(feed.id, 1, [passed('boards'), passed('turns', { outcome: 'skipped', reason: 'no tide' })])
    expect(await heard).toMatchObject({ topics: ['live'], live: { live: true, totals: { total: 2, passed: 1, skipped: 1 } } })
    await close(feed.id, 1)
  })

  it('is interrupted when its reporter went silent: what never came is not run', async () => {
    await bobbin.deliver(resultFile(['kept', 'lost']), { build: String(build) })
    build++
    const feed = await open({ silenceSeconds: 60, planned: 2 })
    const live = bobbin.app.get(LiveService)
    expect(await live.interruptSilent()).toBe(0)
    await bobbin.database.query(`update feed set heard_at = now() - interval '61 seconds' where id = $1`, [feed.id])
    // as several server processes would
    const ended = await Promise.all([live.interruptSilent(), live.interruptSilent()])
    expect(ended.reduce((sum, one) => sum + one)).toBe(1)
    const detail = await runOf(feed.runId)
    expect(detail.run).toMatchObject({ live: false, incomplete: true })
    expect(detail.faults).toMatchObject([
      { code: 'crash', subject: 'agent 1', message: 'Nothing was heard from it for 1 minute, after 0 of 2 results' },
    ])
    expect(detail.changes.notRun).toBe(2)
    expect(detail.sent?.feeds).toMatchObject([{ ended: 'interrupted' }])
  })

  it('is whole again when a reporter that was only cut off sends what it had kept', async () => {
    const feed = await open({ silenceSeconds: 60 })
    await send(feed.id, 1, [passed('before')])
    await bobbin.database.query(`update feed set heard_at = now() - interval '61 seconds' where id = $1`, [feed.id])
    await bobbin.app.get(LiveService).interruptSilent()
    expect((await runOf(feed.runId)).run).toMatchObject({ live: false, incomplete: true })
    await send(feed.id, 2, [passed('after')])
    expect((await runOf(feed.runId)).run).toMatchObject({ live: true })
    expect(await close(feed.id, 2)).toMatchObject({ live: false })
    expect(await runOf(feed.runId)).toMatchObject({ run: { incomplete: false, totals: { total: 2 } }, faults: [] })
  })

  it('asks its reporters to stop, until that is taken back', async () => {
    const feed = await open()
    const { runId } = feed
    const cookie = await bobbin.signIn('runa@gullhaven.example')
    const ask = (method: string) => fetch(`${bobbin.url}/api/projects/gullhaven/runs/${runId}/stop`, { method, headers: { cookie } })
    expect((await send(feed.id, 1, [])).stop).toBe(false)
    expect((await ask('POST')).status).toBe(204)
    expect((await send(feed.id, 2, [])).stop).toBe(true)
    expect((await runOf(runId)).sent?.stopAsked).toMatchObject({ by: expect.any(String) as string })
    expect((await open({ name: 'agent 2' })).stop).toBe(true)
    expect((await ask('DELETE')).status).toBe(204)
    expect((await send(feed.id, 3, [])).stop).toBe(false)
    expect((await ask('POST')).status).toBe(204)
    const others = (await runOf(runId)).sent?.feeds ?? []
    for (const { id, name } of others) await close(id, name === 'agent 1' ? 3 : 0, { ended: 'stopped' })
    expect((await runOf(runId)).sent?.feeds.map(({ ended }) => ended)).toEqual(['stopped', 'stopped'])
    expect((await ask('POST')).status).toBe(409)
  })

  it('hears of what went wrong outside any test: what is missing because of it did not run', async () => {
    await bobbin.deliver(resultFile(['kept', 'lost']), { build: String(build) })
    build++
    const feed = await open()
    const faults = [{ code: 'load' as const, subject: 'deck.test.mjs', message: 'Cannot find module \0', stack: 'at load' }]
    await bobbin
      .client()
      .post('/projects/{project}/feeds/{id}/batches', { path: { project, id: feed.id }, body: { number: 1, results: [], faults } })
    await close(feed.id, 1)
    expect(await runOf(feed.runId)).toMatchObject({
      run: { live: false, incomplete: true },
      changes: { notRun: 2 },
      faults: [{ code: 'load', subject: 'deck.test.mjs', message: 'Cannot find module ␀' }],
    })
  })

  it('can be undone like any delivery', async () => {
    const feed = await open()
    await send(feed.id, 1, [passed('once')])
    const detail = await runOf(feed.runId)
    const cookie = await bobbin.signIn('runa@gullhaven.example')
    const undone = await fetch(`${bobbin.url}/api/projects/gullhaven/deliveries/${detail.deliveries[0]?.id}/undo`, {
      method: 'POST',
      headers: { cookie },
    })
    expect(undone.status).toBeLessThan(300)
    await expect(send(feed.id, 2, [])).rejects.toMatchObject({ status: 404 })
    await expect(runOf(feed.runId)).rejects.toBeInstanceOf(ApiError)
  })

  it.each([
    ['an outcome that is none', { name: 'x', outcome: 'maybe' }, /outcome/],
    ['a name that is no text', { name: 7, outcome: 'passed' }, /name/],
    ['a duration before the start', { name: 'x', outcome: 'passed', durationMs: -1 }, /durationMs/],
  ])('refuses %s and takes nothing of the batch', async (_, wrong, message) => {
    const feed = await open()
    await expect(send(feed.id, 1, [passed('right'), wrong as never])).rejects.toMatchObject({
      status: 400,
      message: expect.stringMatching(message) as string,
    })
    expect((await open({ name: 'agent 2' })).runId).toBe(feed.runId)
    expect((await runOf(feed.runId)).run.totals.total).toBe(0)
  })

  it('keeps what the database could not store as it came', async () => {
    const feed = await open()
    await send(feed.id, 1, [passed('nul \0 here', { stdout: 'half \ud83d pair', properties: [{ name: 'note', value: '\ud83d\0' }] })])
    expect(await close(feed.id, 1)).toMatchObject({ live: false })
    expect((await runOf(feed.runId)).rows.map(({ script }) => script.name)).toContain('nul ␀ here')
  })
})

describe('the last batch', () => {
  const last = (id: number, number: number, results: LiveResult[], close: 'closed' | 'stopped' = 'closed') =>
    bobbin.client().post('/projects/{project}/feeds/{id}/batches', { path: { project, id }, body: { number, results, close } })

  it('may close its feed, sent once or twice', async () => {
    const feed = await open()
    await send(feed.id, 1, [passed('one')])
    await last(feed.id, 2, [passed('two')], 'stopped')
    const ended = await runOf(feed.runId)
    expect(ended).toMatchObject({ run: { live: false, totals: { total: 2 } }, sent: { feeds: [{ ended: 'stopped', results: 2 }] } })
    expect(await last(feed.id, 2, [passed('two')])).toMatchObject({ batches: 2 })
    expect(await runOf(feed.runId)).toMatchObject({ run: { totals: { total: 2 } }, sent: { feeds: [{ ended: 'stopped', results: 2 }] } })
    expect(await close(feed.id, 2)).toEqual({ runId: feed.runId, live: false })
  })

  it('closes nothing while one before it is missing', async () => {
    const feed = await open()
    await expect(last(feed.id, 2, [passed('two')])).rejects.toThrow(/Batch 1 comes next/)
    expect((await runOf(feed.runId)).run.live).toBe(true)
    await close(feed.id, 0)
  })
})

describe('shards', () => {
  const shard = (n: number, of = 3) => ({ shard: n, shards: of })

  it('become one run in any order, some twice, which is live until all are in', async () => {
    const target = { build: String(build) }
    const deliver = (n: number) => bobbin.deliver(resultFile([`of shard ${n}`]), { ...target, ...shard(n) })
    const first = await deliver(3)
    expect(first.run).toMatchObject({ incomplete: true })
    await Promise.all([deliver(1), deliver(1)])
    const id = first.run?.id ?? 0
    expect(await runOf(id)).toMatchObject({ run: { live: true }, sent: { shards: { announced: 3, in: [1, 3] } } })
    const last = await deliver(2)
    expect(last.run).toMatchObject({ id, incomplete: false, totals: { total: 3 } })
    expect((await runOf(id)).run.live).toBe(false)
  })

  it('may be told live and in files, side by side', async () => {
    const feed = await open(shard(1, 2))
    await send(feed.id, 1, [passed('live')])
    await bobbin.deliver(resultFile(['in a file']), { build: String(build), ...shard(2, 2) })
    expect((await runOf(feed.runId)).run.live).toBe(true)
    expect(await close(feed.id, 1)).toMatchObject({ live: false })
  })

  it('that are missing are not waited for once a sender says that nothing more will come', async () => {
    const { run } = await bobbin.deliver(resultFile(['first']), { build: String(build), ...shard(1) })
    await bobbin.deliver(resultFile(['second']), { build: String(build), close: 'true' })
    expect((await runOf(run?.id ?? 0)).run).toMatchObject({ live: false, incomplete: false })
  })

  it('that never come are faults after two hours', async () => {
    const { run } = await bobbin.deliver(resultFile(['first']), { build: String(build), ...shard(1) })
    await bobbin.database.query(`update run set delivered_at = now() - interval '121 minutes' where id = $1`, [run?.id])
    await bobbin.app.get(LiveService).endLate()
    const detail = await runOf(run?.id ?? 0)
    expect(detail.run).toMatchObject({ live: false, incomplete: true })
    expect(detail.faults.map(({ subject }) => subject)).toEqual(['shard 2 of 3', 'shard 3 of 3'])
  })
})

describe('tests of a live run that are known', () => {
  const found = vi.spyOn(Stage.prototype, 'found')
  afterAll(() => vi.restoreAllMocks())
  const lookedFor = () => found.mock.calls.reduce((sum, [seqs]) => sum + seqs.length, 0)
  const memory = () => bobbin.app.get(ScriptMemory)
  const tests = ['ebb', 'flood', 'slack']
  const told = (name: string) => passed(name, { classname: 'ferry.Tide' })

  /** One run of one batch; of a runner, where it tells one. @returns its results by script, and how many tests were looked for */
  async function runOfTests(names: string[], framework = 'vitest') {
    found.mockClear()
    const feed = await open({ build: String(build++), framework })
    await send(feed.id, 1, names.map(told)) // prettier-ignore
    await close(feed.id, 1)
    const rows = await bobbin.ask(
      `select r.script_id as script, s.name, s.framework, r.outcome from result r join script s on s.id = r.script_id where r.run_id = ${feed.runId} order by s.name`,
    )
    return { rows, lookedFor: lookedFor() }
  }
  const known = () => memory().of(1)?.at({ classname: 'ferry.Tide', suites: [], sourceFile: null, profile: null })?.scripts.size ?? 0
  const learning = () => vi.waitFor(() => expect(known()).toBe(3))

  it('are not looked for again, and are the scripts that they were', async () => {
    memory().forget(1)
    const first = await runOfTests(tests)
    expect(first).toMatchObject({ lookedFor: 3, rows: tests.map((name) => ({ name, outcome: 1 })) })
    await learning()
    const second = await runOfTests([...tests, 'neap'])
    expect(second.lookedFor).toBe(1)
    expect(second.rows.filter(({ name }) => name !== 'neap')).toEqual(first.rows)
  })

  it('are looked for when another runner tells them, and when scripts were forgotten', async () => {
    memory().forget(1)
    const first = await runOfTests(tests)
    await learning()
    const other = await runOfTests(tests, 'jest')
    expect(other.lookedFor).toBe(3)
    expect(other.rows).toEqual(first.rows.map((row) => ({ ...row, framework: 'jest' })))
    await vi.waitFor(() => expect(known()).toBe(0))
    await runOfTests(tests, 'jest')
    await learning()
    for (const table of ['attempt', 'result', 'script'])
      await bobbin.ask(
        `delete from ${table} where ${table === 'script' ? 'id' : 'script_id'} in (select id from script where name = 'ebb')`,
      )
    const after = await runOfTests(tests, 'jest')
    expect(after.lookedFor).toBe(3)
    expect(after.rows.slice(1)).toEqual(other.rows.slice(1))
    expect(after.rows[0]?.['script']).not.toBe(other.rows[0]?.['script'])
  })
})
