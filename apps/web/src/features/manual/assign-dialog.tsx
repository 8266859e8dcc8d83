import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { FormEnd } from '../../ui/form-end.js'
import { Variables } from '../plans/variables.js'
import { PeoplePicker } from './people-picker.js'
import { useManualChanges } from './use-manual.js'

export interface AssignDialogProps {
  keys: string[]
  /** What it is called by itself, such as the title of the one case. */
  name?: string | undefined
  onClose: () => void
}

/** Cases straight to people, without a plan. */
export function AssignDialog({ keys, name, onClose }: AssignDialogProps) {
  const { project, me } = useSession()
  const navigate = useNavigate()
  const path = useProjectPath()
  const { assign } = useManualChanges()
  const [people, setPeople] = useState<number[]>([me.account.id])
  const [values, setValues] = useState<Record<string, string>>({})
  const environments = useQuery({
    queryKey: keyFor('environments', project.slug),
    queryFn: () => api.get('/projects/{project}/environments', { path: { project: project.slug } }),
  })
  const builds = useQuery({
    queryKey: keyFor('builds', project.slug, 'newest'),
    queryFn: () => api.get('/projects/{project}/builds', { path: { project: project.slug }, query: { branch: project.defaultBranch } }),
  })
  const { register, handleSubmit, formState, watch } = useForm({
    defaultValues: {
      name: name ?? count(keys.length, 'case'),
      environment: '',
      profile: '',
      pipeline: '',
      build: '',
      due: '',
      inOrder: false,
    },
  })
  const inOrder = watch('inOrder')
  const newest = builds.data?.rows[0]
  const pipeline = builds.data?.pipeline ?? 'by hand'
  const submit = handleSubmit((form) =>
    assign.mutate(
      {
        name: form.name,
        keys,
        people,
        inOrder: form.inOrder,
        dueAt: form.due === '' ? null : new Date(form.due).toISOString(),
        pipeline: form.pipeline || pipeline,
        branch: project.defaultBranch,
        build: form.build || (newest?.build ?? '1'),
        environment: form.environment || (environments.data?.rows[0]?.name ?? ''),
        profile: form.profile === '' ? null : form.profile,
        values,
      },
      {
        onSuccess: ({ id }) => {
          onClose()
          void navigate(path(`mine?assignment=${id}`))
        },
      },
    ),
  )
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={`Assign ${count(keys.length, 'case')}`}
      description="To be done by hand. Everybody who gets something is told; what they do becomes results like any other."
    >
      <form className="flex flex-col gap-3" onSubmit={(event) => void submit(event)}>
        <Field label="Name" error={formState.errors.name?.message}>
          <input autoFocus {...register('name', { required: 'Name what is to be done' })} />
        </Field>
        <PeoplePicker people={people} onChange={setPeople} inOrder={inOrder} />
        {people.length > 1 && (
          <label className="flex items-center gap-2">
            <input type="checkbox" {...register('inOrder')} /> In order: a case begins when those before it are done
          </label>
        )}
        <div className="grid grid-cols-2 gap-3 max-[600px]:grid-cols-1">
          <Field label="Environment">
            <select {...register('environment')}>
              {environments.data?.rows.map((row) => (
                <option key={row.id} value={row.name}>
                  {row.name}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Profile">
            <select {...register('profile')}>
              <option value="">none</option>
              {environments.data?.profiles.map((row) => (
                <option key={row.id} value={row.name}>
                  {row.name}
                </option>
              ))}
            </select>
          </Field>
          <Field label="Pipeline">
            <input placeholder={pipeline} {...register('pipeline')} />
          </Field>
          <Field label="Build" hint={newest ? `${newest.build} is the newest of ${pipeline}` : undefined}>
            <input placeholder={newest?.build ?? '1'} {...register('build')} />
          </Field>
          <Field label="Due">
            <input type="datetime-local" {...register('due')} />
          </Field>
        </div>
        <div>
          <p>Values to use; one that is left empty is asked for</p>
          <Variables label="Values" value={values} onChange={setValues} />
        </div>
        <FormEnd error={assign.error} isPending={assign.isPending} action="Assign" onCancel={onClose} />
      </form>
    </Dialog>
  )
}
