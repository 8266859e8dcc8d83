import type {
  AgentList,
  EnvironmentList,
  PartList,
  PlanDetail,
  Registered,
  RunList,
  StartRow,
  Today,
  Work,
  WorkAnswer,
} from '@bobbin/client'
import { PipelineStandIn } from '@bobbin/standins/pipeline'
import ICAL from 'ical.js'
import { randomUUID } from 'node:crypto'
import { createServer } from 'node:http'
import type { AddressInfo } from 'node:net'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { ApiClient, deliver } from '@bobbin/client'
import { Project } from '../access/index.js'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'
import { ElasticService } from './elastic.service.js'
import { HandingService } from './handing.service.js'
import { forgetTrials, PlanWatch } from './plan-watch.js'
import { StartsService } from './starts.service.js'
import { environmentDto, planDto, type Prepared, preparedPlan } from '../testing/plans.js'
import { WorkService } from './work.service.js'

let bobbin: TestApp
let prepared: Prepared
let ask: Prepared['ask']
const TESTS = [
  { name: 'Gate opens', file: 'gate.test.js', keys: ['FERRY-101'] },
  { name: 'Ramp lowers', file: 'ramp.test.js', keys: ['FERRY-102'] },
  { name: 'Lane fills', file: 'lane.test.js', keys: ['FERRY-103'] },
]
beforeAll(async () => {
  bobbin = await TestApp.start(
    [seedCase(101, 'Gate opens'), seedCase(102, 'Ramp lowers'), seedCase(103, 'Lane fills'), seedCase(104, 'By hand')],
    { sourceHosts: ['127.0.0.1'] },
  )
  prepared = await preparedPlan(bobbin, TESTS, { labels: ['node'] })
  ask = prepared.ask
})
afterAll(() => bobbin.stop())

/** What earlier tests left waiting is of no concern to the next. */
beforeEach(async () => {
  await bobbin.ask(`update part set state = 'stopped', ended_at = now() where state in ('waiting', 'running')`)
  await bobbin.ask(`update start set state = 'stopped', ended_at = now() where state in ('queued', 'going')`)
  await bobbin.ask(`update agent set away_at = now()`)
})

const agentClient = () => new ApiClient({ baseUrl: bobbin.url, token: prepared.agentToken })
interface FakeAgent {
  id: number
  work: (held?: { part: number; lease: string }[]) => Promise<WorkAnswer>
  take: () => Promise<Work>
  end: (work: Work, state?: 'done' | 'failed') => Promise<void>
}

/** An agent that speaks the protocol, and runs nothing. */
async function agent(name: string, more: { labels?: string[]; profiles?: string[]; pool?: string } = {}): Promise<FakeAgent> {
  const client = agentClient()
  const key = randomUUID()
  const path = { project: 'gullhaven' }
  const { id }: Registered = await client.post('/projects/{project}/agents', {
    path,
    body: { name, key, labels: ['node'], profiles: [], version: '1', ...more },
  })
  const work: FakeAgent['work'] = (held = []) =>
    client.post('/projects/{project}/agents/{id}/work', { path: { ...path, id }, body: { key, held, wait: 0, free: held.length === 0 } })
  return {
    id,
    work,
    take: async () => {
      const answer = await work()
      if (!answer.work) throw new Error('there is nothing to take')
      return answer.work
    },
    end: async (one, state = 'done') => {
      await client.post('/projects/{project}/parts/{id}/end', { path: { ...path, id: one.part }, body: { lease: one.lease, state } })
    },
  }
}

const start = (id = prepared.plan.id): Promise<StartRow> => ask('POST', `/plans/${id}/start`, {})
const stateOf = (id: number): Promise<StartRow> => ask('GET', `/starts/${id}`)
const partsOf = async (one: StartRow): Promise<PartList['rows']> => (await ask<PartList>('GET', `/runs/${one.runs[0]?.id ?? 0}/parts`)).rows
const plan = (more: Parameters<typeof planDto>[2] & { name: string }, environments = [prepared.environmentId]): Promise<PlanDetail> =>
  ask('POST', '/plans', planDto([prepared.suite.id], environments, { pipeline: more.name, ...more }))

