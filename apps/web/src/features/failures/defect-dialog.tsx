import type { DefectDraft, FailureDetail } from '@bobbin/client'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Button, ErrorState, Loading } from '../../ui/states.js'
import { type Region, RegionPicture } from './region-picture.js'
import { useDecisions, useDefectDraft } from './use-failures.js'

export interface DefectDialogProps {
  detail: FailureDetail
  onClose: () => void
  /** To one that exists, instead. */
  onLink: () => void
}

/** A new defect, filled in with what is known. */
export function DefectDialog({ detail: { row }, onClose, onLink }: DefectDialogProps) {
  const draft = useDefectDraft(row.id)
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Report a defect"
      description={
        draft.data?.tracker
          ? `It goes to ${draft.data.tracker} at once, or as soon as that answers.`
          : 'A defect is an issue in your tracker.'
      }
    >
      {draft.isPending && <Loading what="what is known" />}
      {draft.error && <ErrorState error={draft.error} onRetry={() => void draft.refetch()} />}
      {draft.data && !draft.isFetching && <Form id={row.id} draft={draft.data} onClose={onClose} onLink={onLink} />}
    </Dialog>
  )
}

function Form({ id, draft, onClose, onLink }: { id: number; draft: DefectDraft; onClose: () => void; onLink: () => void }) {
  const { report } = useDecisions()
  const { project } = useSession()
  const [region, setRegion] = useState<Region | null>(null)
  const [withPicture, setWithPicture] = useState(draft.picture !== null)
  const { register, handleSubmit, formState } = useForm({ defaultValues: { title: draft.title, text: draft.text } })
  const submit = handleSubmit((values) =>
    report.mutate(
      { id, ...values, ...(withPicture && draft.picture && { attachmentId: draft.picture.id, region }) },
      { onSuccess: onClose },
    ),
  )
  return (
    <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
      {draft.tracker === null && (
        <p role="alert" className="text-failed">
          No tracker is connected yet. A lead connects one in Settings › Defects.
        </p>
      )}
      {draft.likely.length > 0 && (
        <p className="flex flex-wrap items-center gap-2">
          <span className="text-soft">
            {draft.likely.length === 1 ? 'One that may be the same:' : 'Some that may be the same:'}{' '}
            {draft.likely.map(({ key, title }) => `${key ?? 'new'} ${title}`).join('; ')}
          </span>
          <Button kind="quiet" onClick={onLink}>
            Link one instead
          </Button>
        </p>
      )}
      <Field label="Title" error={formState.errors.title?.message}>
        <input autoFocus {...register('title', { required: 'Give the defect a title' })} />
      </Field>
      <Field label="Text">
        <textarea rows={12} className="font-mono text-xs" {...register('text')} />
      </Field>
      {draft.picture && (
        <div>
          <label className="mb-1 flex items-center gap-2">
            <input type="checkbox" checked={withPicture} onChange={({ target }) => setWithPicture(target.checked)} />
            Send {draft.picture.name} along
          </label>
          {withPicture && (
            <RegionPicture
              src={`/api/projects/${project.slug}/attachments/${draft.picture.id}`}
              name={draft.picture.name}
              region={region}
              onRegion={setRegion}
            />
          )}
        </div>
      )}
      <FormEnd error={report.error} isPending={report.isPending} action="Report" onCancel={onClose} />
    </form>
  )
}
