/** What is counted of one test over the runs that are looked at. */
export interface Counted {
  /** Runs in which it passed, failed or passed only when tried again. */
  runs: number
  passed: number
  failed: number
  recovered: number
  /** How often its outcome was another than in the build before, lane by lane. */
  flips: number
  /** Commits on which it passed and failed in one environment. */
  bothWays: number
}

export type Steadiness = 'proven' | 'maybe' | 'steady'

/** With fewer runs nothing but proof counts. */
export const LEAST_RUNS = 5
/** A regression and its fix flip twice; what flips more often comes and goes. */
const LEAST_FLIPS = 3

/**
 * Whether a test is flaky. *Proven*: it passed and failed on one commit in one environment, or passed only when it was tried again: nothing
 * else changed. *May be*: no such proof, but over at least five runs it changed between passing and failing three times or more. *Steady*
 * otherwise; a regression and its fix are two changes. A choice of ours.
 */
export function steadinessOf({ runs, recovered, flips, bothWays }: Counted): Steadiness {
  if (recovered > 0 || bothWays > 0) return 'proven'
  return runs >= LEAST_RUNS && flips >= LEAST_FLIPS ? 'maybe' : 'steady'
}