/** Delivers results of a part, as its agent does. */
const results = (work: Work, tests: Parameters<typeof resultFile>[0], token = work.token) => {
  const { pipeline, branch, build, environment, run, trial } = work.target
  const target = { pipeline, branch, build, environment, run, scope: 'partial' as const, ...(trial && { trial: 'true' as const }) }
  return deliver(new ApiClient({ baseUrl: bobbin.url, token }), 'gullhaven', target, 'cli', [
    { name: 'r.xml', content: new Blob([resultFile(tests)]) },
  ])
}

describe('a start', () => {
  it('is cut into parts for the agents that fit, and is over when they are', async () => {
    const [one, two] = [await agent('quay-1'), await agent('quay-2')]
    await agent('quay-3', { labels: [] })
    const started = await start()
    expect(started).toMatchObject({ state: 'going', why: 'now', by: 'runa', parts: { waiting: 2 } })
    const [first, second] = [await one.take(), await two.take()]
    expect(new Set([...first.files, ...second.files]).size).toBe(3)
    expect((await (await agent('quay-4')).work()).work).toBeNull()
    await one.end(first)
    expect((await stateOf(started.id)).state).toBe('going')
    await two.end(second)
    expect(await stateOf(started.id)).toMatchObject({ state: 'done', runs: [{ live: false }] })
    // told again, nothing changes
    await two.end(second, 'failed')
    expect((await partsOf(started)).map(({ state }) => state)).toEqual(['done', 'done'])
  })

  it('says what it leaves out: cases without a script, and those that were retired', async () => {
    const { id } = await ask<{ id: number }>('POST', '/suites', { folder: '', name: 'With gaps', note: '' })
    await ask('POST', `/suites/${id}/cases`, { keys: ['FERRY-101', 'FERRY-104'] })
    const { notes } = await ask<PlanDetail>('POST', '/plans', planDto([id], [prepared.environmentId], { name: 'Gaps', pipeline: 'gaps' }))
    expect(notes).toEqual([{ code: 'noScript', count: 1, examples: ['FERRY-104'] }])
    const empty = await ask<{ id: number }>('POST', '/suites', { folder: '', name: 'Empty', note: '' })
    const told = await ask<PlanDetail>(
      'POST',
      '/plans',
      planDto([empty.id], [prepared.environmentId], { name: 'Empty', pipeline: 'empty' }),
    )
    expect(told.notes).toEqual([{ code: 'emptySuite', suite: 'Empty' }, { code: 'nothingToRun' }])
    expect(await start(told.id)).toMatchObject({ state: 'done', runs: [] })
  })

  it('leaves out tests of a framework that a rule has on another profile', async () => {
    await ask('PUT', '/mapping/rules', { rules: [{ kind: 'profile', from: 'node-test', to: 'desktop' }] })
    const cells = ['desktop', 'phone'].map((profile) => ({ environmentId: prepared.environmentId, profile }))
    const settings = planDto([prepared.suite.id], [prepared.environmentId], {
      name: 'Profiles',
      pipeline: 'profiles',
      cells: cells.map((cell) => ({ ...cell, parameters: {} })),
    })
    const { notes, cellForecasts: told } = await ask<PlanDetail>('POST', '/plans', settings)
    expect(notes).toContainEqual({ code: 'otherProfile', framework: 'node-test', profiles: ['desktop'], cell: 'phone', count: 3 })
    expect(told.map(({ profile, tests }) => [profile, tests])).toEqual([
      ['desktop', 3],
      ['phone', 0],
    ])
    await ask('PUT', '/mapping/rules', { rules: [] })
  })

  it('keeps out what nobody may see: another project gets nothing of its work', async () => {
    await start()
    const other = new ApiClient({ baseUrl: bobbin.url, token: 'bbn_test-token-other' })
    const register = { name: 'spy', key: randomUUID(), labels: ['node'], profiles: [] }
    await expect(other.post('/projects/{project}/agents', { path: { project: 'gullhaven' }, body: register })).rejects.toMatchObject({
      status: 403,
    })
    const own = new ApiClient({ baseUrl: bobbin.url, token: prepared.agentToken })
    await expect(own.post('/projects/{project}/agents', { path: { project: 'skerries' }, body: register })).rejects.toMatchObject({
      status: 404,
    })
    await expect(own.get('/projects/{project}/cases', { path: { project: 'gullhaven' } })).rejects.toMatchObject({ status: 403 })
  })

  it('stops at once what waits, and tells the agent of what runs', async () => {
    const one = await agent('quay-1')
    const two = await agent('quay-2')
    const started = await start()
    const work = await one.take()
    await ask('POST', `/starts/${started.id}/stop`, {})
    expect((await two.work()).work).toBeNull()
    expect(await one.work([{ part: work.part, lease: work.lease }])).toMatchObject({ stop: [work.part], lost: [] })
    await agentClient().post('/projects/{project}/parts/{id}/end', {
      path: { project: 'gullhaven', id: work.part },
      body: { lease: work.lease, state: 'stopped' },
    })
    expect((await stateOf(started.id)).state).toBe('stopped')
    await expect(ask('POST', `/starts/${started.id}/stop`, {})).rejects.toMatchObject({ code: 'over' })
    const [waiting] = await partsOf(await start())
    await ask('POST', `/parts/${waiting?.id ?? 0}/stop`, {})
    await expect(ask('POST', `/parts/${waiting?.id ?? 0}/stop`, {})).rejects.toMatchObject({ code: 'over' })
  })

  it('is not tried again where too much failed, and says so', async () => {
    const one = await agent('quay-1')
    const { id } = await plan({ name: 'Careful', retries: 2, retryUnless: 1 })
    const started = await start(id)
    const work = await one.take()
    await results(work, TESTS.map(({ name }) => ({ name, fails: 'sunk' }))) // prettier-ignore
    await one.end(work)
    const { notes, parts } = await stateOf(started.id)
    expect(notes).toEqual([{ code: 'noRetry', failed: 3, limit: 1 }])
    expect(parts).toMatchObject({ done: 1, waiting: 0 })
  })
})

