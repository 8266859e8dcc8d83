import { type Outcome } from '../../results/outcome.js'
import type { Attempt, Failure } from '../result.js'
import { mentionedIn } from '../attachment-paths.js'
import { secondsToMs } from '../duration.js'
import { messageOf } from './message.js'
import type { RawCase, RawOutcome } from './raw.js'
import { undecidedStep } from './undecided-steps.js'

/** Exceptions that runners throw to skip and some reporters write as errors. */
const SKIP_TYPES = new Set([
  'org.testng.SkipException',
  'org.junit.AssumptionViolatedException',
  'org.junit.internal.AssumptionViolatedException',
  'org.opentest4j.TestAbortedException',
  'org.opentest4j.TestSkippedException',
  'unittest.case.SkipTest',
  'unittest.SkipTest',
  'SkipTest',
])
/** Types of failures that judged nothing: node:test writes them as `<failure>`. */
const ERROR_TYPES = new Set(['hookFailed', 'testTimeoutFailure', 'parentAlreadyFinished'])
/** Values of `status` and `result` that say a test did not run, with no `<skipped>` beside them. */
const NOT_RUN_STATUS = new Set(['disabled', 'notrun', 'suppressed', 'skipped', 'ignored', 'pending', 'inactive'])
const FAILING_STATUS = new Set(['fail', 'failed', 'failure', 'error', 'errored', 'panicked', 'timedout', 'interrupted', 'aborted'])
const PASSING_STATUS = new Set(['run', 'pass', 'passed', 'success', 'completed', 'ok'])
/** Attributes by which a test case without children can say what became of it. */
const SAYING = ['result', 'status', 'executed', 'failure']
const EXPECTED_FAILURE = /todo|xfail|expected|!mayfail|!shouldfail/i
const DEPENDENCY = /depends on not successfully finished|fixture dependency failed/i
/** Looks at texts closely only where they can say it: most of them are stacks. */
const saysDependency = (text: string) => (text.includes('epend') || text.includes('EPEND')) && DEPENDENCY.test(text)
const NOT_STARTED = /unable to find executable|required files missing|failed to start|could not be found/i

/** nose2 writes it as skipped. */
const UNEXPECTED_PASS = /^test passes unexpectedly$/i

const NONE: readonly never[] = []

/** What one test case came to, and doubts about it for the caller to word. */
export interface Settled {
  attempts: Attempt[]
  doubts: ('severalOutcomes' | 'unexpectedPass' | 'unknownStatus' | 'failingStatus' | 'duration')[]
}

/** The outcome rules for one `<testcase>`; docs/formats.md lists them. Counts in attributes are never looked at. */
export function settleCase(test: RawCase, startedAt: number | null): Settled {
  const doubts: Settled['doubts'] = []
  const verdict = test.outcomes.length === 0 ? judgeBare(test, doubts) : judge(test, doubts)
  const last: Attempt = {
    outcome: verdict.outcome,
    durationMs: readDuration(test.element.attributes.get('time'), doubts),
    startedAt,
    failures: verdict.failures,
    reason: verdict.reason,
    stdout: test.stdout,
    stderr: test.stderr,
    steps: NONE,
    attachments: test.stdout === null ? NONE : mentionedIn(test.stdout),
  }
  if (test.outcomes.length < 2 && !AGAIN.has(test.outcomes[0]?.kind ?? '')) return { attempts: [last], doubts }
  const again = (...kinds: RawOutcome['kind'][]) =>
    test.outcomes.filter((raw) => kinds.includes(raw.kind)).map((raw) => earlierTry(raw, doubts))
  return { attempts: [...again('flakyFailure', 'flakyError'), last, ...again('rerunFailure', 'rerunError')], doubts }
}

const AGAIN = new Set<string>(['flakyFailure', 'flakyError', 'rerunFailure', 'rerunError'])

const earlierTry = (raw: RawOutcome, doubts: Settled['doubts']): Attempt => ({
  outcome: raw.kind.endsWith('Error') ? 'errored' : 'failed',
  durationMs: readDuration(raw.time, doubts),
  startedAt: null,
  failures: [failureOf(raw)],
  reason: null,
  stdout: raw.stdout,
  stderr: raw.stderr,
  steps: NONE,
  attachments: mentionedIn(raw.stdout),
})

function readDuration(text: string | null | undefined, doubts: Settled['doubts']): number | null {
  if (!text) return null
  const ms = secondsToMs(text)
  if (ms === null) doubts.push('duration')
  return ms
}

interface Verdict {
  outcome: Outcome
  failures: Failure[]
  reason: string | null
}

