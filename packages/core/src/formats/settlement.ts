import { withoutRoot } from '../identity/source-path.js'
import { outcomeOfAttempts } from '../results/outcome-of-attempts.js'
import type { Attempt, RepeatGroup, Settlement, TestResult } from './result.js'

/**
 * Applies to the results of a file what only its end could tell. Results keep the place of their first test case.
 * @param results in the order in which the reader gave them
 */
export function settleResults(results: readonly TestResult[], { groups, dropped, reasons, root }: Settlement): TestResult[] {
  if (root) results = results.map((result) => ({ ...result, ...withoutRoot(root, result) }))
  if (groups.length + dropped.length + reasons.length === 0) return [...results]
  const settled: (TestResult | null)[] = [...results]
  for (const { seq, reason } of reasons) {
    const last = settled[seq]?.attempts.at(-1)
    if (last) last.reason = reason
  }
  for (const seq of dropped) settled[seq] = null
  for (const group of groups) settleGroup(settled, group)
  return settled.filter((result) => result !== null)
}

function settleGroup(settled: (TestResult | null)[], { kind, members, skipsWereFailures }: RepeatGroup): void {
  const own = members.flatMap((seq) => settled[seq] ?? [])
  const [first, ...later] = own
  if (!first) return
  if (kind === 'distinct') {
    members.forEach((seq, i) => (settled[seq] = own[i] ? { ...own[i], occurrence: i + 1 } : null))
    return
  }
  for (const seq of members) settled[seq] = null
  settled[members[0] ?? 0] = joinAttempts(first, later, skipsWereFailures)
}

/** Later tries at a test, joined to the first. */
export function joinAttempts(first: TestResult, later: readonly TestResult[], skipsWereFailures = false): TestResult {
  const last = later.at(-1) ?? first
  const attempts: Attempt[] = [first, ...later].flatMap((result) =>
    result === last || !skipsWereFailures ? result.attempts : result.attempts.map(failedInstead),
  )
  const keys = [...new Set([first, ...later].flatMap((result) => result.keys))]
  const properties = first.properties.length > 0 ? first.properties : last.properties
  return { ...first, attempts, outcome: outcomeOfAttempts(attempts), durationMs: last.durationMs, keys, properties }
}

/** A skipped try that another follows was a failure (TestNG). */
const failedInstead = (attempt: Attempt): Attempt => (attempt.outcome === 'skipped' ? { ...attempt, outcome: 'failed' } : attempt)
