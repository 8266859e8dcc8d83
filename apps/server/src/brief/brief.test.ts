import type { Brief, Finding, LensOptions } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit'), seedCase(215, 'Never automated')])
})
afterAll(() => bobbin.stop())

const brief = (query = '') => bobbin.get<Brief>(`/brief${query}`)
const find = <K extends Finding['kind']>(found: Brief, kind: K) =>
  found.findings.find((finding): finding is Extract<Finding, { kind: K }> => finding.kind === kind)

describe('the brief', () => {
  it('has nothing to say before the first delivery but what has no script', async () => {
    expect(await brief()).toMatchObject({ builds: 0, latest: [], areas: null, findings: [{ kind: 'uncovered', count: 2, total: 2 }] })
  })

  it('finds what newly fails, in which area and with how many causes, and what still fails since when', async () => {
    const tests = (old: boolean, fresh: boolean) => [
      { name: 'linked', key: 'FERRY-214', fails: fresh ? 'axle 2 over 9.5 t' : undefined },
      { name: 'neighbour', fails: fresh ? 'axle 1 over 8.5 t' : undefined },
      { name: 'old red', fails: old ? 'x' : undefined },
      'calm',
    ]
    await bobbin.deliver(resultFile(tests(false, false)), { build: '1' })
    await bobbin.deliver(resultFile(tests(true, false)), { build: '2' })
    await bobbin.deliver(resultFile(tests(true, true)), { build: '3', commit: '9f1c2ab' })
    const found = await brief('?branch=main')
    expect(find(found, 'newlyFailing')).toMatchObject({
      count: 2,
      areas: ['Deck planner'],
      causes: 1,
      run: { build: '3', commit: '9f1c2ab' },
    })
    expect(find(found, 'stillFailing')).toMatchObject({ count: 1, sinceBuild: '2' })
    expect(find(found, 'unlinked')).toMatchObject({ count: 3, total: 4 })
    expect(find(found, 'uncovered')).toMatchObject({ count: 1, total: 2 })
    expect(found.latest).toMatchObject([{ build: '3', failing: 3, newlyFailing: 2 }])
    expect(found.areas?.rows).toEqual([{ area: 'Deck planner', thread: '112' }])
    expect(found.findings[0]?.kind).toBe('newlyFailing')
  })

  it('draws each area by the worst of its tests in each run, and a gap where it had none', async () => {
    await bobbin.ask(`insert into area (project_id, name) values (1, 'Timetable')`)
    await bobbin.ask(
      `insert into test_case (project_id, number, area_id, title) select 1, 300, id, 'Tides' from area where name = 'Timetable'`,
    )
    const file = (tide: string | null, axle: string) =>
      resultFile(
        ['calm'],
        `<testcase classname="areas" name="axle FERRY-214">${axle}</testcase>${tide === null ? '' : `<testcase classname="areas" name="tide FERRY-300">${tide}</testcase>`}`,
      )
    const flaky = '<flakyFailure message="slow"/>'
    const builds = [
      file('', flaky),
      file(null, '<skipped/>'),
      file('<skipped/>', '<error message="no gate"/>'),
      file('', '<skipped message="depends on not successfully finished tests: gate"/>'),
    ]
    for (const [i, text] of builds.entries()) await bobbin.deliver(text, { pipeline: 'areas', branch: 'areas', build: String(i + 1) })
    expect((await brief('?branch=areas')).areas?.rows).toEqual([
      { area: 'Deck planner', thread: '7435' },
      { area: 'Timetable', thread: '1041' },
    ])
  })

  it('counts how often a recovered test did so', async () => {
    const flaky = '<testcase classname="gate" name="scanner"><flakyFailure message="slow"/></testcase>'
    for (const build of ['1', '2', '3'])
      await bobbin.deliver(resultFile([], build === '2' ? '<testcase classname="gate" name="scanner"/>' : flaky), {
        pipeline: 'gate',
        build,
      })
    const found = (await brief()).findings.filter((finding) => finding.kind === 'recovered')
    expect(found).toMatchObject([{ count: 1, run: { build: '3' }, worst: { name: 'scanner', times: 2, of: 3 } }])
  })

  it('speaks of an outage instead of a hundred failures', async () => {
    const tests = (errors?: string) => resultFile(Array.from({ length: 20 }, (_, i) => ({ name: `t${i}`, errors })))
    await bobbin.deliver(tests(), { pipeline: 'nightly', build: '1', environment: 'breakwater-stage' })
    await bobbin.deliver(tests('connection refused :5433'), { pipeline: 'nightly', build: '2', environment: 'breakwater-stage' })
    const found = await brief('?environments=breakwater-stage')
    expect(find(found, 'outage')).toMatchObject({ count: 20, total: 20, over: false, message: 'connection refused :5433' })
    expect(find(found, 'newlyFailing')).toBeUndefined()
    await bobbin.deliver(tests(), { pipeline: 'nightly', build: '3', environment: 'breakwater-stage' })
    const after = await brief('?environments=breakwater-stage')
    expect(find(after, 'outage')).toMatchObject({ over: true })
    expect(find(after, 'fixed')).toBeUndefined()
  })

  it('says what did not run because of a fault', async () => {
    await bobbin.deliver(resultFile(['a', 'b', 'c']), { pipeline: 'core', build: '1', environment: 'harbour-dev' })
    await bobbin.deliver(resultFile(['a'], '<error message="module did not load"/>'), {
      pipeline: 'core',
      build: '2',
      environment: 'harbour-dev',
    })
    const found = await brief('?environments=harbour-dev')
    expect(find(found, 'incomplete')).toMatchObject({ faults: 1, notRun: 2, subject: 'deck' })
    expect(find(found, 'gone')).toBeUndefined()
  })

  it('reports keys that no case has', async () => {
    await bobbin.deliver(resultFile(['one FERRY-990', 'two FERRY-990', 'three FERRY-991', 'not ours UTF-8']), { pipeline: 'keys' })
    expect(find(await brief(), 'unknownKeys')).toEqual({ kind: 'unknownKeys', count: 2, keys: ['FERRY-990', 'FERRY-991'] })
  })

  it('sees nothing through a lens that shows nothing', async () => {
    expect((await brief('?branch=nosuch')).latest).toEqual([])
  })
})

