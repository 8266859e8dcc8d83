import type { Member, RoleRow, Team } from '@bobbin/client'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import { useForm } from 'react-hook-form'
import { useCan } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { Dialog } from '../../ui/dialog.js'
import { Field } from '../../ui/field.js'
import { Button, ErrorState, Loading, messageOf } from '../../ui/states.js'
import { HistoryDialog } from '../audit/history-dialog.js'
import { useAreas } from '../cases/queries.js'
import { areaPaths } from '../cases/area-paths.js'
import { RoleOptions } from './role-options.js'

export interface TeamsProps {
  members: readonly Member[]
  roles: readonly RoleRow[]
}

/** People who own areas and source folders together. */
export function Teams({ members, roles }: TeamsProps) {
  const { project } = useSession()
  const manages = useCan('manage')
  const [editing, setEditing] = useState<Team | 'new' | null>(null)
  const [history, setHistory] = useState<Team | null>(null)
  const teams = useQuery({
    queryKey: keyFor('teams', project.slug),
    queryFn: () => api.get('/projects/{project}/teams', { path: { project: project.slug } }),
  })
  return (
    <section aria-label="Teams" className="mb-9">
      <div className="mb-2 flex items-center justify-between gap-4">
        <h2 className="text-base">Teams</h2>
        {manages && <Button onClick={() => setEditing('new')}>Create a team</Button>}
      </div>
      {teams.isPending && <Loading what="the teams" />}
      {teams.error && <ErrorState error={teams.error} onRetry={() => void teams.refetch()} />}
      {teams.data?.length === 0 && (
        <p className="text-soft">No team yet. A team owns areas and source folders, so that it is known whose a failure is.</p>
      )}
      <ul aria-label="Teams">
        {teams.data?.map((team) => (
          <li key={team.id} className="flex min-h-[44px] items-center gap-4 border-t border-hairline py-1">
            <span className="min-w-0 flex-1">
              <strong>{team.name}</strong> <span className="text-soft">{team.role && `adds the role ${team.role}`}</span>
              <span className="block truncate text-soft" title={ownsWords(team)}>
                {ownsWords(team)}
              </span>
            </span>
            <span className="max-w-[40%] truncate text-soft" title={team.members.map(({ name }) => name).join(', ')}>
              {team.members.map(({ name }) => name).join(', ') || 'nobody yet'}
            </span>
            <Button onClick={() => setHistory(team)}>History</Button>
            {manages && (
              <Button aria-label={`Edit ${team.name}`} onClick={() => setEditing(team)}>
                Edit
              </Button>
            )}
          </li>
        ))}
      </ul>
      {editing && <TeamDialog team={editing === 'new' ? null : editing} members={members} roles={roles} onClose={() => setEditing(null)} />}
      {history && <HistoryDialog kind="team" id={history.id} name={history.name} onClose={() => setHistory(null)} />}
    </section>
  )
}

function ownsWords({ areas, folders }: Team): string {
  if (areas.length + folders.length === 0) return 'owns nothing yet'
  return `owns ${[areas.length > 0 && areas.map(({ name }) => name).join(', '), folders.length > 0 && folders.join(', ')].filter(Boolean).join('; ')}`
}

interface Draft {
  name: string
  role: string
  folders: string
  members: string[]
  areas: string[]
}

const linesOf = (text: string): string[] =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter((line) => line !== '')

function TeamDialog({ team, members, roles, onClose }: TeamsProps & { team: Team | null; onClose: () => void }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const areas = useAreas()
  const form = useForm<Draft>({
    defaultValues: {
      name: team?.name ?? '',
      role: team?.role ?? '',
      folders: team?.folders.join('\n') ?? '',
      members: team?.members.map(({ id }) => String(id)) ?? [],
      areas: team?.areas.map(({ id }) => String(id)) ?? [],
    },
  })
  const path = { project: project.slug }
  const after = () => {
    onClose()
    void invalidate('teams', 'members', 'me')
  }
  const save = useMutation({
    mutationFn: (draft: Draft) => {
      const body = {
        name: draft.name,
        role: draft.role || null,
        folders: linesOf(draft.folders),
        members: draft.members.map(Number),
        areas: draft.areas.map(Number),
      }
      return team
        ? api.put('/projects/{project}/teams/{id}', { path: { ...path, id: team.id }, body })
        : api.post('/projects/{project}/teams', { path, body })
    },
    onSuccess: after,
  })
  const remove = useMutation({
    mutationFn: () => api.delete('/projects/{project}/teams/{id}', { path: { ...path, id: team?.id ?? 0 } }),
    onSuccess: after,
  })
  const error = save.error ?? remove.error
  const paths = areaPaths(areas.data ?? []).map(({ id, path }) => [id, path.join(' › ')] as const)
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title={team ? `The team ${team.name}` : 'A new team'}
      description="Its members, and the areas and source folders that it owns, with everything below them."
    >
      <form onSubmit={(event) => void form.handleSubmit((draft) => save.mutate(draft))(event)} className="flex flex-col gap-4">
        <div className="flex flex-wrap gap-4">
          <Field label="Name" error={form.formState.errors.name?.message} className="w-[280px]">
            <input autoFocus {...form.register('name', { required: 'A team needs a name', maxLength: 100 })} />
          </Field>
          <Field label="Adds the role" hint="Besides what its members’ own roles allow" className="w-[280px]">
            <select {...form.register('role')}>
              <option value="">none</option>
              <RoleOptions roles={roles} />
            </select>
          </Field>
        </div>
        <div className="flex flex-wrap gap-4">
          <fieldset className="w-[280px]">
            <legend className="mb-1">Members</legend>
            <div className="max-h-[180px] overflow-y-auto border border-hairline px-2 py-1" tabIndex={0} role="group" aria-label="Members">
              {members.map(({ id, name }) => (
                <label key={id} className="flex min-h-[24px] items-center gap-2">
                  <input type="checkbox" value={id} {...form.register('members')} /> {name}
                </label>
              ))}
            </div>
          </fieldset>
          <fieldset className="w-[280px]">
            <legend className="mb-1">Areas</legend>
            <div className="max-h-[180px] overflow-y-auto border border-hairline px-2 py-1" tabIndex={0} role="group" aria-label="Areas">
              {paths.map(([id, words]) => (
                <label key={id} className="flex min-h-[24px] items-center gap-2">
                  <input type="checkbox" value={id} {...form.register('areas')} />
                  <span className="truncate" title={words}>
                    {words}
                  </span>
                </label>
              ))}
            </div>
          </fieldset>
        </div>
        <Field label="Source folders" hint="One a line, such as tests/deck">
          <textarea rows={3} className="font-mono" {...form.register('folders')} />
        </Field>
        {error && (
          <p role="alert" className="text-failed">
            {messageOf(error)}
          </p>
        )}
        <div className="flex gap-3">
          <Button type="submit" kind="strong" disabled={save.isPending}>
            Save
          </Button>
          <Button onClick={onClose}>Cancel</Button>
          {team && (
            <Button className="ml-auto" disabled={remove.isPending} onClick={() => remove.mutate()}>
              Delete the team ({count(team.members.length, 'member')} stay)
            </Button>
          )}
        </div>
      </form>
    </Dialog>
  )
}
