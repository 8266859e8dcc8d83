import { fisherGreater, type Table } from '../history/fisher.js'

/** One run of a process: its tests in the order in which they ran. */
export interface OrderedRun {
  /** Ids of tests. */
  tests: readonly number[]
  /** Which of them failed or errored. */
  failed: ReadonlySet<number>
}

export interface OrderDependence {
  id: number
  after: number
  /** Runs in which it ran after the other, and in how many of those it failed. */
  ranAfter: number
  failedAfter: number
  /** The same of runs in which it ran before the other, or without it. */
  ranOtherwise: number
  failedOtherwise: number
}

/** A dependence is told from so many runs of each kind on. */
const LEAST = 3
/** What is found by chance among all pairs that are looked at, at most. */
const ALPHA = 0.001

/**
 * Tests that fail only where a certain other test ran before them in the same process. For each test that failed in some runs and passed in
 * others, each other test that ran before it in every failing run is tried: the share of failures after it against the share otherwise, by
 * Fisher's exact test (one-sided), with Bonferroni's correction over all pairs that are tried. Of several that explain a test equally well,
 * none is named: the history does not tell which it is.
 * Source: the 2×2 table and the tail of the hypergeometric distribution as in any handbook of statistics (Fisher 1922).
 * @param runs of one process each; tests of other processes have nothing to do with each other
 */
export function orderDependences(runs: readonly OrderedRun[]): OrderDependence[] {
  const places = runs.map(({ tests }) => new Map(tests.map((id, place) => [id, place])))
  const suspects = new Set(runs.flatMap(({ failed }) => [...failed]))
  const tried = [...suspects].map((id) => ({ id, pairs: pairsOf(id, runs, places) }))
  const pairs = tried.reduce((sum, one) => sum + one.pairs.length, 0)
  return tried.flatMap(({ pairs: own }) => {
    // only after it: what fails without it, too, does not depend on it. All pairs were tried, and count in the correction
    const sure = own.filter((pair) => pair.failedOtherwise === 0 && fisherGreater(tableOf(pair)) * pairs <= ALPHA)
    const best = Math.max(...sure.map(difference))
    const fits = sure.filter((pair) => difference(pair) === best)
    return fits.length === 1 ? fits : []
  })
}

const difference = ({ failedAfter, ranAfter, failedOtherwise, ranOtherwise }: OrderDependence): number =>
  failedAfter / ranAfter - failedOtherwise / ranOtherwise

function pairsOf(id: number, runs: readonly OrderedRun[], places: readonly ReadonlyMap<number, number>[]): OrderDependence[] {
  const counts = new Map<number, { ran: number; failed: number }>()
  let [ran, failed] = [0, 0]
  for (const [at, run] of runs.entries()) {
    const place = places[at]?.get(id)
    if (place === undefined) continue
    const red = run.failed.has(id)
    ran++
    if (red) failed++
    for (const other of run.tests.slice(0, place)) {
      const count = counts.get(other) ?? { ran: 0, failed: 0 }
      counts.set(other, count)
      count.ran++
      if (red) count.failed++
    }
  }
  return [...counts].flatMap(([after, own]) => {
    const pair = {
      id,
      after,
      ranAfter: own.ran,
      failedAfter: own.failed,
      ranOtherwise: ran - own.ran,
      failedOtherwise: failed - own.failed,
    }
    return pair.ranAfter >= LEAST && pair.ranOtherwise >= LEAST ? [pair] : []
  })
}

const tableOf = ({ failedAfter, ranAfter, failedOtherwise, ranOtherwise }: OrderDependence): Table => [
  failedAfter,
  ranAfter - failedAfter,
  failedOtherwise,
  ranOtherwise - failedOtherwise,
]
