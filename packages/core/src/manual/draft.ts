/** What a person may say of a step, or of a case as a whole. */
export const VERDICTS = ['passed', 'failed', 'errored', 'skipped'] as const
export type Verdict = (typeof VERDICTS)[number]

/** What was written down of a step so far. */
export interface StepDraft {
  verdict: Verdict | null
  /** What was found, in words. */
  actual: string
  /** The account that gave the verdict: several people may do one case in order. */
  by: number | null
  /** A defect that was reported from it. */
  defectId: number | null
}

/** A verdict as it was before it was changed; `step` is null for that of the case as a whole. */
interface Before {
  step: number | null
  verdict: Verdict | null
}

/** A case that is being done by hand: kept after each change, so that it can be gone on with anywhere. */
export interface ManualDraft {
  steps: StepDraft[]
  /** Of the case as a whole, where somebody gave it; it holds whatever its steps say. */
  verdict: Verdict | null
  comment: string
  /** Values that the plan left open. */
  values: Record<string, string>
  /** Time spent so far, in milliseconds, without pauses. */
  spentMs: number
  /** Acts that can be undone, the newest last. */
  past: Before[][]
}

const MOST_UNDONE = 200

export const emptyDraft = (steps: number): ManualDraft => ({
  steps: Array.from({ length: steps }, () => ({ verdict: null, actual: '', by: null, defectId: null })),
  verdict: null,
  comment: '',
  values: {},
  spentMs: 0,
  past: [],
})

/** The first step from one on without a verdict, or else the first of all; null where every step has one. */
export function nextStep({ steps }: ManualDraft, from = 0): number | null {
  const open = (start: number, end: number) => steps.findIndex(({ verdict }, i) => i >= start && i < end && verdict === null)
  const behind = open(from, steps.length)
  const found = behind >= 0 ? behind : open(0, from)
  return found < 0 ? null : found
}

/** Gives one step a verdict. */
export const judge = (draft: ManualDraft, step: number, verdict: Verdict, by: number | null): ManualDraft =>
  judged(draft, [step], verdict, by)

/** Passes every step that has no verdict. */
export const passRest = (draft: ManualDraft, by: number | null): ManualDraft =>
  judged(
    draft,
    draft.steps.flatMap(({ verdict }, i) => (verdict === null ? [i] : [])),
    'passed',
    by,
  )

function judged(draft: ManualDraft, which: readonly number[], verdict: Verdict, by: number | null): ManualDraft {
  const changed = which.filter((i) => draft.steps[i] && draft.steps[i].verdict !== verdict)
  if (changed.length === 0) return draft
  const before = changed.map((step): Before => ({ step, verdict: draft.steps[step]?.verdict ?? null }))
  const steps = draft.steps.map((step, i) => (changed.includes(i) ? { ...step, verdict, by } : step))
  return { ...draft, steps, past: [...draft.past, before].slice(-MOST_UNDONE) }
}

/** Gives the case as a whole a verdict; the same one again takes it away. */
export const judgeCase = (draft: ManualDraft, verdict: Verdict): ManualDraft => ({
  ...draft,
  verdict: draft.verdict === verdict ? null : verdict,
  past: [...draft.past, [{ step: null, verdict: draft.verdict }]].slice(-MOST_UNDONE),
})

/** Takes back the newest verdict, or those that were given together. @returns the step to go to; null where there is nothing to undo */
export function undoVerdict(draft: ManualDraft): { draft: ManualDraft; step: number | null } | null {
  const last = draft.past.at(-1)
  if (!last) return null
  const before = new Map(last.map(({ step, verdict }) => [step, verdict]))
  const steps = draft.steps.map((step, i) => {
    const verdict = before.get(i)
    return verdict === undefined ? step : { ...step, verdict, by: verdict === null ? null : step.by }
  })
  const whole = before.get(null)
  const undone = { ...draft, steps, verdict: whole === undefined ? draft.verdict : whole, past: draft.past.slice(0, -1) }
  return { draft: undone, step: last[0]?.step ?? null }
}

/**
 * What a case comes to: the verdict on it as a whole, or else the worst of its steps, a failure before an error; skipped where all were.
 * @returns null while steps are open and nothing was said of the whole
 */
export function verdictOf({ steps, verdict }: Pick<ManualDraft, 'steps' | 'verdict'>): Verdict | null {
  if (verdict !== null) return verdict
  const said = steps.map((step) => step.verdict)
  if (said.length === 0 || said.includes(null)) return null
  if (said.includes('failed')) return 'failed'
  if (said.includes('errored')) return 'errored'
  return said.every((one) => one === 'skipped') ? 'skipped' : 'passed'
}

/** Whether anything was written into it. */
export const isBegun = ({ steps, verdict, comment, spentMs }: ManualDraft): boolean =>
  verdict !== null || comment !== '' || spentMs > 0 || steps.some((step) => step.verdict !== null || step.actual !== '')

/** Both texts where both sides changed one: nothing that was typed is lost. */
const mergeTexts = (base: string, mine: string, theirs: string): string =>
  mine === base || mine === theirs ? theirs : theirs === base || theirs === '' ? mine : `${theirs}\n${mine}`

/**
 * Brings what was written here together with what somebody wrote meanwhile, or this person in another window. What only one side changed is
 * taken from it; where both changed a verdict, the one given here holds, being the newer; texts that both changed stand one below the other.
 * @param base what both began with
 */
export function mergeDrafts(base: ManualDraft, mine: ManualDraft, theirs: ManualDraft): ManualDraft {
  const steps = theirs.steps.map((their, i): StepDraft => {
    const [own, was] = [mine.steps[i], base.steps[i]]
    if (!own || !was) return their
    const judgedHere = own.verdict !== was.verdict
    return {
      verdict: judgedHere ? own.verdict : their.verdict,
      by: judgedHere ? own.by : their.by,
      actual: mergeTexts(was.actual, own.actual, their.actual),
      defectId: own.defectId ?? their.defectId,
    }
  })
  const values = { ...theirs.values }
  for (const [name, value] of Object.entries(mine.values)) if (value !== base.values[name]) values[name] = value
  return {
    steps,
    verdict: mine.verdict === base.verdict ? theirs.verdict : mine.verdict,
    comment: mergeTexts(base.comment, mine.comment, theirs.comment),
    values,
    spentMs: theirs.spentMs + Math.max(0, mine.spentMs - base.spentMs),
    past: [...theirs.past, ...mine.past.slice(base.past.length)].slice(-MOST_UNDONE),
  }
}
