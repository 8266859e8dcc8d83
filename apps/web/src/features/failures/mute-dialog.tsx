import type { FailureRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { useDecisions } from './use-failures.js'

interface Values {
  until: 'date' | 'build' | 'defect'
  date: string
  build: string
  environmentId: string
  reason: string
}

/** As an input of dates has it, in the reader's zone. */
const dayFrom = (days: number): string => {
  const at = new Date(Date.now() + days * 86_400_000)
  return new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 10)
}

const A_WEEK = 7

/** What is muted: a cause, one test, or everything in an environment. */
export type Muting = { kind: 'cause'; row: FailureRow } | { kind: 'test'; scriptId: number; name: string } | { kind: 'environment' }

/** Until when something does not count. It still shows, in outline. */
export function MuteDialog({ of, onClose }: { of: Muting; onClose: () => void }) {
  const { mute, muteElse } = useDecisions()
  const row = of.kind === 'cause' ? of.row : null
  const change = row ? mute : muteElse
  const { project } = useSession()
  const environments = useQuery({
    queryKey: keyFor('environments', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/environments', { path: { project: project.slug }, signal }),
  })
  const { register, handleSubmit, watch, formState } = useForm<Values>({
    defaultValues: {
      until: row?.defect?.state === 'open' ? 'defect' : 'date',
      date: dayFrom(A_WEEK),
      build: '',
      environmentId: '',
      reason: '',
    },
  })
  const until = watch('until')
  const submit = handleSubmit(({ date, build, environmentId, reason, until: kind }) => {
    const body = {
      reason,
      ...(kind === 'date' && { untilAt: new Date(`${date}T23:59:59`).toISOString() }),
      ...(kind === 'build' && { untilBuild: build }),
      ...(kind === 'defect' && { untilDefect: true }),
      ...(environmentId && { environmentId: Number(environmentId) }),
    }
    if (row) mute.mutate({ id: row.id, ...body }, { onSuccess: onClose })
    else muteElse.mutate({ ...body, ...(of.kind === 'test' && { scriptId: of.scriptId }) }, { onSuccess: onClose })
  })
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={of.kind === 'test' ? `Mute ${of.name}` : of.kind === 'environment' ? 'Mute an environment' : 'Mute'}
      description="It still shows, in outline, and does not count against a gate. It ends by itself, and says so."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <fieldset className="flex flex-col gap-2">
          <legend className="mb-1">Until</legend>
          <label className="flex items-center gap-2">
            <input type="radio" value="date" {...register('until')} /> the end of
            <input
              type="date"
              aria-label="Date"
              className="field w-auto"
              min={dayFrom(0)}
              disabled={until !== 'date'}
              {...register('date', { validate: (date, { until: kind }) => kind !== 'date' || date !== '' || 'Choose a date' })}
            />
          </label>
          <label className="flex items-center gap-2">
            <input type="radio" value="build" {...register('until')} /> build
            <input
              aria-label="Build"
              className="field w-32"
              placeholder={row?.last.build}
              disabled={until !== 'build'}
              {...register('build', { validate: (build, { until: kind }) => kind !== 'build' || build.trim() !== '' || 'Name the build' })}
            />
            or a later one
          </label>
          {row && (
            <label className={`flex items-center gap-2 ${row.defect ? '' : 'text-soft'}`}>
              <input type="radio" value="defect" disabled={!row.defect} {...register('until')} />
              {row.defect ? `${row.defect.key ?? 'its defect'} is closed` : 'its defect is closed (no defect is linked)'}
            </label>
          )}
          {(formState.errors.date ?? formState.errors.build) && (
            <p role="alert" className="text-failed">
              {formState.errors.date?.message ?? formState.errors.build?.message}
            </p>
          )}
        </fieldset>
        <Field label="Where">
          <select {...register('environmentId', { required: of.kind === 'environment' })}>
            <option value="">{of.kind === 'environment' ? 'Choose one' : 'Everywhere'}</option>
            {environments.data?.rows.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </Field>
        <Field label="Why">
          <textarea rows={2} autoFocus {...register('reason')} />
        </Field>
        <FormEnd error={change.error} isPending={change.isPending} action="Mute" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
