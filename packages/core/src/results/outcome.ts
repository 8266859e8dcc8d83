/**
 * What became of one test. `failed`: the check said no; `errored`: the test could not judge;
 * `recovered`: failed or errored first, passed in a later attempt of the same run.
 */
export const OUTCOMES = ['passed', 'failed', 'errored', 'skipped', 'blocked', 'notRun', 'recovered'] as const
export type Outcome = (typeof OUTCOMES)[number]

/** Small integers as stored in the database: 1 is `passed`, in the order of OUTCOMES. Never reorder; 0 stands for "no result". */
export function outcomeCode(outcome: Outcome): number {
  return OUTCOMES.indexOf(outcome) + 1
}

/** @throws RangeError when the code is none that `outcomeCode` makes */
export function outcomeFromCode(code: number): Outcome {
  const outcome = OUTCOMES[code - 1]
  if (!outcome) throw new RangeError(`outcome code ${code} is outside 1–${OUTCOMES.length}`)
  return outcome
}

/** Failed or errored: what turns a build red. */
export function isFailing(outcome: Outcome): boolean {
  return outcome === 'failed' || outcome === 'errored'
}

export type OutcomeTotals = { total: number } & Record<Outcome, number>

/** Counts of nothing. */
export const emptyTotals = (): OutcomeTotals => ({
  total: 0,
  passed: 0,
  failed: 0,
  errored: 0,
  skipped: 0,
  blocked: 0,
  notRun: 0,
  recovered: 0,
})

/** How many of each, and how many in all. */
export function countOutcomes(outcomes: Iterable<Outcome>): OutcomeTotals {
  const totals = emptyTotals()
  for (const outcome of outcomes) {
    totals.total++
    totals[outcome]++
  }
  return totals
}
