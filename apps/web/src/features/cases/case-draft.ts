import type { CaseDetail, CaseEditDto, CaseIntent, CaseState, CaseStep } from '@bobbin/client'
import { readEstimate, writeEstimate } from '@bobbin/core'

/** What the form holds while a case is edited; lists and durations as their text. */
export interface CaseDraft {
  title: string
  preconditions: string
  steps: CaseStep[]
  priority: number
  tags: string
  ownerId: number | null
  areaId: number | null
  state: CaseState
  intent: CaseIntent
  estimate: string
  /** Keys of cases, with commas. */
  runsAfter: string
}

export function draftOf(found: CaseDetail): CaseDraft {
  const { title, preconditions, steps, priority, tags, ownerId, areaId, state, intent, estimateS, runsAfter } = found
  return {
    title,
    preconditions,
    steps,
    priority,
    tags: tags.join(', '),
    ownerId,
    areaId,
    state,
    intent,
    estimate: writeEstimate(estimateS),
    runsAfter: runsAfter.join(', '),
  }
}

/** What keeps the draft from being saved, or null. */
export function problemOf(draft: CaseDraft): string | null {
  if (draft.title.trim() === '') return 'A case needs a title.'
  if (readEstimate(draft.estimate) === undefined) return `“${draft.estimate}” is not a duration; write 90 s, 3 min or 1 h 30 min.`
  return null
}

const wordsOf = (text: string): string[] => text.split(',').map((word) => word.trim()).filter((word) => word !== '') // prettier-ignore

/** Only what differs from the case as it was read; null when nothing does. Steps without a word are dropped. */
export function editOf(found: CaseDetail, draft: CaseDraft): CaseEditDto | null {
  const { tags: tagText, runsAfter: keyText, estimate, ...plain } = draft
  const tags = wordsOf(tagText)
  const runsAfter = wordsOf(keyText).map((key) => key.toUpperCase())
  const steps = draft.steps.filter((step) => step.action.trim() !== '' || step.expected.trim() !== '')
  const now = { ...plain, title: draft.title.trim(), tags, steps, estimateS: readEstimate(estimate) ?? null, runsAfter }
  const changed = Object.entries(now).filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(found[name as keyof CaseDetail]))
  return changed.length > 0 ? { version: found.version, ...Object.fromEntries(changed) } : null
}