const saysFailing = ({ kind }: RawOutcome) => kind === 'failure' || kind === 'error' || kind === 'warning'

function judge(test: RawCase, doubts: Settled['doubts']): Verdict {
  const failing = test.outcomes.filter(saysFailing)
  const skipped = failing.length === test.outcomes.length ? undefined : test.outcomes.find((raw) => raw.kind === 'skipped')
  if (skipped && (failing.length === 0 || EXPECTED_FAILURE.test(`${skipped.type} ${skipped.message}`))) return judgeSkipped(skipped, test)
  if (skipped) doubts.push('severalOutcomes')
  const [first] = failing
  if (!first) return judgeBare(test, doubts)
  if (failing.some((raw) => raw.kind !== first.kind)) doubts.push('severalOutcomes')
  return judgeFailing(test, first, failing, doubts)
}

function judgeFailing(test: RawCase, first: RawOutcome, failing: RawOutcome[], doubts: Settled['doubts']): Verdict {
  const failures = failing.map((raw) => failureOf(raw, test))
  if (saysDependency(first.message ?? '') || saysDependency(first.text) || first.type === 'cancelledByParent')
    return { outcome: 'blocked', failures: [], reason: reasonOf(first) }
  if (first.type && SKIP_TYPES.has(first.type)) return { outcome: 'skipped', failures: [], reason: reasonOf(first) }
  if (first.type === 'TodoTestSucceeded') {
    doubts.push('unexpectedPass')
    return { outcome: 'passed', failures: [], reason: null }
  }
  if (first.type === 'UnexpectedSuccess') return { outcome: 'failed', failures, reason: null }
  const undecided = undecidedStep(test, first)
  if (undecided)
    return { outcome: 'errored', failures: [{ message: undecided, type: first.type, stack: first.text.trim() || null }], reason: null }
  const errored = failing.every((raw) => raw.kind !== 'failure') || ERROR_TYPES.has(first.type ?? '')
  return { outcome: errored ? 'errored' : 'failed', failures, reason: null }
}

function judgeSkipped(skipped: RawOutcome, test: RawCase): Verdict {
  const named = test.properties.find((property) => property.name === 'skip' || property.name === 'fixme')
  const reason = reasonOf(skipped) ?? named?.value ?? null
  if (reason && saysDependency(reason)) return { outcome: 'blocked', failures: [], reason }
  if (reason && NOT_STARTED.test(reason) && test.element.attributes.get('status') === 'notrun') {
    return { outcome: 'errored', failures: [{ message: reason, type: null, stack: null }], reason: null }
  }
  if (reason !== null && UNEXPECTED_PASS.test(reason))
    return { outcome: 'failed', failures: [{ message: reason, type: null, stack: null }], reason: null }
  return { outcome: 'skipped', failures: [], reason }
}

/** No child says anything; an attribute may. */
function judgeBare(test: RawCase, doubts: Settled['doubts']): Verdict {
  const attributes = test.element.attributes
  if (!SAYING.some((name) => attributes.has(name))) return { outcome: 'passed', failures: [], reason: null }
  const words = ['result', 'status'].map((key) => attributes.get(key)?.toLowerCase()).filter((word) => word !== undefined && word !== '')
  if (words.some((word) => NOT_RUN_STATUS.has(word as string)) || attributes.get('executed') === 'false') {
    return { outcome: 'skipped', failures: [], reason: words[0] === 'suppressed' || words[0] === 'disabled' ? 'disabled' : null }
  }
  const message = attributes.get('failure') ?? null
  if (message !== null || words.some((word) => FAILING_STATUS.has(word as string))) {
    doubts.push('failingStatus')
    return { outcome: 'failed', failures: [{ message, type: null, stack: null }], reason: null }
  }
  if (words.some((word) => !PASSING_STATUS.has(word as string))) doubts.push('unknownStatus')
  return { outcome: 'passed', failures: [], reason: null }
}

/** Message from the attribute where it says something, else from the text; stack is the text, or what the reporter calls so. */
export function failureOf(raw: RawOutcome, test: Pick<RawCase, 'name' | 'classname'> | null = null): Failure {
  const text = raw.text.trim()
  return { message: messageOf(raw.message, text, test), type: raw.type, stack: raw.stackTrace || text || null }
}

/** Messages that say no more than that a test was skipped. */
const EMPTY_REASONS = new Set(['', 'true', 'skipped'])

function reasonOf(raw: RawOutcome): string | null {
  const reason = messageOf(raw.message, raw.text.trim()) ?? ''
  return EMPTY_REASONS.has(reason) ? null : reason
}
