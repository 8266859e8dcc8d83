import { describe, expect, it } from 'vitest'
import {
  newestBuilds,
  type RawResult,
  type RawRun,
  recountCases,
  recountDays,
  recountFlaky,
  recountMeans,
  recountThreads,
} from './recount.js'

const run = (id: number, more: Partial<RawRun> = {}): RawRun => ({
  ...{
    id,
    laneId: 1,
    buildId: id,
    environmentId: 1,
    pipelineId: 1,
    day: '2026-11-24',
    sortKey: String(id),
    startedAt: id,
    commit: `c${id}`,
  },
  ...{ outage: false, ...more },
})
const result = (scriptId: number, runId: number, outcome: number, durationMs: number | null = 100, attempts = 1): RawResult => ({ scriptId, runId, outcome, durationMs, attempts }) // prettier-ignore

// expected values worked out by hand
describe('a recount', () => {
  it('takes the newest builds of each lane, with all their runs', () => {
    const runs = [run(1), run(2), run(3, { buildId: 2 }), run(4), run(5, { laneId: 2 })]
    expect(newestBuilds(runs, 2).map(({ id }) => id).sort()).toEqual([2, 3, 4, 5]) // prettier-ignore
  })

  it('adds up days, and means of what passed', () => {
    const runs = [run(1), run(2, { day: '2026-11-25' })]
    const results = [result(7, 1, 1, 100), result(7, 2, 1, 300), result(8, 2, 2), result(9, 2, 7)]
    expect([...recountDays(runs, results).values()]).toEqual([
      { runs: 1, passed: 1, failed: 0, errored: 0, recovered: 0 },
      { runs: 1, passed: 1, failed: 1, errored: 0, recovered: 1 },
    ])
    expect(recountMeans(runs, results).get('7 1')).toEqual({ runs: 2, meanMs: 200 })
  })

  it('counts what makes a test flaky', () => {
    const runs = [run(1), run(2, { commit: 'c1' }), run(3), run(4, { outage: true })]
    const results = [result(7, 1, 1), result(7, 2, 2), result(7, 3, 7, 100, 3), result(7, 4, 3), result(8, 1, 1)]
    expect([...recountFlaky(runs, results)]).toEqual([
      [7, { runs: 3, failed: 1, recovered: 1, flips: 2, bothWays: 1, redAlone: 1, retryMs: 200 }],
    ])
  })

  it('draws threads by the latest run of a lane, and the worst lane', () => {
    const runs = [run(1), run(2), run(3, { buildId: 2 }), run(4, { buildId: 2, laneId: 2 })]
    const results = [result(7, 1, 1), result(7, 2, 2), result(7, 3, 1), result(8, 2, 1), result(8, 4, 3)]
    expect([...recountThreads(runs, results)]).toEqual([[7, '11'], [8, '03']]) // prettier-ignore
  })

  it('says how cases stand', () => {
    const runs = [run(1), run(2)]
    const results = [result(7, 1, 2), result(7, 2, 1), result(8, 2, 3)]
    expect([...recountCases(runs, results, [{ caseId: 1, scriptId: 7 }, { caseId: 1, scriptId: 8 }, { caseId: 2, scriptId: 9 }])]).toEqual([[1, 3], [2, 0]]) // prettier-ignore
  })
})
