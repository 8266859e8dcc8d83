import type { CaseDetail, CaseEditDto, CaseStep } from '@bobbin/client'

/** What the form holds while a case is edited. */
export interface CaseDraft {
  title: string
  preconditions: string
  steps: CaseStep[]
  priority: number
  tags: string
  ownerId: number | null
}

export function draftOf(found: CaseDetail): CaseDraft {
  const { title, preconditions, steps, priority, tags, ownerId } = found
  return { title, preconditions, steps, priority, tags: tags.join(', '), ownerId }
}

/** Only what differs from the case as it was read; null when nothing does. Steps without a word are dropped. */
export function editOf(found: CaseDetail, draft: CaseDraft): CaseEditDto | null {
  const tags = draft.tags.split(',').map((tag) => tag.trim()).filter((tag) => tag !== '') // prettier-ignore
  const steps = draft.steps.filter((step) => step.action.trim() !== '' || step.expected.trim() !== '')
  const now = { ...draft, title: draft.title.trim(), tags, steps }
  const changed = Object.entries(now).filter(([name, value]) => JSON.stringify(value) !== JSON.stringify(found[name as keyof CaseDetail]))
  return changed.length > 0 ? { version: found.version, ...Object.fromEntries(changed) } : null
}
