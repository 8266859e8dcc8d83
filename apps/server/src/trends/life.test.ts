import type { FlakyList, TestLife } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
let id: number
const names = { pipeline: 'core', branch: 'main' }

/** Twelve builds in two environments: it recovers in each second one, in one of the environments only. */
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  const test = (bad: boolean) => {
    const flaky = bad ? '<flakyFailure message="slow" time="3"><stackTrace>at a</stackTrace></flakyFailure>' : ''
    return `<testcase classname="gate" name="rejoins FERRY-214" time="1">${flaky}</testcase>`
  }
  for (let build = 1; build <= 12; build++) {
    const of = { ...names, build: String(build), commit: `c0ffee${build}` }
    await bobbin.deliver(resultFile(['calm'], test(build % 2 === 0)), { ...of, environment: 'pier-test' })
    await bobbin.deliver(resultFile(['calm'], test(false)), { ...of, environment: 'harbour-dev' })
  }
  const [row] = await bobbin.ask<{ id: number }>(`select id from script where name like 'rejoins%'`)
  id = row?.id ?? 0
})
afterAll(() => bobbin.stop())

const life = () => bobbin.get<TestLife>(`/tests/${id}`)

describe('one test’s life', () => {
  it('has all its runs, oldest first, as they are stored', async () => {
    const { script, cases, instances, total, marks } = await life()
    expect([script.name, cases, total, marks]).toEqual([
      expect.stringContaining('rejoins'),
      [{ key: 'FERRY-214', title: 'Axle limit' }],
      24,
      [],
    ])
    expect(instances.slice(0, 4).map(({ build, lane, outcome, attempts, commit, message }) => [build, lane.environment, outcome, attempts, commit, message])).toEqual([
      ['1', 'pier-test', 'passed', 1, 'c0ffee1', null],
      ['1', 'harbour-dev', 'passed', 1, 'c0ffee1', null],
      ['2', 'pier-test', 'recovered', 2, 'c0ffee2', 'slow'],
      ['2', 'harbour-dev', 'passed', 1, 'c0ffee2', null],
    ]) // prettier-ignore
    const [recount] = await bobbin.ask<{ runs: number }>(`select count(*)::int as runs from result where script_id = ${id}`)
    expect(total).toBe(recount?.runs)
  })

  it('says where it does worse, and is as flaky as the list says', async () => {
    const { where, steadiness } = await life()
    // Fisher's exact test of [6, 6; 0, 12], greater: C(12, 6) / C(24, 6) = 924 / 134596; two values were tried
    expect(where).toHaveLength(0)
    expect((2 * 924) / 134_596).toBeGreaterThan(0.01)
    const list = await bobbin.get<FlakyList>('/trends/flaky')
    expect(list.rows.find(({ script }) => script.id === id)?.steadiness).toBe(steadiness)
  })

  it('has what was done about it, and says whether it helped', async () => {
    await bobbin.ask(
      `insert into quarantine (project_id, script_id, reason, at, ended_at, ended_why) select 1, ${id}, 'races', r.started_at, r.started_at + interval '1 second', 'passed'
       from run r join build b on b.id = r.build_id where b.name = '12' limit 1`,
    )
    const { marks, helped } = await life()
    expect(marks.map(({ kind }) => kind)).toEqual(['quarantined', 'released'])
    expect(helped).toMatchObject({ what: 'released', before: { of: 24 - (helped?.after.of ?? 0) } })
  })

  it('tells a place in the run from an environment: what begins late does worse', async () => {
    await bobbin.ask(
      `update attempt a set started_at = r.started_at + case when x.outcome = 7 then interval '20 minutes' else interval '30 seconds' end
       from run r, result x where r.id = a.run_id and x.run_id = a.run_id and x.script_id = a.script_id and a.script_id = ${id} and a.ordinal = 1`,
    )
    // Fisher's exact test of [6, 0; 0, 18], greater: 1 / C(24, 6) = 1 / 134596
    expect((await life()).where[0]).toMatchObject({
      by: 'position',
      value: '15 to 60 min into the run',
      bad: 6,
      of: 6,
      elsewhereBad: 0,
      elsewhereOf: 18,
    })
  })

  it('is of the project alone', async () => {
    await expect(bobbin.get('/tests/999999')).rejects.toThrow(/999999/)
  })
})
