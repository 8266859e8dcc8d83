import { isFailing } from '../../results/outcome.js'
import type { TestResult } from '../result.js'
import type { WarningLog } from '../warnings.js'
import type { KnownDialect } from './dialects.js'
import { outcomeOfAttempts } from './settle.js'

/**
 * Settles test cases that share class and name in one file: attempts at one test become one result, different tests get
 * an occurrence number, so that none hides another. Results keep the place of their first test case.
 */
export function mergeRepeats(results: TestResult[], dialect: KnownDialect | null, warnings: WarningLog): TestResult[] {
  const groups = new Map<string, TestResult[]>()
  for (const result of results) {
    const key = [result.profile, result.sourceFile, result.suites.join('\u0001'), result.classname, result.name].join('\0')
    const group = groups.get(key)
    if (group) group.push(result)
    else groups.set(key, [result])
  }
  if (groups.size === results.length) return results
  return [...groups.values()].flatMap((group) => (group.length === 1 ? group : settleGroup(group, dialect, warnings)))
}

function settleGroup(group: TestResult[], dialect: KnownDialect | null, warnings: WarningLog): TestResult[] {
  const [first] = group
  if (!first) return []
  if (areAttempts(group, dialect)) {
    if ((dialect?.repeats ?? 'auto') === 'auto') {
      warnings.add(
        'repeated',
        `“${first.name}” stands ${group.length} times and all but the last failed; it is read as one test that was tried again`,
        first.place,
      )
    }
    return [joinAttempts(first, group.slice(1), dialect, warnings)]
  }
  warnings.add('repeated', `“${first.name}” stands ${group.length} times; each is kept as a test of its own`, first.place)
  return group.map((result, i) => ({ ...result, occurrence: i + 1 }))
}

function areAttempts(group: TestResult[], dialect: KnownDialect | null): boolean {
  const repeats = dialect?.repeats ?? 'auto'
  if (repeats !== 'auto') return repeats === 'attempts'
  const before = group.slice(0, -1)
  // TestNG writes a try that will be repeated as skipped
  if (dialect?.framework === 'testng' && before.every((result) => result.outcome === 'skipped')) return true
  return before.every((result) => isFailing(result.outcome))
}

function joinAttempts(first: TestResult, later: TestResult[], dialect: KnownDialect | null, warnings: WarningLog): TestResult {
  const attempts = first.attempts.map((attempt) => retried(attempt, dialect))
  for (const result of later) {
    const previous = attempts.at(-1)
    const teardown = dialect?.teardownRepeats && result.outcome === 'errored' && previous?.outcome === 'failed'
    if (teardown && previous) {
      previous.failures.push(...result.attempts.flatMap((attempt) => attempt.failures))
      warnings.add('mergedTeardown', `“${first.name}” failed, and its tear-down too; they are one result`, result.place)
    } else attempts.push(...result.attempts)
  }
  const keys = [...new Set([first, ...later].flatMap((result) => result.keys))]
  const last = later.at(-1) ?? first
  const properties = first.properties.length > 0 ? first.properties : last.properties
  return { ...first, attempts, outcome: outcomeOfAttempts(attempts), durationMs: last.durationMs, keys, properties }
}

/** A skipped try that another follows was a failure (TestNG). */
function retried(attempt: TestResult['attempts'][number], dialect: KnownDialect | null): TestResult['attempts'][number] {
  return dialect?.framework === 'testng' && attempt.outcome === 'skipped' ? { ...attempt, outcome: 'failed' } : attempt
}
