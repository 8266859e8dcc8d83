import type { InvitationRow, MadeInvitation, RoleRow } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { CopyBlock } from '../../ui/copy-block.js'
import { Field } from '../../ui/field.js'
import { FormError } from '../../ui/form-end.js'
import { Button, ErrorState, messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'
import { RoleOptions } from './role-options.js'

/** Invites people by a link, and lists invitations that were not accepted yet. */
export function Invitations({ roles }: { roles: readonly RoleRow[] }) {
  const { project } = useSession()
  const [made, setMade] = useState<MadeInvitation | null>(null)
  const path = { project: project.slug }
  const open = useQuery({
    queryKey: keyFor('invitations', project.slug),
    queryFn: () => api.get('/projects/{project}/invitations', { path }),
  })
  if (open.error) return <ErrorState error={open.error} onRetry={() => void open.refetch()} />
  return (
    <>
      <h3 className="mb-2 font-semibold">Invite somebody</h3>
      <NewInvitation roles={roles} onMade={setMade} />
      {made && (
        <div className="mt-4 border-l-[3px] border-dye bg-surface px-4 py-3">
          <p className="mb-2">
            {made.mailed
              ? `It was mailed to ${made.invitation.email}.`
              : `Send this link to ${made.invitation.email}. It is not shown again, and shows nothing of whose address it is: an account that is made by it stays unproved until its owner sets a password by mail, or signs in elsewhere.`}{' '}
            It can be accepted once, within 7 days.
          </p>
          {made.secret !== null && <CopyBlock label="Invitation link" text={`${window.location.origin}/join#${made.secret}`} />}
        </div>
      )}
      {open.data && open.data.length > 0 && (
        <ul aria-label="Open invitations" className="mt-4">
          {open.data.map((row) => (
            <InvitationLine key={row.id} row={row} />
          ))}
        </ul>
      )}
    </>
  )
}

function NewInvitation({ roles, onMade }: { roles: readonly RoleRow[]; onMade: (made: MadeInvitation) => void }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const { control, register, handleSubmit, resetField } = useForm({ defaultValues: { email: '', role: 'engineer' } })
  const typed = useWatch({ control, name: 'email' })
  const invite = useMutation({
    mutationFn: ({ email, role }: { email: string; role: string }) =>
      api.post('/projects/{project}/invitations', { path: { project: project.slug }, body: { email: email.trim(), role } }),
    onSuccess: (made) => {
      resetField('email')
      onMade(made)
      void invalidate('invitations')
    },
  })
  return (
    <form onSubmit={(event) => void handleSubmit((values) => invite.mutate(values))(event)} className="flex flex-wrap items-end gap-3">
      <Field label="Email" className="w-[280px]">
        <input type="email" required {...register('email')} />
      </Field>
      <Field label="As">
        <select {...register('role')}>
          <RoleOptions roles={roles} />
        </select>
      </Field>
      <Button type="submit" disabled={typed === '' || invite.isPending}>
        Create link
      </Button>
      <FormError error={invite.error} className="w-full" />
    </form>
  )
}

function InvitationLine({ row }: { row: InvitationRow }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const withdraw = useMutation({
    mutationFn: () => api.delete('/projects/{project}/invitations/{id}', { path: { project: project.slug, id: row.id } }),
    onSuccess: () => void invalidate('invitations'),
    onError: (error) => notifyError(messageOf(error)),
  })
  return (
    <li className="flex min-h-[38px] items-center gap-4 border-t border-hairline">
      <span className="min-w-0 flex-1 truncate">{row.email}</span>
      <span className="text-soft">
        as {row.role}, invited by {row.invitedBy} <Time iso={row.createdAt} />
      </span>
      <Button onClick={() => withdraw.mutate()} disabled={withdraw.isPending}>
        Withdraw
      </Button>
    </li>
  )
}