describe('when one is still under way, the next', () => {
  it('waits, is skipped, or stops it, as the plan says', async () => {
    const waits = await plan({ name: 'Waits' })
    const [first, second] = [await start(waits.id), await start(waits.id)]
    expect([first.state, second.state]).toEqual(['going', 'queued'])
    await ask('POST', `/starts/${first.id}/stop`, {})
    expect((await stateOf(second.id)).state).toBe('going')

    const skips = await plan({ name: 'Skips', overlap: 'skip' })
    const going = await start(skips.id)
    expect(await start(skips.id)).toMatchObject({ state: 'skipped', notes: [{ code: 'overlap', startId: going.id }] })

    const stops = await plan({ name: 'Stops', overlap: 'stop' })
    const old = await start(stops.id)
    expect(await start(stops.id)).toMatchObject({ state: 'going', notes: [{ code: 'stoppedForNext', startId: old.id }] })
    expect((await stateOf(old.id)).parts).toMatchObject({ waiting: 0, failed: 1 })
  })
})

describe('agents that fail', () => {
  it('lose what they run to another one, and what they tell afterwards is refused', async () => {
    const one = await agent('quay-1')
    const started = await start()
    const work = await one.take()
    await bobbin.ask(`update part set heard_at = now() - interval '1 hour' where id = ${work.part}`)
    await bobbin.app.get(WorkService).giveUp(60)
    expect(await one.work([{ part: work.part, lease: work.lease }])).toMatchObject({ lost: [work.part] })
    await expect(one.end(work)).rejects.toMatchObject({ code: 'lost' })
    await expect(results(work, ['Gate opens'])).rejects.toMatchObject({ status: 401 })
    const two = await agent('quay-2')
    const again = await two.take()
    expect([again.part, again.lease === work.lease]).toEqual([work.part, false])
    await two.end(again)
    expect((await stateOf(started.id)).notes).toEqual([{ code: 'lostAgent', agent: 'quay-1', part: 1 }])
  })

  it('have done their work where the results are in', async () => {
    const one = await agent('quay-1')
    const started = await start()
    const work = await one.take()
    await results(work, TESTS.map(({ name }) => name)) // prettier-ignore
    // killed before it could say so, and back under its name
    await one.work()
    expect(await stateOf(started.id)).toMatchObject({ state: 'done', runs: [{ total: 3, live: false }] })
  })

  it('are given up with a part that three of them fell silent over', async () => {
    const one = await agent('quay-1')
    const started = await start()
    for (let nth = 0; nth < 3; nth++) {
      const { work } = await one.work()
      await bobbin.ask(`update part set heard_at = now() - interval '1 hour' where id = ${work?.part ?? 0}`)
      await bobbin.app.get(WorkService).giveUp(60)
    }
    expect((await one.work()).work).toBeNull()
    expect(await partsOf(started)).toMatchObject([{ state: 'lost', said: '3 agents fell silent while they ran this' }])
    const [run] = await bobbin.ask<{ incomplete: boolean; live: boolean }>(
      `select incomplete, live from run where id = ${started.runs[0]?.id ?? 0}`,
    )
    expect(run).toEqual({ incomplete: true, live: false })
  })

  it('end a part that was told to stop, and its run with it', async () => {
    const one = await agent('quay-1')
    const started = await start()
    const work = await one.take()
    await ask('POST', `/starts/${started.id}/stop`, {})
    await bobbin.ask(`update part set heard_at = now() - interval '1 hour' where id = ${work.part}`)
    await bobbin.app.get(WorkService).giveUp(60)
    expect(await partsOf(started)).toMatchObject([{ state: 'stopped' }])
    expect(await stateOf(started.id)).toMatchObject({ state: 'stopped', runs: [{ live: false }] })
  })

  it('are two with one name only while one of them is away', async () => {
    await agent('quay-9')
    await expect(agent('quay-9')).rejects.toMatchObject({ code: 'nameTaken' })
    await bobbin.ask(`update agent set heard_at = now() - interval '1 hour' where name = 'quay-9'`)
    await bobbin.ask(`update agent set away_at = now() where name = 'quay-9'`)
    await agent('quay-9')
  })

  it('take each part once, however many ask at the same moment', async () => {
    const agents = await Promise.all(Array.from({ length: 8 }, (_, i) => agent(`racer-${i}`)))
    const started = await start()
    const taken = (await Promise.all(agents.map((one) => one.work()))).flatMap(({ work }) => work?.part ?? [])
    expect(taken).toHaveLength(new Set(taken).size)
    expect(taken).toHaveLength(started.parts.waiting)
  })

  it('are paused, moved and removed', async () => {
    const one = await agent('quay-8')
    await ask('PUT', `/agents/${one.id}`, { paused: true })
    await start()
    expect((await one.work()).work).toBeNull()
    const { rows } = await ask<AgentList>('PUT', `/agents/${one.id}`, { paused: false })
    expect(rows.find(({ id }) => id === one.id)?.paused).toBe(false)
    const work = await one.take()
    await expect(ask('DELETE', `/agents/${one.id}`)).rejects.toMatchObject({ code: 'busy' })
    await one.end(work)
    await ask('DELETE', `/agents/${one.id}`)
    await expect(one.work()).rejects.toMatchObject({ status: 404 })
  })
})

