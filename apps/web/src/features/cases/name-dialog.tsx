import { useForm } from 'react-hook-form'
import { Dialog } from '../../ui/dialog.js'
import { Field, needed } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { messageOf } from '../../ui/states.js'

export interface NameDialogProps {
  title: string
  label: string
  value: string
  onName: (name: string) => Promise<unknown>
  onClose: () => void
}

/** Asks for one name, and says what is wrong with it without losing it. */
export function NameDialog({ title, label, value, onName, onClose }: NameDialogProps) {
  const { register, handleSubmit, setError, formState } = useForm({ defaultValues: { name: value } })
  const submit = handleSubmit(({ name }) =>
    onName(name.trim()).then(onClose, (error: unknown) => setError('name', { message: messageOf(error) })),
  )
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title={title} description="Shown in the tree of areas and above its cases.">
      <form onSubmit={(event) => void submit(event)} className="flex flex-col gap-3">
        <Field label={label} error={formState.errors.name?.message}>
          <input autoFocus {...register('name', needed('Give it a name.'))} />
        </Field>
        <FormEnd error={null} isPending={formState.isSubmitting} onCancel={onClose} />
      </form>
    </Dialog>
  )
}
