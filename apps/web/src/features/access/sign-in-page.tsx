import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm } from 'react-hook-form'
import { Link, Navigate, useNavigate, useSearchParams } from 'react-router'
import { keyFor } from '../../lib/query-keys.js'
import { Mark } from '../../ui/mark.js'
import { api } from '../../lib/api.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { Button } from '../../ui/states.js'
import { EmailField } from './person-fields.js'

/** Only addresses of this site. */
const localPath = (to: string | null): string => (to?.startsWith('/') && !to.startsWith('//') ? to : '/')

/** What went wrong elsewhere, by its code: an address shows no words that somebody else wrote. */
const PROBLEMS: Readonly<Record<string, string>> = {
  oidcLate: 'Signing in took too long. Try again',
  oidcRefused: 'Signing in there did not work. Try again, or sign in with a password',
  oidcAway: 'The provider does not answer. Try again in a moment, or sign in with a password',
  noProject: 'You have no account here, and none of your groups belongs to a project. Ask a lead of a project to invite you',
  noAddress: 'No account can be made for you: the provider does not say that your e-mail address is verified',
}

export function SignInPage() {
  const { register, handleSubmit } = useForm({ defaultValues: { email: '', password: '' } })
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const queries = useQueryClient()
  const signIn = useMutation({
    mutationFn: ({ email, password }: { email: string; password: string }) =>
      api.post('/session', { body: { email: email.trim(), password } }),
    onSuccess: async () => {
      queries.clear()
      await navigate(localPath(params.get('to')), { replace: true })
    },
  })
  const ways = useQuery({ queryKey: keyFor('sign-in-ways'), queryFn: () => api.get('/sign-in-ways') })
  const first = useQuery({ queryKey: keyFor('first-run'), queryFn: () => api.get('/first-run') })
  if (first.data?.needed) return <Navigate to="/welcome" replace />
  return (
    <main className="grid h-full place-items-center">
      <title>Sign in · Bobbin</title>
      <form
        onSubmit={(event) => void handleSubmit((values) => signIn.mutate(values))(event)}
        className="flex w-[320px] flex-col gap-3 pb-24"
      >
        <div className="mb-2 flex items-center gap-2 text-lg font-bold">
          <Mark /> Bobbin
        </div>
        <h1 className="text-xl">Sign in</h1>
        <EmailField autoFocus field={register('email')} />
        <Field label="Password">
          <input type="password" autoComplete="current-password" required {...register('password')} />
        </Field>
        {params.get('problem') && !signIn.error && (
          <p role="alert" className="text-failed">
            {PROBLEMS[params.get('problem') ?? ''] ?? 'Signing in did not work. Try again'}
          </p>
        )}
        <FormError error={signIn.error} />
        <Button type="submit" kind="strong" disabled={signIn.isPending} className="mt-1 justify-center">
          Sign in
        </Button>
        {ways.data?.oidc && (
          <a
            className="inline-flex min-h-[30px] items-center justify-center rounded border border-hairline bg-surface px-3 py-1 font-medium hover:border-soft"
            href={api.address('/oidc/start', { query: { to: localPath(params.get('to')) } })}
          >
            Sign in with {ways.data.oidc}
          </a>
        )}
        <Link className="link self-start" to="/new-password">
          Forgot your password?
        </Link>
      </form>
    </main>
  )
}
