import { describe, expect, it } from 'vitest'
import { countUnsteady, groupThreads, type PackedRun, pacesOf, placeIn, unpackResults } from './packed.js'

/** A result as the database packs it: numbers with their greatest byte first. */
function packed(rows: readonly [script: number, code: number, attempts: number, ms: number][]): Uint8Array {
  const bytes = Buffer.alloc(rows.length * 10)
  rows.forEach(([script, code, attempts, ms], i) => {
    bytes.writeInt32BE(script, i * 10)
    bytes.writeUInt8(code, i * 10 + 4)
    bytes.writeUInt8(attempts, i * 10 + 5)
    bytes.writeFloatBE(ms, i * 10 + 6)
  })
  return bytes
}

const run = (id: number, more: Partial<PackedRun>, rows: Parameters<typeof packed>[0]): PackedRun => ({
  ...{ id, lane: 1, environment: 1, commit: null, startedAt: id * 1000, red: 0 },
  ...more,
  ...unpackResults(packed(rows)),
})

describe('packed results', () => {
  it('are unpacked with what was not told', () => {
    const { scripts, codes, attempts, durations } = unpackResults(packed([[7, 1, 1, 1.5], [70_000, 3, 2, NaN]])) // prettier-ignore
    expect([[...scripts], [...codes], [...attempts], [...durations]]).toEqual([[7, 70_000], [1, 3], [1, 2], [1.5, NaN]]) // prettier-ignore
    expect(() => unpackResults(new Uint8Array(11))).toThrow(RangeError)
  })

  it('find a script by halves', () => {
    const results = unpackResults(packed([3, 5, 9, 12].map((script) => [script, 1, 1, 0])))
    expect([3, 5, 9, 12, 4, 13, 0].map((script) => placeIn(results, script))).toEqual([0, 1, 2, 3, -1, -1, -1])
  })
})

// worked out by hand
describe('what is counted of tests that did not always pass', () => {
  const runs = [
    run(1, { commit: 'a', red: 1 }, [[5, 2, 1, 10], [6, 1, 1, 10], [8, 4, 1, 0]]), // prettier-ignore
    run(2, { commit: 'a' }, [[5, 1, 1, 10], [6, 1, 1, 10]]), // prettier-ignore
    run(3, { commit: 'b', red: 2 }, [[5, 7, 3, 20], [6, 3, 1, 10]]), // prettier-ignore
    run(4, { lane: 2, environment: 2, commit: 'a' }, [[5, 1, 1, 10], [6, 6, 1, NaN]]), // prettier-ignore
  ]

  it('is what each of them came to', () => {
    const [five, six, ...others] = countUnsteady(runs).sort((a, b) => a.script - b.script)
    expect(others).toEqual([])
    expect(five).toEqual({
      ...{ script: 5, runs: 4, passed: 2, failed: 1, recovered: 1 },
      // bad, good, good in the first lane, and good in the second
      ...{ flips: 1, bothWays: 1, since: 1000, lastRun: 3, lane: 1, environments: [1], environmentsOfRuns: 2 },
      // two tries before the one that took 20
      ...{ retryMs: 40, redAlone: 1 },
    })
    expect(six).toMatchObject({ runs: 3, passed: 2, failed: 1, flips: 1, bothWays: 0, lastRun: 3, environmentsOfRuns: 1, redAlone: 0 })
  })
})

describe('the pace of tests', () => {
  const took = [100, 104, 98, 103, 140, 139, 145, 141]
  const runs = took.map((ms, i) => run(i + 1, {}, [[5, 1, 1, ms], [6, i === 3 ? 2 : 1, 1, 50], [7, 1, 1, NaN]])) // prettier-ignore

  it('has the mean of those that passed, and the correlation that a general library computes', () => {
    const [five, six, ...others] = pacesOf(runs, 100)
    expect(others).toEqual([])
    expect(five).toMatchObject({ script: 5, lane: 1, runs: 8, lastRun: 8 })
    expect(five?.meanMs).toBeCloseTo(121.25, 6)
    // Python's statistics.correlation
    expect(five?.drift).toBeCloseTo(0.883254794860488, 10)
    expect(six).toMatchObject({ runs: 7, meanMs: 50, drift: null })
  })

  it('looks at the newest runs alone for the drift', () => {
    // Python's statistics.correlation of the last four
    expect(pacesOf(runs, 4)[0]?.drift).toBeCloseTo(0.4417926243064344, 10)
  })
})

// worked out by hand
describe('threads of groups', () => {
  const results = (...rows: [script: number, code: number][]) => unpackResults(packed(rows.map(([script, code]) => [script, code, 1, 0])))
  const builds = [
    [results([3, 1], [4, 2], [9, 1])],
    // run again: 4 passed then, which counts; 3 was not in the second run
    [results([3, 4], [4, 2]), results([4, 1])],
    [results([3, 4], [5, 6])],
  ]

  it('are the worst of their tests, each as in the latest run of its build', () => {
    expect(groupThreads(builds, [[3, 4], [3], [5, 3], [4, 77]])).toEqual(['214', '144', '144', '210'])
  })

  it('are not told of groups that neither ran nor had something happen', () => {
    expect(groupThreads(builds, [[9], [77], []])).toEqual([null, null, null])
    expect(groupThreads([], [[3]])).toEqual([null])
  })
})
