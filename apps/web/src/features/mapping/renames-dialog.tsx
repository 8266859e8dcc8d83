import { visibleText } from '@bobbin/core'
import type { MappingQuestion } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useEffect } from 'react'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { formatList } from '../../lib/format.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { Dialog } from '../../ui/dialog.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { percent } from './reason-words.js'

const REASONS: Record<string, string> = { body: 'the same code', name: 'a similar name', file: 'the same file', suites: 'the same suite' }

/** Scripts that may be old ones under a new name; one is answered after the other. */
export function RenamesDialog({ questions, onClose }: { questions: readonly MappingQuestion[]; onClose: () => void }) {
  const { project } = useSession()
  const refresh = useRefresh()
  const answer = useMutation({
    mutationFn: ({ id, same }: { id: number; same: boolean }) =>
      api.post('/projects/{project}/mapping/renames/{id}', { path: { project: project.slug, id }, body: { same } }),
    onSuccess: refresh,
    onError: (error) => notifyError(messageOf(error)),
  })
  useEffect(() => {
    if (questions.length === 0) onClose()
  }, [questions, onClose])
  return (
    <Dialog
      open
      onOpenChange={(open) => {
        if (!open) onClose()
      }}
      title="Renamed, or new?"
      description="If it is the same test, its results and links go on under the new name."
    >
      <ul className="flex flex-col gap-4">
        {questions.map(({ id, old, new: fresh, sure, reasons }) => (
          <li key={id} className="border-t border-hairline pt-3">
            <dl className="grid grid-cols-[60px_minmax(0,1fr)] gap-x-3 gap-y-1">
              <dt className="text-soft">before</dt>
              <dd className="break-words">
                {visibleText(old.name)} <span className="font-mono text-soft">{visibleText(old.file ?? '')}</span>{' '}
                {old.cases.length > 0 && <span className="font-mono text-dye">{old.cases.join(' ')}</span>}
              </dd>
              <dt className="text-soft">now</dt>
              <dd className="break-words">
                {visibleText(fresh.name)} <span className="font-mono text-soft">{visibleText(fresh.file ?? '')}</span>
              </dd>
            </dl>
            <div className="mt-2 flex items-center gap-2">
              <CanButton right="link" disabled={answer.isPending} onClick={() => answer.mutate({ id, same: true })}>
                Same test
              </CanButton>
              <CanButton right="link" disabled={answer.isPending} onClick={() => answer.mutate({ id, same: false })}>
                A new test
              </CanButton>
              <span className="ml-auto text-soft">
                {percent(sure)} sure: {formatList(reasons.map((reason) => REASONS[reason] ?? reason))}
              </span>
            </div>
          </li>
        ))}
      </ul>
    </Dialog>
  )
}
