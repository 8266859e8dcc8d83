import { isFailing, OUTCOMES, outcomeCode, type Outcome } from '../results/outcome.js'

/** What a build changed about a test, in the order in which a reader wants them. Every test falls in exactly one. */
export const CHANGES = ['newlyFailing', 'stillFailing', 'fixed', 'recovered', 'newlySkipped', 'gone', 'notRun', 'new', 'unchanged'] as const
export type Change = (typeof CHANGES)[number]

/** Skipped, blocked, not run: nothing was judged. */
function judged(outcome: Outcome): boolean {
  return outcome === 'passed' || outcome === 'recovered' || isFailing(outcome)
}

/**
 * Compares one test's outcome with the one before it.
 * @param before its last outcome in an earlier build of the same lane, or null if there is none
 * @param now its outcome in this build, or null if the build has none
 * @param incomplete a fault in this build may have hidden tests, so that a missing one is not run instead of gone
 */
export function changeOf(before: Outcome | null, now: Outcome | null, incomplete = false): Change {
  if (now === null || now === 'notRun') return incomplete || now === 'notRun' ? 'notRun' : 'gone'
  if (isFailing(now)) return before !== null && isFailing(before) ? 'stillFailing' : 'newlyFailing'
  if (now === 'recovered') return 'recovered'
  if (before === null) return 'new'
  if (now === 'passed') return isFailing(before) ? 'fixed' : 'unchanged'
  return judged(before) ? 'newlySkipped' : 'unchanged'
}

/** What the first build of a lane changes: every test is compared with none. @returns counts in the order of CHANGES */
export function changesOfFirst(totals: Readonly<Record<Outcome, number>>): number[] {
  const counts = CHANGES.map(() => 0)
  for (const outcome of OUTCOMES) {
    const at = CHANGES.indexOf(changeOf(null, outcome))
    counts[at] = (counts[at] ?? 0) + totals[outcome]
  }
  return counts
}

/**
 * `changeOf` as a table for set-based SQL: the entry at `before * 8 + now` (outcome codes, 0 for none) is the index of the
 * change in CHANGES. A missing test's entry is `gone`; the caller turns it into `notRun` for an incomplete run.
 */
export function changeTable(): number[] {
  const outcomes: (Outcome | null)[] = [null, ...OUTCOMES]
  const table = new Array<number>(outcomes.length ** 2).fill(CHANGES.indexOf('unchanged'))
  const code = (outcome: Outcome | null) => (outcome === null ? 0 : outcomeCode(outcome))
  for (const before of outcomes) {
    for (const now of outcomes) table[code(before) * 8 + code(now)] = CHANGES.indexOf(changeOf(before, now))
  }
  return table
}
