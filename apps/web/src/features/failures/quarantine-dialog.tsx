import type { ScriptRef } from '@bobbin/client'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { count } from '../../lib/format.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { useDecisions, usePeople, useQuarantine } from './use-failures.js'

interface Values {
  tests: string[]
  reason: string
  ownerId: string
  passes: number
}

export interface QuarantineDialogProps {
  tests: readonly { script: Pick<ScriptRef, 'id' | 'name'>; quarantined: boolean }[]
  /** What is offered as the reason. */
  reason: string
  onClose: () => void
}

/** Which of some tests go into quarantine, whose they are, and how they come out. */
export function QuarantineDialog({ tests, reason: offered, onClose }: QuarantineDialogProps) {
  const { quarantine } = useDecisions()
  const { me } = useSession()
  const { members } = usePeople()
  const list = useQuarantine()
  const free = tests.filter(({ quarantined }) => !quarantined)
  const { register, handleSubmit, formState } = useForm<Values>({
    defaultValues: {
      tests: free.length === 1 ? free.map(({ script }) => String(script.id)) : [],
      reason: offered,
      ownerId: String(me.account.id),
      passes: 10,
    },
  })
  const submit = handleSubmit(({ tests: chosen, reason, ownerId, passes }) =>
    quarantine.mutate(
      { scriptIds: [chosen].flat().map(Number), reason, ownerId: Number(ownerId), passes: Number(passes) },
      { onSuccess: onClose },
    ),
  )
  const room = list.data ? list.data.limit - list.data.open : null
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="Quarantine"
      description="A test in quarantine still runs, and cannot turn a build red. It comes out when it passes often enough in a row on the main branch."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        {room !== null && (
          <p className={room <= 0 ? 'text-failed' : 'text-soft'}>
            {room <= 0 ? 'The quarantine is full. ' : `Room for ${count(room, 'more test')}. `}
            {list.data?.open} of {list.data?.limit} are in it.
          </p>
        )}
        <fieldset className="flex max-h-[30vh] flex-col gap-1 overflow-y-auto">
          <legend className="mb-1">Tests</legend>
          {free.map(({ script }) => (
            <label key={script.id} className="flex items-start gap-2">
              <input
                type="checkbox"
                className="mt-1"
                value={String(script.id)}
                {...register('tests', { validate: (chosen) => [chosen].flat().filter(Boolean).length > 0 || 'Choose at least one test' })}
              />
              {script.name}
            </label>
          ))}
          {free.length === 0 && <p className="text-soft">{tests.length === 1 ? 'It is' : 'All of them are'} in quarantine already.</p>}
          {formState.errors.tests && (
            <p role="alert" className="text-failed">
              {formState.errors.tests.message}
            </p>
          )}
        </fieldset>
        <Field label="Why" error={formState.errors.reason?.message}>
          <textarea rows={2} {...register('reason', { required: 'Say why' })} />
        </Field>
        <div className="flex gap-3">
          <Field label="Owner" className="flex-1">
            <select {...register('ownerId')} key={members.length}>
              {members.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Out after passes in a row" className="w-48">
            <input type="number" min={1} max={200} {...register('passes', { required: true, min: 1, max: 200 })} />
          </Field>
        </div>
        <FormEnd error={quarantine.error} isPending={quarantine.isPending} action="Quarantine" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
