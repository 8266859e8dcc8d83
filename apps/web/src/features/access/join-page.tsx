import type { AccountKind } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { Link, useLocation, useNavigate } from 'react-router'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { Mark } from '../../ui/mark.js'
import { Button, Loading, messageOf } from '../../ui/states.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { KindField, NewPasswordField } from './person-fields.js'

/** Where the link of an invitation leads. What stands behind the # is never sent as part of an address. */
export function JoinPage() {
  const secret = useLocation().hash.slice(1)
  const seen = useQuery({
    queryKey: keyFor('invitation', secret),
    queryFn: () => api.post('/invitations/look', { body: { secret } }),
    retry: false,
  })
  const me = useQuery({ queryKey: keyFor('me'), queryFn: () => api.get('/session'), retry: false })
  return (
    <main className="grid min-h-full place-items-center overflow-y-auto py-10">
      <title>Invitation · Bobbin</title>
      <div className="flex w-[380px] max-w-[92vw] flex-col gap-5">
        <div className="flex items-center gap-2 text-lg font-bold">
          <Mark /> Bobbin
        </div>
        {seen.isPending || me.isPending ? (
          <Loading what="the invitation" />
        ) : seen.error ? (
          <div role="alert">
            <h1 className="mb-1 text-xl">This link can’t be used</h1>
            <p className="text-base text-soft">{messageOf(seen.error)}</p>
          </div>
        ) : (
          <>
            <div>
              <h1 className="text-xl">Join {seen.data.project}</h1>
              <p className="mt-1 text-base text-soft">{seen.data.invitedBy} invites you.</p>
            </div>
            {me.data ? <Accept secret={secret} name={me.data.account.name} /> : <NewAccount secret={secret} email={seen.data.email} />}
          </>
        )}
      </div>
    </main>
  )
}

interface NewPerson {
  name: string
  kind: AccountKind
  password: string
}

function useAccept(secret: string) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  return useMutation({
    mutationFn: (account: NewPerson | null) => api.post('/invitations/accept', { body: { secret, ...(account && { account }) } }),
    onSuccess: async ({ project }) => {
      queries.clear()
      await navigate(`/${project}`, { replace: true })
    },
  })
}

/** Whoever is signed in joins as that person. */
function Accept({ secret, name }: { secret: string; name: string }) {
  const accept = useAccept(secret)
  return (
    <>
      <p className="text-base">You are signed in as {name}.</p>
      <FormError error={accept.error} />
      <div>
        <Button kind="strong" autoFocus disabled={accept.isPending} onClick={() => accept.mutate(null)}>
          Accept
        </Button>
      </div>
    </>
  )
}

function NewAccount({ secret, email }: { secret: string; email: string }) {
  const { register, handleSubmit } = useForm<NewPerson>({ defaultValues: { name: '', kind: 'engineer', password: '' } })
  const accept = useAccept(secret)
  return (
    <form onSubmit={(event) => void handleSubmit((values) => accept.mutate(values))(event)} className="flex flex-col gap-3">
      <p className="text-base">
        Create an account for {email}, or{' '}
        <Link className="text-dye underline" to={`/sign-in?to=${encodeURIComponent(`/join#${secret}`)}`}>
          sign in
        </Link>{' '}
        if you have one.
      </p>
      <Field label="Name">
        <input autoFocus required {...register('name')} />
      </Field>
      <KindField field={register('kind')} />
      <input type="email" autoComplete="username" value={email} readOnly hidden />
      <NewPasswordField label="Password" field={register('password')} />
      <FormError error={accept.error} />
      <div>
        <Button type="submit" kind="strong" disabled={accept.isPending}>
          Create account and join
        </Button>
      </div>
    </form>
  )
}
