import type { CaseToDo, DraftFile } from '@bobbin/client'
import { useForm } from 'react-hook-form'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { notify } from '../../ui/toast.js'
import type { DraftKeeper } from './draft-keeper.js'
import { placeWords } from './manual-words.js'
import { isPicture } from './step-files.js'
import { useManualChanges } from './use-manual.js'

export interface StepDefectDialogProps {
  todo: CaseToDo
  step: number
  actual: string
  files: DraftFile[]
  keeper: DraftKeeper
  onClose: () => void
}

/** A defect from a step, filled in with what was done, expected and found. */
export function StepDefectDialog({ todo, step, actual, files, keeper, onClose }: StepDefectDialogProps) {
  const { defect } = useManualChanges()
  const picture = files.filter(isPicture).at(-1)
  const { register, handleSubmit, formState } = useForm({
    defaultValues: { ...filledIn(todo, step, actual), withPicture: picture !== undefined },
  })
  const submit = handleSubmit(async ({ title, text, withPicture }) => {
    // what was typed a moment ago goes first
    await keeper.flush()
    defect.mutate(
      { id: todo.id, version: keeper.version, step, title, text, fileId: withPicture ? (picture?.id ?? null) : null },
      {
        onSuccess: () => {
          notify('The defect was reported')
          onClose()
        },
      },
    )
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Report a defect from step ${step + 1}`}
      description="It goes to your tracker at once, or as soon as that answers. The cause of the failure is linked to it when the case is done."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="Title" error={formState.errors.title?.message}>
          <input autoFocus {...register('title', { required: 'Give the defect a title' })} />
        </Field>
        <Field label="Text">
          <textarea rows={12} className="font-mono text-xs" {...register('text')} />
        </Field>
        {picture && (
          <label className="flex items-center gap-2">
            <input type="checkbox" {...register('withPicture')} /> Send {picture.name} along
          </label>
        )}
        <FormEnd error={defect.error} isPending={defect.isPending} action="Report" onCancel={onClose} />
      </form>
    </Dialog>
  )
}

function filledIn(todo: CaseToDo, step: number, actual: string): { title: string; text: string } {
  const { action = '', expected = '' } = todo.steps[step] ?? {}
  const steps = todo.steps.slice(0, step + 1).map((one, i) => `${i + 1}. ${one.action}`)
  const text = [
    `Steps:\n\n${steps.join('\n')}`,
    expected && `Expected: ${expected}`,
    actual && `Actual: ${actual}`,
    todo.preconditions && `Precondition: ${todo.preconditions}`,
    `Where: ${placeWords(todo.assignment)}`,
    `Case: ${todo.key} ${todo.title}, version ${todo.version}`,
  ]
  return { title: (actual.split('\n', 1)[0] || `${action}: not as expected`).slice(0, 200), text: text.filter(Boolean).join('\n\n') }
}
