import { isFailing, OUTCOMES, outcomeCode, type Outcome } from '../results/outcome.js'

/** What a build changed about a test, in the order in which a reader wants them. Every test falls in exactly one. */
export const CHANGES = [
  'newlyFailing',
  'stillFailing',
  'fixed',
  'recovered',
  'newlySkipped',
  'gone',
  'notRun',
  'new',
  'unchanged',
  'notInRun',
] as const
export type Change = (typeof CHANGES)[number]

/** What says nothing about the build: it counts nowhere and is folded away. */
export const FOLDED_CHANGES = ['unchanged', 'notInRun'] as const satisfies readonly Change[]
export type FoldedChange = (typeof FOLDED_CHANGES)[number]
export const SHOWN_CHANGES: readonly Change[] = CHANGES.filter((change) => !FOLDED_CHANGES.some((folded) => folded === change))

/** Skipped, blocked, not run: nothing was judged. */
function judged(outcome: Outcome): boolean {
  return outcome === 'passed' || outcome === 'recovered' || isFailing(outcome)
}

/** What a run says about the tests that it has no result of. */
export interface Absence {
  /** A fault may have hidden tests. */
  incomplete?: boolean
  /** Whether its sender says that all tests ran, or a part of them; null where nobody says. */
  scope?: 'whole' | 'partial' | null
  /** What holds the test (its file, class or suite) reported in the run, without it. */
  holderReported?: boolean
}

/** A test without a result is gone only where something says so; runs of a part of the tests are the normal case. */
export function changeOfMissing({ incomplete = false, scope = null, holderReported = false }: Absence): Change {
  if (scope === 'partial') return 'notInRun'
  if (incomplete) return 'notRun'
  return scope === 'whole' || holderReported ? 'gone' : 'notInRun'
}

/**
 * Compares one test's outcome with the one before it.
 * @param before its last outcome in an earlier build of the same lane, or null if there is none
 * @param now its outcome in this build, or null if the build has none
 * @param absence what the build says of tests that it has no result of
 */
export function changeOf(before: Outcome | null, now: Outcome | null, absence: Absence = {}): Change {
  if (now === null) return changeOfMissing(absence)
  if (now === 'notRun') return 'notRun'
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
 * change in CHANGES. What a missing test is depends on its run (`changeOfMissing`); the table calls it not in the run.
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
