import type { FailureRow } from '@bobbin/client'
import { useForm } from 'react-hook-form'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { useDecisions } from './use-failures.js'

/** Resolves a cause with a comment, and its defect with it where that is wanted. */
export function ResolveDialog({ row, onClose }: { row: FailureRow; onClose: () => void }) {
  const { resolve, defectState } = useDecisions()
  const { register, handleSubmit } = useForm({ defaultValues: { note: '', close: false } })
  const { defect } = row
  const closes = defect?.state === 'open' && defect.key !== null
  const submit = handleSubmit(({ note, close }) =>
    resolve.mutate(
      { id: row.id, note },
      {
        onSuccess: () => {
          if (close && defect) defectState.mutate({ id: defect.id, open: false, comment: note })
          onClose()
        },
      },
    ),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Resolve"
      description="It leaves the list of what is open. If it fails again, it comes back by itself."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="What was done">
          <textarea rows={3} autoFocus {...register('note')} />
        </Field>
        {closes && (
          <label className="flex items-center gap-2">
            <input type="checkbox" {...register('close')} /> Close {defect.key} in the tracker as well
          </label>
        )}
        <FormEnd error={resolve.error} isPending={resolve.isPending} action="Resolve" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
