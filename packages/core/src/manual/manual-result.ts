import type { AttachmentRef, Failure, TestResult, TestStep } from '../formats/result.js'
import { type ManualDraft, type Verdict, verdictOf } from './draft.js'

/** A case as it was when it was given to somebody. */
export interface ManualCase {
  key: string
  title: string
  version: number
  preconditions: string
  steps: { action: string; expected: string }[]
}

/** Who did it, on what, and when. */
export interface Doing {
  profile: string | null
  /** Milliseconds since the epoch. */
  startedAt: number | null
  doneBy: string
  values: Readonly<Record<string, string>>
  attachments: readonly AttachmentRef[]
}

/** Steps of a case, of which one without steps has itself. */
export const stepsOf = ({ title, steps }: Pick<ManualCase, 'title' | 'steps'>): ManualCase['steps'] =>
  steps.length > 0 ? steps : [{ action: title, expected: '' }]

/**
 * A case done by hand as a result like any other, which goes the way of all results. Steps that nobody came to did not run.
 * @throws RangeError where neither the case nor all of its steps have a verdict
 */
export function manualResult(done: ManualCase, draft: ManualDraft, doing: Doing): TestResult {
  const outcome = verdictOf(draft)
  if (outcome === null) throw new RangeError('the case is not done')
  const steps = stepsOf(done).map(({ action, expected }, i): TestStep => {
    const step = draft.steps[i]
    const said = [expected && `Expected: ${expected}`, step?.actual && `Actual: ${step.actual}`].filter(Boolean).join('\n')
    return { keyword: null, text: action, outcome: step?.verdict ?? 'notRun', durationMs: null, message: said || null, steps: [] }
  })
  const { comment, spentMs } = draft
  const attempt = {
    outcome,
    durationMs: spentMs,
    startedAt: doing.startedAt,
    failures: outcome === 'failed' || outcome === 'errored' ? failuresOf(done, draft, outcome) : [],
    reason: outcome === 'skipped' ? comment || (draft.steps.find(({ actual }) => actual !== '')?.actual ?? null) : null,
    stdout: comment || null,
    stderr: null,
    steps,
    attachments: doing.attachments,
  }
  return {
    name: done.title,
    suites: [],
    classname: null,
    sourceFile: null,
    profile: doing.profile,
    occurrence: 1,
    outcome,
    durationMs: spentMs,
    attempts: [attempt],
    properties: [
      { name: 'done by', value: doing.doneBy },
      { name: 'case version', value: String(done.version) },
      ...Object.entries(doing.values).map(([name, value]) => ({ name, value })),
    ],
    keys: [done.key],
    place: { line: 1, column: 1 },
  }
}

/** One failure a step, with what was expected and found; where only the whole was judged, its comment. */
function failuresOf(done: ManualCase, draft: ManualDraft, outcome: Verdict): Failure[] {
  const red = stepsOf(done).flatMap(({ action, expected }, i): Failure[] => {
    const step = draft.steps[i]
    if (step?.verdict !== 'failed' && step?.verdict !== 'errored') return []
    const found = step.actual || draft.comment || (step.verdict === 'failed' ? 'not as expected' : 'could not be judged')
    return [
      {
        message: `Step ${i + 1}, ${action}: ${found}`,
        type: null,
        stack: null,
        expected: expected || null,
        actual: step.actual || null,
      },
    ]
  })
  if (red.length > 0) return red
  return [{ message: draft.comment || (outcome === 'failed' ? 'Failed by hand' : 'Could not be judged by hand'), type: null, stack: null }]
}
