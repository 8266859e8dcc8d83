import type { FailureDetail } from '@bobbin/client'
import { useForm, useWatch } from 'react-hook-form'
import { useAddress } from '../../lib/use-address.js'
import { Dialog } from '../../ui/dialog.js'
import { FormEnd } from '../../ui/form-end.js'
import { useDecisions } from './use-failures.js'

/** Some wordings of a cause become one of their own. */
export function SplitDialog({ detail: { row, variants }, onClose }: { detail: FailureDetail; onClose: () => void }) {
  const { split } = useDecisions()
  const [, setAddress] = useAddress()
  const { register, handleSubmit, control } = useForm<{ signatures: string[] }>({ defaultValues: { signatures: [] } })
  const chosen = useWatch({ control, name: 'signatures' })
  const submit = handleSubmit(({ signatures }) =>
    split.mutate(
      { id: row.id, signatures: signatures.map(Number) },
      {
        onSuccess: ({ id }) => {
          setAddress({ cause: String(id) })
          onClose()
        },
      },
    ),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Split off"
      description="The chosen wordings become a cause of their own, and so do later failures with them. This can be undone."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <fieldset className="flex max-h-[50vh] flex-col gap-1.5 overflow-y-auto">
          <legend className="sr-only">Wordings</legend>
          {variants.map(({ signatureId, message, failures }) => (
            <label key={signatureId} className="flex items-start gap-2">
              <input type="checkbox" className="mt-1" value={signatureId} {...register('signatures')} />
              <span className="min-w-0 break-words">
                {message} <span className="text-soft">({failures})</span>
              </span>
            </label>
          ))}
        </fieldset>
        <FormEnd error={split.error} isPending={split.isPending || chosen.length === 0} action="Split off" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