describe('a protected environment', () => {
  let id = 0
  beforeAll(async () => {
    id = (await ask<{ id: number }>('POST', '/environments', environmentDto('open-water', { protected: true }))).id
  })
  const opening = (reason = 'a release') => ask('PUT', `/environments/${id}/opening`, { minutes: 30, reason })

  it('takes no run until somebody opens it, and none once it is closed', async () => {
    const one = await agent('quay-1')
    const guarded = await plan({ name: 'Guarded' }, [id])
    await expect(start(guarded.id)).rejects.toMatchObject({ code: 'protected' })
    await opening()
    const started = await start(guarded.id)
    // closed before an agent took it: it waits
    await ask('DELETE', `/environments/${id}/opening`)
    expect((await one.work()).work).toBeNull()
    expect(await partsOf(started)).toMatchObject([{ waits: { code: 'protected', environment: 'open-water' } }])
    await expect(ask('POST', `/runs/${started.runs[0]?.id ?? 0}/rerun`, {})).rejects.toMatchObject({ code: 'protected' })
    await expect(start((await ask<PlanDetail>('POST', `/plans/${guarded.id}/copy`)).id)).rejects.toMatchObject({ code: 'protected' })
    await opening()
    await one.end(await one.take())
  })

  it('is left out of a plan that has others, which says so', async () => {
    await ask('DELETE', `/environments/${id}/opening`)
    const both = await plan({ name: 'Both' }, [id, prepared.environmentId])
    expect(await start(both.id)).toMatchObject({
      notes: [{ code: 'protected', environment: 'open-water' }],
      runs: [{ environment: 'harbour-dev' }],
    })
  })

  it('takes schedules only with a switch of its own', async () => {
    await opening()
    const project = await Project.findOne({ where: { slug: 'gullhaven' } })
    const starts = bobbin.app.get(StartsService)
    const guarded = await plan({ name: 'Guarded by night' }, [id])
    const byItself = { kind: 'system', accountId: null, tokenId: null } as const
    const begin = async () =>
      stateOf((await starts.start(project as Project, await starts.plan(null, guarded.id), { why: 'rule' }, byItself)) ?? 0)
    expect(await begin()).toMatchObject({ state: 'skipped', notes: [{ code: 'noSchedules', environment: 'open-water' }] })
    await ask('PUT', `/environments/${id}`, environmentDto('open-water', { protected: true, schedules: true }))
    expect(await begin()).toMatchObject({ state: 'going', notes: [] })
  })

  it('is opened with a reason only, and its secrets are never shown', async () => {
    await expect(ask('PUT', `/environments/${id}/opening`, { minutes: 5, reason: ' ' })).rejects.toMatchObject({ code: 'request' })
    await ask('PUT', `/environments/${id}/secrets/PASSWORD`, { value: 'low tide at nine' })
    const text = JSON.stringify(await ask<EnvironmentList>('GET', '/environments'))
    expect(text).toContain('PASSWORD')
    expect(text).not.toContain('low tide')
    const [kept] = await bobbin.ask<{ sealed: Buffer }>('select sealed from environment_secret')
    expect(kept?.sealed.includes('low tide')).toBe(false)
    await expect(ask('PUT', `/environments/${id}/secrets/${encodeURIComponent('A-B')}`, { value: 'x' })).rejects.toMatchObject({
      code: 'variable',
    })
  })
})