it('offers the lens what there is', async () => {
  const lens = await bobbin.get<LensOptions>('/lens')
  expect(lens.branches.map((branch) => branch.name)).toEqual(['main', 'areas'])
  expect(lens.environments.map((environment) => environment.name)).toEqual(['breakwater-stage', 'harbour-dev', 'pier-test'])
  expect(lens.pipelines.map((pipeline) => pipeline.name)).toContain('nightly')
})

describe('the brief over many builds', () => {
  const target = { pipeline: 'steady', branch: 'steady' }
  const flaky = '<testcase classname="gate" name="rejoins" time="1"><flakyFailure message="slow"/></testcase>'
  const tests = (build: number) => {
    const print = `<testcase classname="deck" name="prints" time="${build < 8 ? 2 : 7}"/>`
    const rejoins = build === 12 ? '<testcase classname="gate" name="rejoins" time="1"><failure message="slow"/></testcase>' : build % 3 === 0 ? flaky : '<testcase classname="gate" name="rejoins" time="1"/>' // prettier-ignore
    return resultFile([{ name: 'ramp', fails: build === 12 ? 'stuck' : undefined }], `${print}${rejoins}`)
  }
  beforeAll(async () => {
    for (let build = 1; build <= 12; build++) await bobbin.deliver(tests(build), { ...target, build: String(build) })
  })

  it('says of a proven flaky test neither that it broke nor that it is fixed', async () => {
    const found = await brief('?branch=steady')
    expect(find(found, 'newlyFailing')).toMatchObject({ count: 1, flaky: 1 })
    expect(find(found, 'unsteady')).toMatchObject({ failed: 1, passed: 0, worst: { name: 'rejoins', share: 4 / 12 } })
    expect(find(found, 'flaky')).toMatchObject({ proven: 1, maybe: 0 })
    await bobbin.deliver(tests(13), { ...target, build: '13' })
    const after = await brief('?branch=steady')
    expect(find(after, 'fixed')).toMatchObject({ count: 1, flaky: 1 })
    expect(find(after, 'unsteady')).toMatchObject({ failed: 0, passed: 1 })
  })

  it('says what got slower, and since which build', async () => {
    expect(find(await brief('?branch=steady'), 'slower')).toMatchObject({ count: 1, worst: { name: 'prints', build: '8', creeps: false } })
  })

  it('tells only what came since a time, where that is asked for', async () => {
    expect((await brief('?branch=steady&since=2020-01-01T00:00:00Z')).latest.map(({ build }) => build)).toEqual(['13'])
    const none = await brief('?branch=steady&since=2100-01-01T00:00:00Z')
    expect([none.latest, none.builds, find(none, 'newlyFailing')]).toEqual([[], 0, undefined])
    await expect(brief('?since=yesterday')).rejects.toThrow(/since/)
  })

  it('names what waits for who asks, and what runs next', async () => {
    expect(find(await brief(), 'mine')).toBeUndefined()
    await bobbin.ask(`update failure_group set assignee_id = a.id from account a where a.email like 'runa%'`)
    await bobbin.ask(
      `with p as (insert into plan (project_id, name, pipeline, branch) values (1, 'Nightly', 'core', 'main') returning id)
       insert into plan_time (plan_id, kind, at, zone, next_at) select id, 'once', now() + interval '1 hour', 'UTC', now() + interval '1 hour' from p`,
    )
    const found = await brief()
    expect(find(found, 'next')).toMatchObject({ name: 'Nightly' })
    const [recount] = await bobbin.ask<{ mine: number }>(
      `select count(*)::int as mine from failure_group g join account a on a.id = g.assignee_id where resolved_at is null and merged_into_id is null and g.project_id = 1`,
    )
    expect(find(found, 'mine')?.failures ?? 0).toBe(recount?.mine)
  })
})
