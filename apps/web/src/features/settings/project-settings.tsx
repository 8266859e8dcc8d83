import { useMutation } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { missingWords, useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { useAddress } from '../../lib/use-address.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { Button } from '../../ui/states.js'
import { NEW_PROJECT, ProjectFields, type ProjectDraft } from '../access/person-fields.js'

/** The project's name, and how a new one is made. */
export function ProjectSettings() {
  const { project, me } = useSession()
  const [params, setAddress] = useAddress()
  if (params.get('new')) return <NewProject onCancel={() => setAddress({ new: null })} />
  return (
    <>
      <ProjectName />
      <div className="mt-8 border-t border-hairline pt-4">
        <Button disabled={!me.account.makesProjects} onClick={() => setAddress({ new: '1' })}>
          Create another project
        </Button>
        {!me.account.makesProjects && (
          <p className="mt-2 text-soft">You may not create projects. An administrator of the server can allow it.</p>
        )}
        <p className="mt-2 text-soft">
          The keys of {project.name} begin with {project.keyPrefix}; scripts declare them, so they stay as they are.
        </p>
      </div>
    </>
  )
}

interface ProjectEdit {
  name: string
  defaultBranch: string
}

function ProjectName() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const keeps = useCan('manage')
  const { name, defaultBranch } = project
  const form = useForm<ProjectEdit>({ values: { name, defaultBranch } })
  const save = useMutation({
    mutationFn: (body: ProjectEdit) => api.patch('/projects/{project}', { path: { project: project.slug }, body }),
    onSuccess: () => invalidate('me', 'lens'),
  })
  const { errors, isDirty } = form.formState
  return (
    <form onSubmit={(event) => void form.handleSubmit((edit) => save.mutate(edit))(event)} className="mb-8 flex flex-col gap-4">
      <Field label="Name" error={errors.name?.message} className="w-[320px]">
        <input disabled={!keeps} {...form.register('name', { required: 'A project needs a name' })} />
      </Field>
      <Field
        label="Main branch"
        hint="What everything looks at where nobody chooses another"
        error={errors.defaultBranch?.message}
        className="w-[320px]"
      >
        <input className="font-mono" disabled={!keeps} {...form.register('defaultBranch', { required: 'Name the branch' })} />
      </Field>
      <FormError error={save.error} />
      {keeps ? (
        <div>
          <Button type="submit" disabled={!isDirty || save.isPending}>
            Save
          </Button>
        </div>
      ) : (
        <p className="text-soft">{missingWords('manage')}</p>
      )}
    </form>
  )
}

function NewProject({ onCancel }: { onCancel: () => void }) {
  const invalidate = useInvalidate()
  const navigate = useNavigate()
  const form = useForm({ defaultValues: NEW_PROJECT })
  const make = useMutation({
    mutationFn: (body: ProjectDraft) => api.post('/projects', { body }),
    onSuccess: async ({ project }) => {
      await invalidate('me')
      await navigate(`/${project.slug}/cases`)
    },
  })
  return (
    <form
      onSubmit={(event) => void form.handleSubmit((values) => make.mutate(values))(event)}
      className="flex max-w-[360px] flex-col gap-3"
    >
      <h2 className="text-base">A new project</h2>
      <ProjectFields form={form} />
      <FormError error={make.error} />
      <div className="flex gap-3">
        <Button type="submit" kind="strong" disabled={make.isPending}>
          Make it
        </Button>
        <Button onClick={onCancel}>Back</Button>
      </div>
    </form>
  )
}
