import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { Link, useLocation, useNavigate } from 'react-router'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { Mark } from '../../ui/mark.js'
import { Button, Loading, messageOf } from '../../ui/states.js'
import { FormError } from '../../ui/form-end.js'
import { EmailField, NewPasswordField } from './person-fields.js'

/** Sets a password anew: by a link, which ends in a secret behind the #; without one it asks for such a link by mail. */
export function NewPasswordPage() {
  const secret = useLocation().hash.slice(1)
  return (
    <main className="grid min-h-full place-items-center overflow-y-auto py-10">
      <title>New password · Bobbin</title>
      <div className="flex w-[340px] max-w-[92vw] flex-col gap-4 pb-24">
        <div className="flex items-center gap-2 text-lg font-bold">
          <Mark /> Bobbin
        </div>
        <h1 className="text-xl">Set a new password</h1>
        {secret ? <ByLink secret={secret} /> : <AskForLink />}
        <Link className="link" to="/sign-in">
          Back to signing in
        </Link>
      </div>
    </main>
  )
}

function AskForLink() {
  const { register, handleSubmit, getValues } = useForm({ defaultValues: { email: '' } })
  const ways = useQuery({ queryKey: keyFor('sign-in-ways'), queryFn: () => api.get('/sign-in-ways') })
  const ask = useMutation({ mutationFn: ({ email }: { email: string }) => api.post('/password-resets', { body: { email: email.trim() } }) })
  if (ways.isPending) return <Loading what="what is possible" />
  if (!ways.data?.mail)
    return (
      <p className="text-base text-soft">
        This server sends no mail. An administrator of the server can give you a link, under Settings › Server.
      </p>
    )
  if (ask.isSuccess)
    return (
      <p role="status" className="text-base">
        If there is an account for {getValues('email')}, a link is on its way. It works once, within two hours.
      </p>
    )
  return (
    <form onSubmit={(event) => void handleSubmit((values) => ask.mutate(values))(event)} className="flex flex-col gap-3">
      <EmailField label="Your email address" autoFocus field={register('email')} />
      <FormError error={ask.error} />
      <Button type="submit" kind="strong" disabled={ask.isPending} className="justify-center">
        Send me a link
      </Button>
    </form>
  )
}

function ByLink({ secret }: { secret: string }) {
  const { register, handleSubmit } = useForm({ defaultValues: { password: '' } })
  const navigate = useNavigate()
  const queries = useQueryClient()
  const seen = useQuery({
    queryKey: keyFor('password-reset', secret),
    queryFn: () => api.post('/password-resets/look', { body: { secret } }),
    retry: false,
  })
  const accept = useMutation({
    mutationFn: ({ password }: { password: string }) => api.post('/password-resets/accept', { body: { secret, password } }),
    onSuccess: async () => {
      queries.clear()
      await navigate('/', { replace: true })
    },
  })
  if (seen.isPending) return <Loading what="the link" />
  if (seen.error)
    return (
      <p role="alert" className="text-base text-failed">
        {messageOf(seen.error)}
      </p>
    )
  return (
    <form onSubmit={(event) => void handleSubmit((values) => accept.mutate(values))(event)} className="flex flex-col gap-3">
      <p className="text-base text-soft">
        For {seen.data.name}, {seen.data.email}. You will be signed out everywhere else.
      </p>
      <input type="email" autoComplete="username" value={seen.data.email} readOnly hidden />
      <NewPasswordField label="New password" field={register('password')} />
      <FormError error={accept.error} />
      <Button type="submit" kind="strong" disabled={accept.isPending} className="justify-center">
        Set it and sign in
      </Button>
    </form>
  )
}
