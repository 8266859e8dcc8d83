import type { DayList, SlowList } from '@bobbin/client'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { resultFile, seedCase, TestApp } from '../testing/test-app.js'

let bobbin: TestApp
const deliver = (file: string, build: number, environment = 'pier-test') =>
  bobbin.deliver(file.replace('<testsuite ', `<testsuite timestamp="2026-11-${String(build).padStart(2, '0')}T08:00:00Z" `), {
    ...{ pipeline: 'core', branch: 'main', build: String(build), environment, commit: `c0ffee${build}` },
  })
const slow = (seconds: number) => `<testcase classname="deck" name="plan prints" time="${seconds}"/>`

/** Twelve days with a build each: one test fails now and then; on the ninth, five of one cause; on the tenth, an outage elsewhere. */
beforeAll(async () => {
  bobbin = await TestApp.start([seedCase(214, 'Axle limit')])
  for (let build = 1; build <= 12; build++) {
    const tests = [
      ...['a', 'b', 'c', 'd', 'e'].map((name) => ({ name, fails: build === 9 ? 'the tide is out' : undefined })),
      { name: 'axle', key: 'FERRY-214', fails: build % 4 === 0 ? 'too heavy' : undefined },
    ]
    await deliver(resultFile(tests, slow(build < 8 ? 2.1 : 6.8)), build)
  }
  const down = Array.from({ length: 12 }, (_, i) => `<testcase classname="down" name="t${i}"><error message="no route"/></testcase>`)
  await deliver(resultFile([], down.join('')), 10, 'harbour-dev')
})
afterAll(() => bobbin.stop())

describe('day by day', () => {
  it('adds up to the results', async () => {
    const { days } = await bobbin.get<DayList>('/trends/days')
    expect(days).toHaveLength(12)
    expect(days[8]).toMatchObject({ day: '2026-11-09', runs: 1, judged: 7, passed: 2, failed: 5, errored: 0, newlyFailing: 5, fixed: 1 })
    const recount = await bobbin.ask<{ day: string; failed: number; errored: number; passed: number }>(
      `select day::text, count(*) filter (where outcome = 2)::int as failed, count(*) filter (where outcome = 3)::int as errored,
       count(*) filter (where outcome = 1)::int as passed from result group by day order by day`,
    )
    expect(days.map(({ day, failed, errored, passed }) => ({ day, failed, errored, passed }))).toEqual(recount)
    // 2 of 7 by Wilson's formula, worked out by hand
    expect(days[8]?.bounds?.low).toBeCloseTo(0.0822, 3)
  })

  it('tells failures apart by what they belong to, errors from failures', async () => {
    const by = async (part: string) => {
      const { series } = await bobbin.get<DayList>(`/trends/days?by=${part}`)
      const sum = (values: number[]) => values.reduce((total, value) => total + value, 0)
      return series.map(({ name, failed, errored }) => [name, sum(failed), sum(errored)])
    }
    expect(await by('area')).toEqual([[null, 5, 12], ['Deck planner', 3, 0]]) // prettier-ignore
    expect(await by('environment')).toEqual([['harbour-dev', 0, 12], ['pier-test', 8, 0]]) // prettier-ignore
    expect(await by('cause')).toEqual([['no route', 0, 12], ['the tide is out', 5, 0], ['too heavy', 3, 0]]) // prettier-ignore
  })

  it('explains what stands out, what is chosen, and leaves out outages where that is asked for', async () => {
    const { spike, top } = await bobbin.get<DayList>('/trends/days')
    expect(spike).toMatchObject({ from: '2026-11-10', to: '2026-11-10', chosen: false, failed: 0, errored: 12, usual: 0 })
    expect(spike?.explained.map(({ part, values }) => [part, values[0]?.name])).toContainEqual(['environment', 'harbour-dev'])
    expect(top).toHaveLength(12)
    const chosen = await bobbin.get<DayList>('/trends/days?from=2026-11-09&to=2026-11-09')
    expect(chosen.spike).toMatchObject({ chosen: true, failed: 5, errored: 0 })
    expect(chosen.spike?.explained).toContainEqual({
      part: 'cause',
      values: [{ name: 'the tide is out', count: 5 }],
      share: 1,
      usualShare: 0,
    })
    const calm = await bobbin.get<DayList>('/trends/days?outages=without')
    expect(calm.days[9]).toMatchObject({ day: '2026-11-10', runs: 1, errored: 0 })
    expect(calm.spike).toMatchObject({ from: '2026-11-09' })
  })

  it('says how long causes last, once somebody decided', async () => {
    const before = await bobbin.get<DayList>('/trends/days')
    expect(before.lasting).toEqual({ resolved: 0, untilResolvedH: null, decided: 0, untilDecidedH: null, open: 3 })
    await bobbin.ask(
      `update failure_group set decided_at = first_seen_at + interval '3 hours', cause = 'product' where title = 'too heavy'`,
    )
    await bobbin.ask(`update failure_group set resolved_at = first_seen_at + interval '2 days' where title = 'the tide is out'`)
    expect((await bobbin.get<DayList>('/trends/days')).lasting).toEqual({ resolved: 1, untilResolvedH: 48, decided: 1, untilDecidedH: 3, open: 2 }) // prettier-ignore
  })
})

describe('slow tests', () => {
  it('are slower since the build that made them so, and nothing else is claimed', async () => {
    const { changed, slowest, looked } = await bobbin.get<SlowList>('/trends/slow')
    expect(changed.map(({ script, pace, since }) => [script.name, pace.kind, since.build, since.commit])).toEqual([
      ['plan prints', 'jump', '8', 'c0ffee8'],
    ])
    expect(changed[0]?.costMs).toBeCloseTo(4700, 0)
    expect(slowest[0]).toMatchObject({ script: { name: 'plan prints' }, runs: 12 })
    const [recount] = await bobbin.ask<{ mean: number }>(
      `select avg(duration_ms)::float8 as mean from result x join script s on s.id = x.script_id where s.name = 'plan prints' and outcome = 1`,
    )
    expect(slowest[0]?.meanMs).toBeCloseTo(recount?.mean ?? 0)
    expect(looked).toBe(7)
  })

  it('say what splitting would win', async () => {
    const { splits } = await bobbin.get<SlowList>('/trends/slow?environments=pier-test')
    expect(splits).toHaveLength(1)
    expect(splits[0]).toMatchObject({ build: '12', tests: 7, longest: { script: { name: 'plan prints' } } })
    const ms = splits[0]?.splits.map((split) => split.ms) ?? []
    expect(ms.every((one, i) => i === 0 || one <= (ms[i - 1] ?? 0))).toBe(true)
    expect(Math.min(...ms)).toBe(splits[0]?.longest.ms)
  })
})
