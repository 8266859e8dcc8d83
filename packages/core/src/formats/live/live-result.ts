import { declaredKeys } from '../../identity/declared-keys.js'
import type { Outcome } from '../../results/outcome.js'
import { attempt } from '../collector.js'
import { MAX_NAME, MAX_TEXT } from '../limits.js'
import type { AttachmentRef, Failure, Fault, FaultCode, Property, TestResult, TestStep } from '../result.js'
import { withoutNul } from '../without-nul.js'

/** One try at one test, as a reporter tells it while the tests run. */
export interface LiveResult {
  name: string
  /** Names of the enclosing suites, outermost first. */
  suites?: string[]
  classname?: string | null
  /** Path of the source file from the root of the repository. */
  file?: string | null
  /** What it is tested on: a browser, a device. */
  profile?: string | null
  /** 2, 3 … for further tests of the same name in the same place. */
  occurrence?: number
  outcome: LiveOutcome
  durationMs?: number | null
  /** Milliseconds since the epoch. */
  startedAt?: number | null
  failures?: { message?: string | null; type?: string | null; stack?: string | null }[]
  /** Why it was skipped, blocked or not run. */
  reason?: string | null
  stdout?: string | null
  stderr?: string | null
  properties?: { name: string; value: string }[]
  steps?: LiveStep[]
  /** Small ones, with what they hold; others come with the report. */
  attachments?: LiveAttachment[]
}

/** A picture, log or record that belongs to a try. */
export interface LiveAttachment {
  name: string
  mediaType?: string | null
  content: { text: string; encoding: 'utf8' | 'base64' }
}

/** A step of a try, in the order in which they ran: a list with levels instead of a tree, so that nobody can nest without end. */
export interface LiveStep {
  /** How many steps are around it. */
  level?: number
  /** `Given`, `Before`, `setup` …: what kind of step it is. */
  keyword?: string | null
  text: string
  outcome: LiveOutcome
  durationMs?: number | null
  message?: string | null
}

/** Of one try, so many steps, and so deep at most. */
export const MOST_STEPS = 1000
export const DEEPEST_STEP = 20
/** Of one try, so many attachments, which hold so many characters together at most. */
export const MOST_ATTACHMENTS = 20
export const MOST_ATTACHED = 1_500_000

/** What one try can come to; whether a test recovered is told by its tries. */
export const LIVE_OUTCOMES = ['passed', 'failed', 'errored', 'skipped', 'blocked', 'notRun'] as const satisfies readonly Outcome[]
export type LiveOutcome = (typeof LIVE_OUTCOMES)[number]

/** A live result in the shape that every result file is read into, within the same limits. */
export function testResultOf(live: LiveResult): TestResult {
  const { outcome, durationMs = null, startedAt = null, occurrence = 1 } = live
  const name = shortened(live.name)
  const suites = (live.suites ?? []).map(shortened)
  const properties: Property[] = (live.properties ?? []).map((property) => ({ name: shortened(property.name), value: cut(property.value) }))
  const failures: Failure[] = (live.failures ?? []).map(({ message, type, stack }) => ({
    message: cutOrNull(message),
    type: cutOrNull(type),
    stack: cutOrNull(stack),
  }))
  const only = attempt({
    outcome,
    durationMs,
    startedAt,
    failures,
    reason: cutOrNull(live.reason),
    stdout: cutOrNull(live.stdout),
    stderr: cutOrNull(live.stderr),
    steps: treeOf(live.steps ?? []),
    attachments: (live.attachments ?? []).map(({ name: file, mediaType = null, content }) => ({
      name: shortened(file) || 'attachment',
      mediaType,
      path: null,
      content,
    })),
  })
  return {
    name,
    suites,
    classname: live.classname ? shortened(live.classname) : null,
    sourceFile: live.file ? shortened(live.file) : null,
    profile: live.profile ? shortened(live.profile) : null,
    occurrence,
    outcome,
    durationMs,
    attempts: [only],
    properties,
    keys: declaredKeys(name, properties, suites.at(-1) ?? null),
    place: { line: 1, column: 1 },
  }
}

/** A step that stands deeper than below the one before it counts as below that one. */
function treeOf(steps: readonly LiveStep[]): TestStep[] {
  const top: TestStep[] = []
  const open: TestStep[][] = [top]
  for (const { level = 0, keyword, text, outcome, durationMs = null, message } of steps) {
    open.length = Math.min(level, open.length - 1) + 1
    const step: TestStep = { keyword: keyword ? shortened(keyword) : null, text: shortened(text), outcome, durationMs, message: cutOrNull(message), steps: [] } // prettier-ignore
    open.at(-1)?.push(step)
    open.push(step.steps)
  }
  return top
}

/** The first of all the steps, as many as a reporter may tell. */
function listOf(steps: readonly TestStep[], level = 0, list: LiveStep[] = []): LiveStep[] {
  for (const { steps: inner, outcome, ...step } of steps) {
    if (list.length >= MOST_STEPS) break
    list.push({ level, ...step, outcome: outcome === 'recovered' ? 'passed' : outcome })
    listOf(inner, Math.min(level + 1, DEEPEST_STEP), list)
  }
  return list
}

/** Those that a report holds itself; the feed leaves out what is too large. */
const heldIn = (attachments: readonly AttachmentRef[]): LiveAttachment[] =>
  attachments.flatMap(({ name, mediaType, content }) => (content ? [{ name, mediaType, content }] : []))

/** The tries at a test that a file tells, as a reporter would tell them one by one, with the attachments that it holds. */
export const liveResultsOf = (
  { name, suites, classname, sourceFile, profile, properties, attempts }: TestResult,
  occurrence: number,
): LiveResult[] =>
  attempts.map(({ outcome, durationMs, startedAt, failures, reason, stdout, stderr, steps, attachments }) => ({
    name,
    suites: [...suites],
    classname,
    file: sourceFile,
    profile,
    occurrence,
    // what a test came to over its tries is told by them
    outcome: outcome === 'recovered' ? 'passed' : outcome,
    durationMs,
    startedAt,
    failures: failures.map(({ message, type, stack }) => ({ message, type, stack })),
    reason,
    stdout,
    stderr,
    properties: properties.map((property) => ({ name: property.name, value: property.value })),
    steps: listOf(steps),
    attachments: heldIn(attachments),
  }))

/** A fault as a reporter tells it, within the same limits. */
export const liveFault = (told: { code: FaultCode; subject: string; message?: string | null; stack?: string | null }): Fault => ({
  code: told.code,
  subject: shortened(told.subject),
  message: cutOrNull(told.message),
  stack: cutOrNull(told.stack),
  place: { line: 1, column: 1 },
})

const cut = (text: string): string => withoutNul(text.slice(0, MAX_TEXT))
const cutOrNull = (text: string | null | undefined): string | null => (text ? cut(text) : null)
const shortened = (text: string): string => withoutNul(text.slice(0, MAX_NAME))
