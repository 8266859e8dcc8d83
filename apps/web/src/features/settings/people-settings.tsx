import type { Member, RoleRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { PERSON_KINDS } from '../access/person-fields.js'
import { HistoryDialog } from '../audit/history-dialog.js'
import { useMembers } from '../cases/queries.js'
import { Invitations } from './invitations.js'
import { RemovalDialog } from './removal-dialog.js'
import { Roles } from './roles.js'
import { Teams } from './teams.js'
import { RoleOptions } from './role-options.js'

/** Who belongs to the project, what they may do, and what teams own. */
export function PeopleSettings() {
  const members = useMembers()
  const roles = useRoles()
  const manages = useCan('manage')
  const { error } = members.error ? members : roles
  if (error) return <ErrorState error={error} onRetry={() => void Promise.all([members.refetch(), roles.refetch()])} />
  if (!members.data || !roles.data) return <Loading what="the people" />
  return (
    <>
      <section aria-label="Members" className="mb-9">
        <h2 className="mb-2 text-base">Members</h2>
        <ul aria-label="Members" className="mb-5">
          {members.data.map((member) => (
            <MemberLine key={member.id} member={member} members={members.data} roles={roles.data} />
          ))}
        </ul>
        {manages ? <Invitations roles={roles.data} /> : <p className="text-soft">Leads of the project invite people.</p>}
      </section>
      <Teams members={members.data} roles={roles.data} />
      <Roles roles={roles.data} />
    </>
  )
}

export function useRoles() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('roles', project.slug),
    queryFn: () => api.get('/projects/{project}/roles', { path: { project: project.slug } }),
  })
}

interface MemberLineProps {
  member: Member
  members: readonly Member[]
  roles: readonly RoleRow[]
}

function MemberLine({ member, members, roles }: MemberLineProps) {
  const { project, me } = useSession()
  const invalidate = useInvalidate()
  const manages = useCan('manage')
  const [open, setOpen] = useState<'history' | 'removal' | null>(null)
  const setRole = (role: string) =>
    api
      .patch('/projects/{project}/members/{id}', { path: { project: project.slug, id: member.id }, body: { role } })
      .catch((error: unknown) => notifyError(messageOf(error)))
      .finally(() => void invalidate('members', 'roles', 'me'))
  const isMe = member.id === me.account.id
  return (
    <li className="flex min-h-[38px] items-center gap-4 border-t border-hairline">
      <span className="min-w-0 flex-1 truncate" title={`${member.name} ${member.email}`}>
        {member.name} <span className="text-soft">{member.email}</span>
      </span>
      <span className="w-[160px] truncate text-soft" title={member.teams.join(', ')}>
        {member.teams.join(', ') || PERSON_KINDS[member.kind]}
      </span>
      {manages ? (
        <select
          className="field w-[130px]"
          aria-label={`Role of ${member.name}`}
          value={member.role}
          onChange={(event) => void setRole(event.target.value)}
        >
          <RoleOptions roles={roles} />
        </select>
      ) : (
        <span className="w-[130px]">{member.role}</span>
      )}
      <Menu label={`Actions for ${member.name}`} trigger={<Button aria-label={`Actions for ${member.name}`}>…</Button>}>
        <MenuItem onSelect={() => setOpen('history')}>History</MenuItem>
        {(manages || isMe) && (
          <MenuItem onSelect={() => setOpen('removal')}>{isMe ? 'Leave the project …' : 'Remove from the project …'}</MenuItem>
        )}
      </Menu>
      {open === 'history' && <HistoryDialog kind="member" id={member.id} name={member.name} onClose={() => setOpen(null)} />}
      {open === 'removal' && <RemovalDialog member={member} members={members} onClose={() => setOpen(null)} />}
    </li>
  )
}
