import type { AssignDto, MuteDto, MuteUntilDto, NewDefectDto, QuarantineDto } from '@bobbin/client'
import type { Cause, GroupState } from '@bobbin/core'
import { keepPreviousData, useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

export interface FailureFilter {
  state: GroupState | null
  cause: Cause | 'none' | null
  area: number | null
  team: number | null
  owner: number | null
  mine: boolean
  search: string
  run: number | null
}

export function useFailures(filter: FailureFilter) {
  const { project } = useSession()
  const lens = useLens()
  const { state, cause, area, team, owner, mine, search, run } = filter
  return useQuery({
    queryKey: keyFor('failures', project.slug, lens, filter),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/failures', {
        path: { project: project.slug },
        query: {
          ...lensQuery(lens),
          ...(state && { state }),
          ...(cause && { cause }),
          ...(area !== null && { area }),
          ...(team !== null && { team }),
          ...(owner !== null && { owner }),
          ...(mine && { mine: 'true' }),
          ...(search !== '' && { search }),
          ...(run !== null && { run }),
        },
        signal,
      }),
    placeholderData: keepPreviousData,
  })
}

export function useFailure(id: number | null) {
  const { project } = useSession()
  const lens = useLens()
  return useQuery({
    queryKey: keyFor('failure', project.slug, id, lens),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/failures/{id}', { path: { project: project.slug, id: id ?? 0 }, query: lensQuery(lens), signal }),
    enabled: id !== null,
    placeholderData: keepPreviousData,
  })
}

export function useDefectDraft(id: number) {
  const { project } = useSession()
  const lens = useLens()
  return useQuery({
    queryKey: keyFor('defect-draft', project.slug, id, lens),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/failures/{id}/defect-draft', { path: { project: project.slug, id }, query: lensQuery(lens), signal }),
    staleTime: 0,
  })
}

export function useDefectSearch(search: string) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('defects', project.slug, search),
    queryFn: ({ signal }) => api.get('/projects/{project}/defects', { path: { project: project.slug }, query: { search }, signal }),
    placeholderData: keepPreviousData,
  })
}

/** How often suggestions were right. */
export function useScore() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('score', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/failures/score', { path: { project: project.slug }, signal }),
  })
}

export function useQuarantine() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('quarantine', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/quarantine', { path: { project: project.slug }, signal }),
  })
}

