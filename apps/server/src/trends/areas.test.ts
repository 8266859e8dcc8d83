import type { ActivityList, AreaList } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
beforeAll(async () => {
  bobbin = await TestApp.start([
    seedCase(214, 'Axle limit'),
    seedCase(215, 'Keel line'),
    seedCase(216, 'Never automated'),
    seedCase(217, 'Not run any more'),
  ])
  const of = { pipeline: 'core', branch: 'main', environment: 'pier-test' }
  const test = (name: string, key: string, fails?: string) => ({ name, key, fails })
  await bobbin.deliver(resultFile([test('axle', 'FERRY-214'), test('gone', 'FERRY-217')]), { ...of, build: '1' })
  await bobbin.deliver(
    resultFile([test('axle', 'FERRY-214', 'too heavy'), test('axle too', 'FERRY-214'), test('keel', 'FERRY-215'), 'no case']),
    {
      ...of,
      build: '2',
    },
  )
})
afterAll(() => bobbin.stop())

describe('areas', () => {
  it('say how their cases stand: what counts as covered, and the worst of the newest results', async () => {
    const { rows, moves } = await bobbin.get<AreaList>('/trends/areas')
    expect(rows).toEqual([
      expect.objectContaining({
        ...{ name: 'Deck planner', cases: 4, automated: 3, covered: 2, passed: 1, failed: 1, errored: 0, notJudged: 0 },
        ...{ causes: 1, defects: 0, planned: 0, underWay: 0, done: 0 },
      }),
    ])
    // a recount by hand, case by case
    const recount = await bobbin.ask<{ number: number; failed: boolean }>(
      `select c.number, bool_or(x.outcome = 2) as failed from test_case c join link l on l.case_id = c.id and l.state = 'active'
       join result x on x.script_id = l.script_id join run r on r.id = x.run_id join build b on b.id = r.build_id and b.name = '2' group by c.number order by c.number`,
    )
    expect(recount).toEqual([{ number: 214, failed: true }, { number: 215, failed: false }]) // prettier-ignore
    expect(moves).toHaveLength(13)
    expect(moves.at(-1)).toMatchObject({ cases: 4, automated: 3 })
    expect(moves[0]).toMatchObject({ cases: 0, automated: 0 })
  })

  it('may be suites, look through the lens, and leave retired cases out', async () => {
    await bobbin.ask(`insert into suite (project_id, name) values (1, 'Smoke')`)
    await bobbin.ask(
      `insert into suite_case (suite_id, case_id, position) select s.id, c.id, 1 from suite s, test_case c where s.name = 'Smoke' and c.number = 214`,
    )
    const suites = await bobbin.get<AreaList>('/trends/areas?by=suite')
    expect(suites.rows.map(({ name, cases, failed }) => [name, cases, failed])).toEqual([['Smoke', 1, 1], [null, 3, 0]]) // prettier-ignore
    // one that is a filter, and a template, which counts for nothing
    await bobbin.ask(
      `insert into suite (project_id, name, filter, template) values (1, 'Red', '{"failedLast": true}', false), (1, 'Pattern', null, true)`,
    )
    await bobbin.ask(
      `insert into suite_case (suite_id, case_id, position) select s.id, c.id, 1 from suite s, test_case c where s.name = 'Pattern'`,
    )
    const withFilter = await bobbin.get<AreaList>('/trends/areas?by=suite')
    expect(withFilter.rows.map(({ name, cases, failed, causes }) => [name, cases, failed, causes])).toEqual([['Red', 1, 1, 1], ['Smoke', 1, 1, 1], [null, 3, 0, 0]]) // prettier-ignore
    expect((await bobbin.get<AreaList>('/trends/areas?branch=elsewhere')).rows[0]).toMatchObject({ cases: 4, automated: 3, covered: 0 })
    await bobbin.ask(`update test_case set state = 'retired' where number = 216`)
    expect((await bobbin.get<AreaList>('/trends/areas')).rows[0]).toMatchObject({ cases: 3 })
  })

  it('may be requirements; a case that verifies several counts in each', async () => {
    await bobbin.ask(`insert into requirement (project_id, key, name) values (1, 'TIDE-31', 'Loads'), (1, 'TIDE-32', 'Limits')`)
    await bobbin.ask(
      `insert into requirement_case (requirement_id, case_id) select q.id, c.id from requirement q, test_case c where c.number = 214 or (c.number = 215 and q.key = 'TIDE-32')`,
    )
    const { rows } = await bobbin.get<AreaList>('/trends/areas?by=requirement')
    expect(rows.map(({ name, cases, covered, failed }) => [name, cases, covered, failed])).toEqual([
      ['TIDE-31 Loads', 1, 1, 1],
      ['TIDE-32 Limits', 2, 2, 1],
      [null, 1, 0, 0],
    ])
  })

  it('count what a plan has planned, under way and done', async () => {
    await bobbin.ask(`insert into plan (project_id, name, pipeline, branch) values (1, 'Nightly', 'core', 'main')`)
    await bobbin.ask(
      `with s as (insert into start (project_id, plan_id, name, why, state, pipeline, branch, build, settings)
         select 1, id, name, 'now', 'going', 'core', 'main', '3', '{}' from plan where name = 'Nightly' returning id)
       insert into part (project_id, start_id, run_id, environment_id, recipe, shard, tests, count, state)
       select 1, s.id, r.id, l.environment_id, '{}', 1, (select jsonb_agg(jsonb_build_object('scriptId', id)) from script where name in ('axle', 'gone')), 2, 'running'
       from s, run r join lane l on l.id = r.lane_id join build b on b.id = r.build_id and b.name = '2'`,
    )
    // one of the two has a result in that run
    expect((await bobbin.get<AreaList>('/trends/areas')).rows[0]).toMatchObject({ planned: 2, done: 1, underWay: 1 })
    const { plans } = await bobbin.get<AreaList>('/trends/areas')
    expect(plans.map(({ name }) => name)).toEqual(['Nightly'])
    expect((await bobbin.get<AreaList>(`/trends/areas?plan=${(plans[0]?.id ?? 0) + 1}`)).rows[0]).toMatchObject({ planned: 0 })
  })
})