describe('times', () => {
  const rule = (more: object) => ({
    kind: 'rule' as const,
    recurrence: { rule: 'FREQ=DAILY', start: '2026-01-01T06:00:00', zone: 'Europe/Oslo', ...more },
  })

  it('of two plans that clash are said, by the clocks of any zone', async () => {
    await plan({ name: 'Early', times: [rule({ start: '2026-01-01T06:30:00' })] })
    await plan({ name: 'In London', times: [rule({ start: '2026-01-01T05:00:00', zone: 'Europe/London' })] })
    const { coming } = await plan({ name: 'Clashing', times: [rule({})] })
    expect(coming[0]?.clashes).toEqual(['In London'])
  })

  it('start a plan once each, however many servers look', async () => {
    const timed = await plan({ name: 'Daily', times: [rule({})] })
    expect(timed.coming).toHaveLength(10)
    const due = new Date('2099-11-20T05:00:00Z')
    await bobbin.ask(`update plan_time set next_at = '${due.toISOString()}' where plan_id = ${timed.id}`)
    const watch = bobbin.app.get(PlanWatch)
    const now = new Date(due.getTime() + 1000)
    await Promise.all([watch.startDue(now), watch.startDue(now), watch.startDue(now)])
    const { starts } = await ask<PlanDetail>('GET', `/plans/${timed.id}`)
    expect(starts.map(({ why }) => why)).toEqual(['rule'])
    const [time] = await bobbin.ask<{ next_at: Date }>(`select next_at from plan_time where plan_id = ${timed.id}`)
    expect(time?.next_at.toISOString()).toBe('2099-11-21T05:00:00.000Z')
  })

  it.each(['skip', 'once'] as const)('that passed while no server ran are made up for or not: %s', async (missed) => {
    const timed = await plan({ name: `Missed ${missed}`, missed, times: [rule({})] })
    await bobbin.ask(`update plan_time set next_at = '2099-11-10T05:00:00Z' where plan_id = ${timed.id}`)
    await bobbin.app.get(PlanWatch).startDue(new Date('2099-11-20T12:00:00Z'))
    const { starts } = await ask<PlanDetail>('GET', `/plans/${timed.id}`)
    expect(starts).toHaveLength(missed === 'once' ? 1 : 0)
  })

  it('follow builds of a pipeline, and plans that ended well', async () => {
    const first = await plan({ name: 'After builds', times: [{ kind: 'build', pipeline: 'fare-desk-web', branch: 'main' }] })
    const second = await plan({ name: 'After that', times: [{ kind: 'plan', afterPlanId: first.id }] })
    const watch = bobbin.app.get(PlanWatch)
    await watch.startAfterBuilds()
    await bobbin.deliver(resultFile(['delivered']), { build: '77' })
    await Promise.all([watch.startAfterBuilds(), watch.startAfterBuilds()])
    await watch.startAfterBuilds()
    const [started, ...others] = (await ask<PlanDetail>('GET', `/plans/${first.id}`)).starts
    expect([others, started]).toMatchObject([[], { why: 'build', pipeline: 'fare-desk-web', build: '77' }])
    const one = await agent('quay-1')
    await one.end(await one.take())
    await watch.startAfterPlans()
    await watch.startAfterPlans()
    expect((await ask<PlanDetail>('GET', `/plans/${second.id}`)).starts).toMatchObject([{ why: 'plan' }])
  })

  it.each([
    [{ zone: 'Europe/Gullhaven' }, 'There is no time zone “Europe/Gullhaven”'],
    [{ rule: 'FREQ=SECONDLY' }, 'more often than every five minutes'],
    [{ start: '2026-02-30T06:00:00' }, 'is no date and time'],
    [{ rule: 'EVERY=DAY' }, 'is no recurrence rule'],
  ])('that can’t be are refused: %j', async (wrong, words) => {
    await expect(plan({ name: 'Wrong', times: [rule(wrong)] })).rejects.toThrow(words)
  })

  it('come out as a calendar that another library reads', async () => {
    await plan({ name: 'In the calendar', times: [rule({})] })
    const { path } = await ask<{ path: string }>('GET', '/calendar')
    const answer = await fetch(bobbin.url + path)
    expect(answer.headers.get('content-type')).toBe('text/calendar; charset=utf-8')
    const events = new ICAL.Component(ICAL.parse(await answer.text()) as never)
      .getAllSubcomponents('vevent')
      .map((event) => new ICAL.Event(event))
    const own = events.filter(({ summary }) => summary === 'In the calendar')
    expect(own.length).toBeGreaterThanOrEqual(59)
    const local = own.map(({ startDate }) => new Date(startDate.toJSDate()).toLocaleTimeString('en-GB', { timeZone: 'Europe/Oslo' }))
    expect(new Set(local)).toEqual(new Set(['06:00:00']))
    expect((await fetch(`${bobbin.url}/api/calendars/${randomUUID()}.ics`)).status).toBe(404)
  })
})