/** Members and teams of the project, to whom something can be assigned, and its topmost areas. */
export function usePeople() {
  const { project } = useSession()
  const path = { project: project.slug }
  const members = useQuery({
    queryKey: keyFor('members', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/members', { path, signal }),
  })
  const teams = useQuery({
    queryKey: keyFor('teams', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/teams', { path, signal }),
  })
  const areas = useQuery({
    queryKey: keyFor('areas', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/areas', { path, signal }),
  })
  const top = (areas.data ?? []).filter(({ parentId }) => parentId === null)
  return { members: members.data ?? [], teams: teams.data ?? [], areas: top }
}

/** What is decided about causes: each answers the act by which it is undone, which the notice offers. */
export function useDecisions() {
  const { project } = useSession()
  const lens = useLens()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const told = useDone()
  const lastAct = keyFor('last-act', project.slug)
  const done = (words: string, actId: number | null) => {
    told(words, actId)
    if (actId !== null) queries.setQueryData(lastAct, actId)
  }
  const path = (id: number) => ({ project: project.slug, id })
  const refresh = () =>
    void invalidate('failures', 'failure', 'quarantine', 'mutes', 'score', 'mine', 'mine-count', 'run', 'brief', 'flaky')
  const onError = (error: unknown) => {
    notifyError(messageOf(error))
    // somebody else may have decided meanwhile
    refresh()
  }
  const said = (words: string) => ({
    onSuccess: ({ actId }: { actId: number | null }) => {
      done(words, actId)
      refresh()
    },
    onError,
  })
  return {
    /** The newest decision that was made on this page and not taken back; it is forgotten with the asking. */
    takeLast: (): number | null => {
      const actId = queries.getQueryData<number>(lastAct) ?? null
      queries.removeQueries({ queryKey: lastAct })
      return actId
    },
    cause: useMutation({
      mutationFn: ({ id, cause, version }: { id: number; cause: Cause | null; version: number }) =>
        api.put('/projects/{project}/failures/{id}/cause', { path: path(id), body: { cause, version } }),
      onSuccess: ({ actId }, { cause }) => {
        done(cause === null ? 'Decision withdrawn' : `Cause: ${cause}`, actId)
        refresh()
      },
      onError,
    }),
    assign: useMutation({
      mutationFn: ({ id, ...body }: AssignDto & { id: number }) =>
        api.put('/projects/{project}/failures/{id}/assignee', { path: path(id), body }),
      ...said('Assigned'),
    }),
    resolve: useMutation({
      mutationFn: ({ id, note }: { id: number; note: string }) =>
        api.post('/projects/{project}/failures/{id}/resolve', { path: path(id), body: { note } }),
      ...said('Resolved'),
    }),
    reopen: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/failures/{id}/reopen', { path: path(id) }),
      ...said('Reopened'),
    }),
    mute: useMutation({
      mutationFn: ({ id, ...body }: MuteUntilDto & { id: number }) =>
        api.post('/projects/{project}/failures/{id}/mute', { path: path(id), body }),
      ...said('Muted'),
    }),
    /** A test, or everything in an environment. */
    muteElse: useMutation({
      mutationFn: (body: MuteDto) => api.post('/projects/{project}/mutes', { path: { project: project.slug }, body }),
      ...said('Muted'),
    }),
    unmute: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/mutes/{id}', { path: path(id) }),
      ...said('No longer muted'),
    }),
    quarantine: useMutation({
      mutationFn: (body: QuarantineDto) => api.post('/projects/{project}/quarantine', { path: { project: project.slug }, body }),
      ...said('In quarantine'),
    }),
    release: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/quarantine/{id}', { path: path(id) }),
      ...said('Released from quarantine'),
    }),
    merge: useMutation({
      mutationFn: ({ id, ids }: { id: number; ids: number[] }) =>
        api.post('/projects/{project}/failures/{id}/merge', { path: path(id), body: { ids } }),
      ...said('Merged into one cause'),
    }),
    split: useMutation({
      mutationFn: ({ id, signatures }: { id: number; signatures: number[] }) =>
        api.post('/projects/{project}/failures/{id}/split', { path: path(id), body: { signatures } }),
      ...said('Split off as a cause of its own'),
    }),
    report: useMutation({
      mutationFn: ({ id, ...body }: NewDefectDto & { id: number }) =>
        api.post('/projects/{project}/failures/{id}/defect', { path: path(id), body }),
      ...said('Defect reported'),
    }),
    link: useMutation({
      mutationFn: ({ id, key }: { id: number; key: string | null }) =>
        api.put('/projects/{project}/failures/{id}/defect', { path: path(id), body: { key } }),
      onSuccess: ({ actId }, { key }) => {
        done(key === null ? 'Defect unlinked' : `Linked to ${key}`, actId)
        refresh()
      },
      onError,
    }),
    expect: useMutation({
      mutationFn: ({ id, on }: { id: number; on: boolean }) =>
        api.put('/projects/{project}/failures/{id}/expected', { path: path(id), body: { on } }),
      ...said('Changed'),
    }),
    defectState: useMutation({
      mutationFn: ({ id, open, comment }: { id: number; open: boolean; comment: string }) =>
        api.put('/projects/{project}/defects/{id}/state', { path: path(id), body: { open, comment } }),
      onSuccess: refresh,
      onError,
    }),
    rerun: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/failures/{id}/rerun', { path: path(id), query: lensQuery(lens) }),
      onSuccess: refresh,
      onError,
    }),
  }
}

export type Decisions = ReturnType<typeof useDecisions>
