import type { AccountKind } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { Navigate, useNavigate } from 'react-router'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { Mark } from '../../ui/mark.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { Button } from '../../ui/states.js'
import { EmailField, KindField, NEW_PROJECT, NewPasswordField, ProjectFields } from './person-fields.js'

interface Beginning {
  person: string
  email: string
  password: string
  code: string
  kind: AccountKind
}

/** The first page of a Bobbin that nobody has used yet: makes the first account and project. */
export function WelcomePage() {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const projectForm = useForm({ defaultValues: NEW_PROJECT })
  const { register, handleSubmit } = useForm<Beginning>({
    defaultValues: { person: '', email: '', password: '', code: '', kind: 'engineer' },
  })
  const begin = useMutation({
    mutationFn: ({ email, ...rest }: Beginning) =>
      api.post('/first-run', { body: { ...projectForm.getValues(), ...rest, email: email.trim() } }),
    onSuccess: async () => {
      queries.clear()
      await navigate(`/${projectForm.getValues('slug')}/cases`, { replace: true })
    },
  })
  const first = useQuery({ queryKey: keyFor('first-run'), queryFn: () => api.get('/first-run') })
  if (first.data && !first.data.needed && !begin.isSuccess) return <Navigate to="/" replace />
  return (
    <main className="grid min-h-full place-items-center overflow-y-auto py-10">
      <title>Welcome · Bobbin</title>
      <form
        onSubmit={(event) => void handleSubmit((values) => begin.mutate(values))(event)}
        className="flex w-[720px] max-w-[92vw] flex-col gap-5"
      >
        <div className="flex items-center gap-2 text-lg font-bold">
          <Mark /> Bobbin
        </div>
        <div>
          <h1 className="text-xl">Set up Bobbin</h1>
          <p className="mt-1 text-base text-soft">Make the first account and the first project. Others are invited in Settings.</p>
        </div>
        <div className="grid grid-cols-2 gap-10 max-[640px]:grid-cols-1">
          <fieldset className="flex flex-col gap-3">
            <legend className="mb-2 text-base font-semibold">You</legend>
            <Field label="Name">
              <input autoFocus required {...register('person')} />
            </Field>
            <EmailField field={register('email')} />
            <NewPasswordField label="Password" field={register('password')} />
            <KindField field={register('kind')} />
          </fieldset>
          <fieldset className="flex flex-col gap-3">
            <legend className="mb-2 text-base font-semibold">What you test</legend>
            <ProjectFields form={projectForm} />
          </fieldset>
        </div>
        <Field
          label="Code"
          hint="The server shows it where it was started, so that only whoever runs it can begin."
          className="max-w-[342px]"
        >
          <input className="font-mono" required autoComplete="off" {...register('code')} />
        </Field>
        <FormError error={begin.error} />
        <div>
          <Button type="submit" kind="strong" disabled={begin.isPending}>
            Create and start
          </Button>
        </div>
      </form>
    </main>
  )
}
