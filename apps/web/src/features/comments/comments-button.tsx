import type { CommentKind } from '@bobbin/core'
import { MessageSquare } from 'lucide-react'
import { useState } from 'react'
import { formatNumber } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Button } from '../../ui/states.js'
import { Comments } from './comments.js'
import { useComments } from './use-comments.js'

export interface CommentsButtonProps {
  kind: CommentKind
  /** The id; run:script of a result, case:step of a step. */
  subject: string
  /** What it is about, as the title of the dialog names it. */
  of: string
}

/** How many comments something has; opens them. */
export function CommentsButton({ kind, subject, of }: CommentsButtonProps) {
  const [open, setOpen] = useState(false)
  const comments = useComments({ kind, subject })
  const shown = comments.data?.rows.filter(({ deletedAt }) => deletedAt === null).length ?? 0
  return (
    <>
      <Button kind="quiet" onClick={() => setOpen(true)} title={`Comments on ${of}`}>
        <MessageSquare size={14} aria-hidden="true" />
        {shown > 0 ? formatNumber(shown) : ''}
        <span className={shown > 0 ? 'sr-only' : ''}>Comment</span>
      </Button>
      {open && (
        <Dialog
          open
          onOpenChange={setOpen}
          title={`Comments on ${of}`}
          description="Everybody in the project reads them. @ names somebody."
        >
          <Comments kind={kind} subject={subject} focus={1} />
        </Dialog>
      )}
    </>
  )
}

/** Comments on single steps of a case: those that have some, and a step to choose for a new one. */
export function StepComments({ caseId, caseKey, steps }: { caseId: number; caseKey: string; steps: number }) {
  const [step, setStep] = useState(0)
  if (steps === 0) return null
  return (
    <p className="mt-3 flex items-center gap-2 text-soft">
      <label className="flex items-center gap-2">
        Comments on step
        <select className="field w-auto" value={step} onChange={({ target }) => setStep(Number(target.value))}>
          {Array.from({ length: steps }, (_, i) => (
            <option key={i} value={i}>
              {i + 1}
            </option>
          ))}
        </select>
      </label>
      <CommentsButton key={step} kind="step" subject={`${caseId}:${step}`} of={`${caseKey}, step ${step + 1}`} />
    </p>
  )
}
