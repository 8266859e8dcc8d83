import type { CaseDetail } from '@bobbin/client'
import { mergeEdits } from '@bobbin/core'
import { useState } from 'react'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'
import { intentWords, PRIORITIES } from './case-address.js'
import { draftOf, type CaseDraft } from './case-draft.js'

export interface MergeDialogProps {
  /** The case as I began to edit it. */
  base: CaseDetail
  mine: CaseDraft
  theirs: CaseDetail
  /** Both brought together; it is not saved yet. */
  onMerged: (draft: CaseDraft) => void
  onClose: () => void
}

const FIELDS: Record<keyof CaseDraft, string> = {
  title: 'Title',
  preconditions: 'Preconditions',
  steps: 'Steps',
  priority: 'Priority',
  tags: 'Tags',
  ownerId: 'Owner',
  areaId: 'Area',
  state: 'State',
  intent: 'Automation',
  estimate: 'Estimate',
  runsAfter: 'Runs after',
}

/** Two people changed a case: what only one changed is kept from both, and for the rest one chooses. Nothing is lost on the way. */
export function MergeDialog({ base, mine, theirs, onMerged, onClose }: MergeDialogProps) {
  const { merged, conflicts } = mergeEdits(draftOf(base), mine, draftOf(theirs))
  const [choices, setChoices] = useState<Partial<Record<keyof CaseDraft, 'mine' | 'theirs'>>>({})
  const open = conflicts.filter(({ field }) => !choices[field]).length
  const finish = () => {
    const chosen = conflicts.filter(({ field }) => choices[field] === 'mine').map(({ field }) => [field, mine[field]])
    onMerged({ ...merged, ...Object.fromEntries(chosen) } as CaseDraft)
  }
  return (
    <Dialog
      open
      onOpenChange={(isOpen) => !isOpen && onClose()}
      title="Somebody else changed this case too"
      description={
        conflicts.length === 0
          ? 'You changed different things; both fit together.'
          : 'What only one of you changed is kept from both. Choose where you changed the same.'
      }
    >
      {conflicts.map(({ field }) => (
        <fieldset key={field} className="border-t border-hairline pt-2">
          <legend className="font-semibold">{FIELDS[field]}</legend>
          {(['mine', 'theirs'] as const).map((side) => (
            <label key={side} className="flex gap-2 py-1">
              <input
                type="radio"
                name={field}
                checked={choices[field] === side}
                onChange={() => setChoices({ ...choices, [field]: side })}
                className="mt-1"
              />
              <span className="w-14 shrink-0 text-soft">{side === 'mine' ? 'yours' : 'theirs'}</span>
              <span className="min-w-0 break-words whitespace-pre-wrap">{sayField(field, side === 'mine' ? mine : draftOf(theirs))}</span>
            </label>
          ))}
        </fieldset>
      ))}
      <div className="flex items-center gap-3">
        <Button kind="strong" disabled={open > 0} onClick={finish}>
          Merge
        </Button>
        <span className="text-soft">You see the result before it is saved.</span>
      </div>
    </Dialog>
  )
}

function sayField(field: keyof CaseDraft, draft: CaseDraft): string {
  if (field === 'steps') return draft.steps.map((step, i) => `${i + 1}. ${step.action} → ${step.expected}`).join('\n') || 'no steps'
  if (field === 'priority') return PRIORITIES[draft.priority - 1] ?? String(draft.priority)
  if (field === 'intent') return intentWords(draft.intent)
  return String(draft[field] ?? '') || 'nothing'
}