describe('a trial', () => {
  it('stays out of the record, and is gone after a day', async () => {
    const one = await agent('quay-1')
    const trial = await ask<StartRow>('POST', `/plans/${prepared.plan.id}/start`, { trial: true })
    const work = await one.take()
    await results(work, ['Gate opens'])
    await one.end(work)
    const runId = trial.runs[0]?.id ?? 0
    const listed = async () => (await ask<RunList>('GET', '/runs')).rows.map(({ id }) => id)
    expect(await listed()).not.toContain(runId)
    await bobbin.ask(`update run set delivered_at = now() - interval '25 hours' where id = ${runId}`)
    await forgetTrials(bobbin.app.get(StartsService), 24)
    await expect(ask('GET', `/runs/${runId}`)).rejects.toMatchObject({ code: 'notFound' })
  })
})

describe('an outside pipeline', () => {
  it('is handed a part, signed, and what it delivers becomes that run', async () => {
    const pipeline = await PipelineStandIn.start('pipeline-secret', async ({ body }) => {
      const { pipeline: name = '', build = '', branch = '', environment = '', run, shard, token = '' } = body
      const target = { pipeline: name, build, branch, environment, run, shard: Number(shard), scope: 'partial' as const }
      await deliver(new ApiClient({ baseUrl: bobbin.url, token }), 'gullhaven', target, 'cli', [
        { name: 'r.xml', content: new Blob([resultFile(['Gate opens', 'Ramp lowers', 'Lane fills'])]) },
      ])
      await bobbin.app.get(WorkService).endHandedOff()
      delivered()
    })
    let delivered: () => void = () => undefined
    const done = new Promise<void>((resolve) => (delivered = resolve))
    pipeline.failing = 1
    const template =
      '{"pipeline":"{pipeline}","build":"{build}","branch":"{branch}","environment":"{environment}","run":"{run}","shard":"{shard}","token":"{token}"}'
    const { rows } = await ask<{ rows: { id: number; signed: boolean }[] }>('POST', '/handoffs', {
      name: 'core',
      url: pipeline.url,
      template,
      secret: 'pipeline-secret',
    })
    const cell = { environmentId: prepared.environmentId, handoffId: rows[0]?.id ?? 0, parameters: {} }
    const { id } = await ask<PlanDetail>(
      'POST',
      '/plans',
      planDto([prepared.suite.id], [], { name: 'Handed', pipeline: 'handed', cells: [cell] }),
    )
    const started = await start(id)
    const handing = bobbin.app.get(HandingService)
    await handing.handOver()
    // the first request was refused; the next look tries again
    await bobbin.ask(`update part set heard_at = now() - interval '1 minute' where start_id = ${started.id}`)
    await handing.handOver()
    await done
    expect(pipeline.orders).toMatchObject([{ signed: true }])
    expect(await stateOf(started.id)).toMatchObject({ state: 'done', runs: [{ total: 3, failed: 0, live: false }] })
    await pipeline.stop()
  })
})

