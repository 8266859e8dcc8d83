import type { SignOffState } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { formatNumber } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Time } from '../../ui/time.js'
import type { ReportOf } from './use-manual.js'

/** Whether a run or release is signed off, with what words, and the way to do so or to reopen it. */
export function SignOffPart({ of }: { of: ReportOf }) {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const [asking, setAsking] = useState<'sign' | 'reopen' | null>(null)
  const { run, release } = of
  const query = { ...(run !== undefined && { run }), ...(release !== undefined && { release }) }
  const key = keyFor('sign-off', project.slug, query)
  const path = { project: project.slug }
  const state = useQuery({
    queryKey: key,
    queryFn: ({ signal }) => api.get('/projects/{project}/sign-offs', { path, query, signal }),
    enabled: run !== undefined || release !== undefined,
  })
  const onSuccess = (next: SignOffState) => {
    queries.setQueryData(key, next)
    setAsking(null)
    void invalidate('report')
  }
  const sign = useMutation({
    mutationFn: (words: string) =>
      api.post('/projects/{project}/sign-offs', {
        path,
        body: { words, ...(run !== undefined && { runId: run }), ...(release !== undefined && { releaseId: release }) },
      }),
    onSuccess,
  })
  const reopen = useMutation({
    mutationFn: ({ id, why }: { id: number; why: string }) =>
      api.post('/projects/{project}/sign-offs/{id}/reopen', { path: { ...path, id }, body: { why } }),
    onSuccess,
  })
  if (!state.data) return null
  const { current, past, open } = state.data
  return (
    <section aria-label="Sign-off" className="mt-4 border-l-[3px] border-hairline pl-4">
      {current ? (
        <>
          <p className="text-base">
            <strong>Signed off</strong> by {current.by ?? 'somebody who left'}, <Time iso={current.at} />: “{current.words}”
          </p>
          {current.open.length > 0 && <p className="text-soft">Open then: {openWords(current.open)}.</p>}
          {run !== undefined && current.releaseId !== null ? (
            <p className="text-soft">It is the release that is signed off; reopen it there.</p>
          ) : (
            <CanButton right="signOff" className="mt-1 print:hidden" onClick={() => setAsking('reopen')}>
              Reopen …
            </CanButton>
          )}
        </>
      ) : (
        <div className="flex flex-wrap items-center gap-3">
          <span className="text-soft">{open.length > 0 ? `Open: ${openWords(open)}.` : 'Nothing is open.'}</span>
          <CanButton right="signOff" className="print:hidden" onClick={() => setAsking('sign')}>
            Sign off …
          </CanButton>
        </div>
      )}
      {past.map((one) => (
        <p key={one.id} className="mt-1 text-soft">
          Signed off before by {one.by ?? 'somebody who left'}, <Time iso={one.at} />: “{one.words}”. Reopened by{' '}
          {one.reopenedBy ?? 'somebody'}
          {one.reopenedAt && (
            <>
              , <Time iso={one.reopenedAt} />
            </>
          )}
          : {one.reopenedWhy}
        </p>
      ))}
      {asking === 'sign' && (
        <WordsDialog
          title="Sign off"
          description={`Results can’t be changed afterwards, until somebody reopens it. ${open.length > 0 ? `Open now, and listed with it: ${openWords(open)}.` : 'Nothing is open.'}`}
          label="In your words"
          missing="Say what you sign off, and on what grounds"
          action="Sign off"
          error={sign.error}
          isPending={sign.isPending}
          onDone={(words) => sign.mutate(words)}
          onClose={() => setAsking(null)}
        />
      )}
      {asking === 'reopen' && current && (
        <WordsDialog
          title="Reopen"
          description="Results can be changed again. The sign-off and your reason stay in the record."
          label="Why"
          missing="Say why it is reopened"
          action="Reopen"
          error={reopen.error}
          isPending={reopen.isPending}
          onDone={(why) => reopen.mutate({ id: current.id, why })}
          onClose={() => setAsking(null)}
        />
      )}
    </section>
  )
}

const openWords = (open: SignOffState['open']): string => open.map(({ text, count }) => `${formatNumber(count)} ${text}`).join(', ')

interface WordsDialogProps {
  title: string
  description: string
  label: string
  missing: string
  action: string
  error: unknown
  isPending: boolean
  onDone: (words: string) => void
  onClose: () => void
}

function WordsDialog({ title, description, label, missing, action, error, isPending, onDone, onClose }: WordsDialogProps) {
  const { register, handleSubmit, formState } = useForm({ defaultValues: { words: '' } })
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={title} description={description}>
      <form className="flex flex-col gap-3" onSubmit={(event) => void handleSubmit(({ words }) => onDone(words))(event)}>
        <Field label={label} error={formState.errors.words?.message}>
          <textarea autoFocus rows={3} {...register('words', { required: missing })} />
        </Field>
        <FormEnd error={error} isPending={isPending} action={action} onCancel={onClose} />
      </form>
    </Dialog>
  )
}
