import type { Member } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useState, type FormEvent } from 'react'
import { useNavigate } from 'react-router'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useAddress } from '../../lib/use-address.js'
import { Menu, MenuItem } from '../../ui/menu.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { PERSON_KINDS, ProjectFields, type ProjectDraft } from '../access/person-fields.js'
import { Invitations } from './invitations.js'
import { HistoryDialog } from '../audit/history-dialog.js'

/** The project's name and people, and how a new one is made. */
export function ProjectSettings() {
  const { project, me } = useSession()
  const [params, setAddress] = useAddress()
  if (params.get('new')) return <NewProject onCancel={() => setAddress({ new: null })} />
  return (
    <>
      <ProjectName />
      <Members />
      <div className="mt-8 border-t border-hairline pt-4">
        <Button disabled={!me.account.makesProjects} onClick={() => setAddress({ new: '1' })}>
          Create another project
        </Button>
        {!me.account.makesProjects && (
          <p className="mt-2 text-soft">You may not create projects. An administrator of the server can allow it.</p>
        )}
        <p className="mt-2 text-soft">
          The keys of {project.name} begin with {project.keyPrefix}; scripts declare them, so they stay as they are.
        </p>
      </div>
    </>
  )
}

function ProjectName() {
  const { project } = useSession()
  const queries = useQueryClient()
  const [name, setName] = useState(project.name)
  const save = useMutation({
    mutationFn: () => api.patch('/projects/{project}', { path: { project: project.slug }, body: { name } }),
    onSuccess: () => queries.invalidateQueries({ queryKey: ['me'] }),
  })
  const keeps = project.role === 'keeper'
  const submit = (event: FormEvent) => {
    event.preventDefault()
    save.mutate()
  }
  return (
    <form onSubmit={submit} className="mb-8 flex items-end gap-3">
      <label className="flex w-[320px] flex-col gap-1">
        Name
        <input className="field" disabled={!keeps} value={name} onChange={(event) => setName(event.target.value)} />
      </label>
      {keeps && (
        <Button type="submit" disabled={name.trim() === '' || name === project.name || save.isPending}>
          Save
        </Button>
      )}
      {save.error && (
        <p role="alert" className="text-failed">
          {messageOf(save.error)}
        </p>
      )}
    </form>
  )
}

function Members() {
  const { project } = useSession()
  const members = useQuery({
    queryKey: ['members', project.slug],
    queryFn: () => api.get('/projects/{project}/members', { path: { project: project.slug } }),
  })
  if (members.isPending) return <Loading what="the members" />
  if (members.error) return <ErrorState error={members.error} onRetry={() => void members.refetch()} />
  return (
    <section>
      <h2 className="mb-2 text-base">Members</h2>
      <ul aria-label="Members" className="mb-5">
        {members.data.map((member) => (
          <MemberLine key={member.id} member={member} />
        ))}
      </ul>
      {project.role === 'keeper' ? <Invitations /> : <p className="text-soft">Owners of the project invite people.</p>}
    </section>
  )
}

function MemberLine({ member }: { member: Member }) {
  const { project, me } = useSession()
  const queries = useQueryClient()
  const path = { project: project.slug, id: member.id }
  const after = () => queries.invalidateQueries({ predicate: (query) => ['members', 'me'].includes(String(query.queryKey[0])) })
  const fail = (error: unknown) => notifyError(messageOf(error))
  const [history, setHistory] = useState(false)
  const setRole = (role: 'keeper' | 'member') => api.patch('/projects/{project}/members/{id}', { path, body: { role } }).then(after, fail)
  const remove = () => api.delete('/projects/{project}/members/{id}', { path }).then(after, fail)
  return (
    <li className="flex min-h-[38px] items-center gap-4 border-t border-hairline">
      <span className="min-w-0 flex-1 truncate">
        {member.name} <span className="text-soft">{member.email}</span>
      </span>
      <span className="text-soft">{PERSON_KINDS[member.kind]}</span>
      <span className="w-[70px] text-soft">{member.role === 'keeper' ? 'owner' : ''}</span>
      {project.role === 'keeper' && (
        <Menu label={`Actions for ${member.name}`} trigger={<Button aria-label={`Actions for ${member.name}`}>…</Button>}>
          {member.role === 'keeper' ? (
            <MenuItem onSelect={() => void setRole('member')}>Make a member</MenuItem>
          ) : (
            <MenuItem onSelect={() => void setRole('keeper')}>Make an owner</MenuItem>
          )}
          <MenuItem onSelect={() => setHistory(true)}>History</MenuItem>
          <MenuItem onSelect={() => void remove()}>
            {member.id === me.account.id ? 'Leave the project' : 'Remove from the project'}
          </MenuItem>
        </Menu>
      )}
      {history && <HistoryDialog kind="member" id={member.id} name={member.name} onClose={() => setHistory(false)} />}
    </li>
  )
}

function NewProject({ onCancel }: { onCancel: () => void }) {
  const queries = useQueryClient()
  const navigate = useNavigate()
  const [draft, setDraft] = useState<ProjectDraft>({ name: '', slug: '', keyPrefix: '' })
  const make = useMutation({
    mutationFn: () => api.post('/projects', { body: draft }),
    onSuccess: async ({ project }) => {
      await queries.invalidateQueries({ queryKey: ['me'] })
      await navigate(`/${project.slug}/cases`)
    },
  })
  const submit = (event: FormEvent) => {
    event.preventDefault()
    make.mutate()
  }
  return (
    <form onSubmit={submit} className="flex max-w-[360px] flex-col gap-3">
      <h2 className="text-base">A new project</h2>
      <ProjectFields draft={draft} onChange={setDraft} />
      {make.error && (
        <p role="alert" className="text-failed">
          {messageOf(make.error)}
        </p>
      )}
      <div className="flex gap-3">
        <Button type="submit" kind="strong" disabled={make.isPending}>
          Make it
        </Button>
        <Button onClick={onCancel}>Back</Button>
      </div>
    </form>
  )
}