describe('what a server asks for a project', () => {
  it('is asked only at hosts that an administrator allows', async () => {
    const dto = environmentDto('inside', { probeUrl: 'http://169.254.169.254/latest' })
    const { id } = await ask<{ id: number }>('POST', '/environments', dto)
    const { probed } = await ask<{ probed: { ok: boolean; said: string } }>('POST', `/environments/${id}/probe`)
    expect(probed).toMatchObject({
      ok: false,
      said: expect.stringContaining('This project may reach nothing at 169.254.169.254') as string,
    })
  })
})

describe('an elastic pool', () => {
  it('asks for agents once its cost is confirmed, no more than it may, and gives them back', async () => {
    const asked: { path: string; body: Record<string, unknown> }[] = []
    const server = createServer((request, response) => {
      let text = ''
      request.on('data', (piece: Buffer) => (text += piece.toString()))
      request.on('end', () => {
        asked.push({ path: request.url ?? '', body: JSON.parse(text) as Record<string, unknown> })
        response.end()
      })
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
    const dto = {
      name: 'dock',
      costPerMinute: 0.02,
      atOnce: null,
      closed: [],
      startUrl: `${url}/start`,
      stopUrl: `${url}/stop`,
      most: 2,
      idleMinutes: 1,
    }
    const { pools } = await ask<AgentList>('POST', '/pools', { ...dto, confirmed: false })
    const poolId = pools.find(({ name }) => name === 'dock')?.id ?? 0
    const cell = { environmentId: prepared.environmentId, poolId, parameters: {} }
    const { id } = await ask<PlanDetail>(
      'POST',
      '/plans',
      planDto([prepared.suite.id], [], { name: 'Elastic', pipeline: 'elastic', cells: [cell], shards: 3 }),
    )
    await start(id)
    const elastic = bobbin.app.get(ElasticService)
    await elastic.look()
    expect(asked).toEqual([])
    await ask('PUT', `/pools/${poolId}`, { ...dto, confirmed: true })
    await elastic.look()
    await elastic.look()
    expect(asked).toEqual([{ path: '/start', body: { pool: 'dock', project: 'gullhaven', agents: 2 } }])
    await agent('dock-1', { pool: 'dock' })
    await bobbin.ask(`update part set state = 'stopped', ended_at = now() where state = 'waiting'`)
    await bobbin.ask(`update agent set registered_at = now() - interval '1 hour' where name = 'dock-1'`)
    await elastic.look()
    expect(asked.at(-1)).toEqual({ path: '/stop', body: { pool: 'dock', project: 'gullhaven', agent: 'dock-1' } })
    await new Promise((resolve) => server.close(resolve))
  })
})

describe('the day', () => {
  it('shows what ran, what waits and why', async () => {
    const one = await agent('quay-1')
    await start()
    await one.end(await one.take())
    await start()
    await ask('PUT', `/agents/${one.id}`, { paused: true })
    const today = await ask<Today>('GET', '/plans/today')
    expect(today.lines.find(({ name }) => name === 'quay-1')).toMatchObject({
      away: 'paused',
      bars: expect.arrayContaining([expect.objectContaining({ state: 'done' })]) as never,
    })
    expect(today.waiting).toMatchObject([{ waits: { code: 'away' } }])
    await ask('PUT', `/agents/${one.id}`, { paused: false })
  })
})
