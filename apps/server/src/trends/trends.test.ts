import type { FlakyList } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, TestApp } from '../testing/test-app.js'

let bobbin: TestApp

/**
 * Twelve builds: `retried` recovers in two, `shaky` passes and fails on one commit, `comes` comes and goes, `broken` fails from the fifth to
 * the tenth, `calm` passes.
 */
beforeAll(async () => {
  bobbin = await TestApp.start()
  for (let build = 1; build <= 12; build++) {
    const flaky =
      '<testcase classname="gate" name="retried" time="1"><flakyFailure message="slow" time="3"><stackTrace>at a</stackTrace></flakyFailure></testcase>'
    const tests = [
      { name: 'shaky', fails: build === 8 ? 'the gate was open' : undefined },
      { name: 'comes', fails: build % 3 === 0 ? 'the tide was late' : undefined },
      { name: 'broken', fails: build >= 5 && build <= 10 ? 'the ramp is stuck' : undefined },
      'calm',
    ]
    const retried = build === 4 || build === 11 ? flaky : '<testcase classname="gate" name="retried" time="1"/>'
    await bobbin.deliver(resultFile(tests, retried), { build: String(build), commit: build === 8 ? 'c0ffee7' : `c0ffee${build}` })
  }
})
afterAll(() => bobbin.stop())

describe('flaky tests', () => {
  it('are told apart from steady ones by the rules, with what they are counted from', async () => {
    const list = await bobbin.get<FlakyList>('/trends/flaky')
    expect(
      list.rows
        .map(({ script, steadiness, runs, failed, recovered, flips, bothWays }) => [
          script.name,
          steadiness,
          runs,
          failed,
          recovered,
          flips,
          bothWays,
        ])
        .sort(),
    ).toEqual([
      ['comes', 'maybe', 12, 4, 0, 7, 0],
      ['retried', 'proven', 12, 0, 2, 0, 0],
      ['shaky', 'proven', 12, 1, 0, 2, 1],
    ])
    expect([list.proven, list.maybe, list.steady]).toEqual([2, 1, 1])
  })

  it('say how often, with bounds, and equal a recount', async () => {
    const { rows, redAlone } = await bobbin.get<FlakyList>('/trends/flaky')
    const comes = rows.find(({ script }) => script.name === 'comes')
    // 4 of 12, by hand from Wilson’s formula
    expect(comes?.share).toBeCloseTo(1 / 3)
    expect(comes?.bounds.low).toBeCloseTo(0.13812, 4)
    expect(comes?.bounds.high).toBeCloseTo(0.60937, 4)
    const [recount] = await bobbin.ask<{ alone: number }>(
      `select count(*)::int as alone from run r join result x on x.run_id = r.id and x.outcome in (2, 3) join script s on s.id = x.script_id
       where r.failed + r.errored = 1 and s.name in ('comes', 'shaky', 'retried')`,
    )
    expect(redAlone).toBe(recount?.alone)
  })

  it('look through the lens', async () => {
    expect((await bobbin.get<FlakyList>('/trends/flaky?span=1')).rows).toEqual([])
    expect((await bobbin.get<FlakyList>('/trends/flaky?branch=elsewhere')).rows).toEqual([])
  })
})
