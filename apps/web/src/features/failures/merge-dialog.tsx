import type { FailureRow } from '@bobbin/client'
import { useForm } from 'react-hook-form'
import { count } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { FormEnd } from '../../ui/form-end.js'
import { useDecisions } from './use-failures.js'

export interface MergeDialogProps {
  rows: readonly FailureRow[]
  onClose: () => void
  onMerged: (id: number) => void
}

/** Several causes become one: which of them the others count as. */
export function MergeDialog({ rows, onClose, onMerged }: MergeDialogProps) {
  const { merge } = useDecisions()
  const { register, handleSubmit } = useForm({ defaultValues: { into: String(rows[0]?.id ?? 0) } })
  const submit = handleSubmit(({ into }) => {
    const id = Number(into)
    const ids = rows.map((row) => row.id).filter((one) => one !== id)
    merge.mutate(
      { id, ids },
      {
        onSuccess: () => {
          onMerged(id)
          onClose()
        },
      },
    )
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Merge ${count(rows.length, 'cause')}`}
      description="They count as one from now on, and so do later failures like any of them. This can be undone."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <fieldset className="flex flex-col gap-1.5">
          <legend className="mb-1 text-soft">Keep this one, with what was decided about it</legend>
          {rows.map((row, i) => (
            <label key={row.id} className="flex items-start gap-2">
              <input type="radio" value={row.id} {...register('into')} autoFocus={i === 0} className="mt-1" />
              <span>
                {row.title} <span className="text-soft">({count(row.tests, 'test')})</span>
              </span>
            </label>
          ))}
        </fieldset>
        <FormEnd error={merge.error} isPending={merge.isPending} action="Merge" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
