import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useForm, useWatch } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notify, notifyError } from '../../ui/toast.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
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
  const invalidate = useInvalidate()
  const { control, register, handleSubmit, reset } = useForm({ defaultValues: { current: '', next: '', endTokens: false } })
  const [current, next] = useWatch({ control, name: ['current', 'next'] })
  const change = useMutation({
    mutationFn: (body: { current: string; next: string; endTokens: boolean }) => api.put('/session/password', { body }),
    onSuccess: () => {
      reset()
      notify('Password changed. Every other session has ended')
      void invalidate('sessions')
    },
  })
  return (
    <form
      onSubmit={(event) => void handleSubmit((values) => change.mutate(values))(event)}
      className="mb-8 flex max-w-[340px] flex-col gap-3"
    >
      <h2 className="text-base">Change the password</h2>
      <Field label="Current password">
        <input type="password" autoComplete="current-password" required {...register('current')} />
      </Field>
      <NewPasswordField label="New password" field={register('next')} />
      <label className="flex items-center gap-2">
        <input type="checkbox" {...register('endTokens')} />
        Also revoke the tokens that I made
      </label>
      <FormError error={change.error} />
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
  const invalidate = useInvalidate()
  const navigate = useNavigate()
  const sessions = useQuery({ queryKey: keyFor('sessions'), queryFn: () => api.get('/sessions') })
  const fail = (error: unknown) => notifyError(messageOf(error))
  const end = (id: number) =>
    api
      .delete('/sessions/{id}', { path: { id } })
      .then(() => invalidate('sessions'))
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
