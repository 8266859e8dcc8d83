import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { Link, Navigate, useNavigate, useSearchParams } from 'react-router'
import { Mark } from '../../ui/mark.js'
import { api } from '../../lib/api.js'
import { Button, messageOf } from '../../ui/states.js'

/** Only addresses of this site. */
const localPath = (to: string | null): string => (to?.startsWith('/') && !to.startsWith('//') ? to : '/')

export function SignInPage() {
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  const [params] = useSearchParams()
  const navigate = useNavigate()
  const queries = useQueryClient()
  const signIn = useMutation({
    mutationFn: () => api.post('/session', { body: { email: email.trim(), password } }),
    onSuccess: async () => {
      queries.clear()
      await navigate(localPath(params.get('to')), { replace: true })
    },
  })
  const ways = useQuery({ queryKey: ['sign-in-ways'], queryFn: () => api.get('/sign-in-ways') })
  const first = useQuery({ queryKey: ['first-run'], queryFn: () => api.get('/first-run') })
  if (first.data?.needed) return <Navigate to="/welcome" replace />
  const submit = (event: FormEvent) => {
    event.preventDefault()
    signIn.mutate()
  }
  return (
    <main className="grid h-full place-items-center">
      <title>Sign in · Bobbin</title>
      <form onSubmit={submit} className="flex w-[320px] flex-col gap-3 pb-24">
        <div className="mb-2 flex items-center gap-2 text-lg font-bold">
          <Mark /> Bobbin
        </div>
        <h1 className="text-xl">Sign in</h1>
        <label className="flex flex-col gap-1">
          E-mail
          <input
            className="field"
            type="email"
            autoComplete="username"
            required
            autoFocus
            value={email}
            onChange={(event) => setEmail(event.target.value)}
          />
        </label>
        <label className="flex flex-col gap-1">
          Password
          <input
            className="field"
            type="password"
            autoComplete="current-password"
            required
            value={password}
            onChange={(event) => setPassword(event.target.value)}
          />
        </label>
        {params.get('problem') && !signIn.error && (
          <p role="alert" className="text-failed">
            {params.get('problem')}
          </p>
        )}
        {signIn.error && (
          <p role="alert" className="text-failed">
            {messageOf(signIn.error)}
          </p>
        )}
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
