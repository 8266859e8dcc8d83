import { isFailing, type Outcome } from './outcome.js'

/** What several attempts at one test come to: the last one holds, and a pass after a failure is `recovered`. */
export function outcomeOfAttempts(attempts: readonly { outcome: Outcome }[]): Outcome {
  const last = attempts.at(-1)?.outcome ?? 'notRun'
  if (attempts.length < 2) return last
  const failedBefore = attempts.slice(0, -1).findLast((attempt) => isFailing(attempt.outcome))
  if (!failedBefore) return last
  if (last === 'passed') return 'recovered'
  return isFailing(last) ? last : failedBefore.outcome
}
