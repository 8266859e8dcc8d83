import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'
import { NewPasswordField } from '../access/person-fields.js'
import { agentWords } from './agent-words.js'

/** Who one is here, the password, and where one is signed in. */
export function AccountSettings() {
  const { me } = useSession()
  return (
    <>
      <p className="mb-6">
        {me.account.name}, {me.account.email}
      </p>
      <PasswordForm />
      <Sessions />
    </>
  )
}

function PasswordForm() {
  const queries = useQueryClient()
  const [current, setCurrent] = useState('')
  const [next, setNext] = useState('')
  const [endTokens, setEndTokens] = useState(false)
  const change = useMutation({
    mutationFn: () => api.put('/session/password', { body: { current, next, endTokens } }),
    onSuccess: () => {
      setCurrent('')
      setNext('')
      notify('Password changed. Every other session has ended')
      void queries.invalidateQueries({ queryKey: ['sessions'] })
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    change.mutate()
  }
  return (
    <form onSubmit={submit} className="mb-8 flex max-w-[340px] flex-col gap-3">
      <h2 className="text-base">Change the password</h2>
      <label className="flex flex-col gap-1">
        Current password
        <input
          className="field"
          type="password"
          autoComplete="current-password"
          required
          value={current}
          onChange={(e) => setCurrent(e.target.value)}
        />
      </label>
      <NewPasswordField label="New password" value={next} onChange={setNext} />
      <label className="flex items-center gap-2">
        <input type="checkbox" checked={endTokens} onChange={(e) => setEndTokens(e.target.checked)} />
        Also revoke the tokens that I made
      </label>
      {change.error && (
        <p role="alert" className="text-failed">
          {messageOf(change.error)}
        </p>
      )}
      <div>
        <Button type="submit" kind="strong" disabled={change.isPending || current === '' || next.length < 10}>
          Change password
        </Button>
      </div>
    </form>
  )
}

function Sessions() {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const sessions = useQuery({ queryKey: ['sessions'], queryFn: () => api.get('/sessions') })
  const fail = (error: unknown) => notifyError(messageOf(error))
  const end = (id: number) =>
    api
      .delete('/sessions/{id}', { path: { id } })
      .then(() => queries.invalidateQueries({ queryKey: ['sessions'] }))
      .catch(fail)
  const endAll = () =>
    api
      .delete('/sessions')
      .then(() => {
        queries.clear()
        return navigate('/sign-in')
      })
      .catch(fail)
  if (sessions.isPending) return <Loading what="your sessions" />
  if (sessions.error) return <ErrorState error={sessions.error} onRetry={() => void sessions.refetch()} />
  return (
    <section>
      <h2 className="mb-2 text-base">Where you are signed in</h2>
      <ul className="mb-4">
        {sessions.data.map(({ id, current, agent, address, createdAt, lastSeenAt }) => (
          <li key={id} className="flex min-h-[38px] items-center gap-4 border-t border-hairline">
            <span className="min-w-0 flex-1 truncate" title={agent}>
              {agentWords(agent)} <span className="text-soft">from {address}</span>
            </span>
            <span className="text-soft">
              since <Time iso={createdAt} />, seen <Time iso={lastSeenAt} />
            </span>
            {current ? <strong>this one</strong> : <Button onClick={() => void end(id)}>End</Button>}
          </li>
        ))}
      </ul>
      <Button onClick={() => void endAll()}>Sign out everywhere</Button>
    </section>
  )
}
