import type { AccountKind } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { Navigate, useNavigate } from 'react-router'
import { api } from '../../lib/api.js'
import { Mark } from '../../ui/mark.js'
import { Button, messageOf } from '../../ui/states.js'
import { KindField, NewPasswordField, ProjectFields, type ProjectDraft } from './person-fields.js'

/** The first page of a Bobbin that nobody has used yet: makes the first account and project. */
export function WelcomePage() {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [project, setProject] = useState<ProjectDraft>({ name: '', slug: '', keyPrefix: '' })
  const [person, setPerson] = useState('')
  const [email, setEmail] = useState('')
  const [password, setPassword] = useState('')
  const [code, setCode] = useState('')
  const [kind, setKind] = useState<AccountKind>('engineer')
  const begin = useMutation({
    mutationFn: () => api.post('/first-run', { body: { ...project, person, email: email.trim(), password, kind, code } }),
    onSuccess: async () => {
      queries.clear()
      await navigate(`/${project.slug}/cases`, { replace: true })
    },
  })
  const first = useQuery({ queryKey: ['first-run'], queryFn: () => api.get('/first-run') })
  if (first.data && !first.data.needed && !begin.isSuccess) return <Navigate to="/" replace />
  const submit = (event: FormEvent) => {
    event.preventDefault()
    begin.mutate()
  }
  return (
    <main className="grid min-h-full place-items-center overflow-y-auto py-10">
      <title>Welcome · Bobbin</title>
      <form onSubmit={submit} className="flex w-[720px] max-w-[92vw] flex-col gap-5">
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
            <label className="flex flex-col gap-1">
              Name
              <input className="field" autoFocus required value={person} onChange={(event) => setPerson(event.target.value)} />
            </label>
            <label className="flex flex-col gap-1">
              E-mail
              <input
                className="field"
                type="email"
                autoComplete="username"
                required
                value={email}
                onChange={(event) => setEmail(event.target.value)}
              />
            </label>
            <NewPasswordField label="Password" value={password} onChange={setPassword} />
            <KindField value={kind} onChange={setKind} />
          </fieldset>
          <fieldset className="flex flex-col gap-3">
            <legend className="mb-2 text-base font-semibold">What you test</legend>
            <ProjectFields draft={project} onChange={setProject} />
          </fieldset>
        </div>
        <label className="flex max-w-[342px] flex-col gap-1">
          Code
          <input className="field font-mono" required autoComplete="off" value={code} onChange={(event) => setCode(event.target.value)} />
          <span className="text-soft">The server shows it where it was started, so that only whoever runs it can begin.</span>
        </label>
        {begin.error && (
          <p role="alert" className="text-failed">
            {messageOf(begin.error)}
          </p>
        )}
        <div>
          <Button type="submit" kind="strong" disabled={begin.isPending}>
            Create and start
          </Button>
        </div>
      </form>
    </main>
  )
}