describe('activity', () => {
  it('has what works for the project: what goes on first, then the newest', async () => {
    const { rows, going, people } = await bobbin.get<ActivityList>('/trends/activity')
    expect(rows.map(({ kind, name, state }) => [kind, name, state])).toEqual([
      ['plan', 'Nightly', 'going'],
      ['delivery', 'core 2', 'done'],
      ['delivery', 'core 1', 'done'],
    ])
    expect(rows[1]).toMatchObject({ environments: ['pier-test'], results: { total: 4, red: 1 }, problem: null })
    expect([going, people.length]).toEqual([1, 1])
  })

  it('is filtered by kind, state, environment and person', async () => {
    const names = async (query: string) => (await bobbin.get<ActivityList>(`/trends/activity?${query}`)).rows.map(({ name }) => name)
    expect(await names('kinds=plan')).toEqual(['Nightly'])
    expect(await names('state=red')).toEqual(['core 2'])
    expect(await names('environment=pier-test&kinds=delivery,scan')).toEqual(['core 2', 'core 1'])
    expect(await names('person=nobody')).toEqual([])
    await bobbin.ask(
      `insert into plan_suite (plan_id, suite_id, position) select p.id, s.id, 1 from plan p, suite s where p.name = 'Nightly' and s.name = 'Smoke'`,
    )
    await bobbin.ask(`update run r set start_id = s.id from start s, build b where b.id = r.build_id and b.name = '2'`)
    expect(await names('suite=Smoke')).toEqual(['Nightly', 'core 2'])
    expect((await bobbin.get<ActivityList>('/trends/activity?person=nobody')).suites).toEqual(['Smoke'])
    await expect(names('kinds=weather')).rejects.toThrow(/kinds/)
  })
})
