import type { AssignCasesDto, AssignmentDetail, CaseToDo } from '@bobbin/client'
import { ApiError, UnreachableError } from '@bobbin/client'
import { type ManualDraft } from '@bobbin/core'
import { useMutation, useQuery } from '@tanstack/react-query'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { ownZone } from '../../lib/format.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notify, notifyError } from '../../ui/toast.js'
import { DraftKeeper, type SaveAnswer } from './draft-keeper.js'

export function useAssignment(id: number | null) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('assignment', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/assignments/{id}', { path: { project: project.slug, id: id ?? 0 }, signal }),
    enabled: id !== null,
  })
}

/** Assignments of a run, or of what was started. */
export function useAssignments(of: { run?: number; start?: number }) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('assignments', project.slug, of),
    queryFn: ({ signal }) => api.get('/projects/{project}/assignments', { path: { project: project.slug }, query: of, signal }),
  })
}

export function useCaseToDo(id: number) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('to-do', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/assigned-cases/{id}', { path: { project: project.slug, id }, signal }),
  })
}

export interface ReportOf {
  release?: number
  plan?: number
  run?: number
}

export function useReport(query: ReportOf | null) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('report', project.slug, query),
    queryFn: ({ signal }) => api.get('/projects/{project}/report', { path: { project: project.slug }, query: query ?? {}, signal }),
    enabled: query !== null,
  })
}

export function useWorkload() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('workload', project.slug),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/assignments/workload', { path: { project: project.slug }, query: { zone: ownZone() }, signal }),
  })
}

/** What is asked for anew when work by hand changed. */
const TOUCHED = ['assignment', 'assignments', 'to-do', 'mine', 'mine-count', 'report', 'workload', 'plan', 'run', 'runs'] as const

export function useManualChanges() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const path = { project: project.slug }
  // not waited for: whoever is done goes on at once
  const onSuccess = () => {
    void invalidate(...TOUCHED)
  }
  const onError = (error: unknown) => notifyError(messageOf(error))
  return {
    assign: useMutation({
      mutationFn: (body: AssignCasesDto) => api.post('/projects/{project}/assignments', { path, body }),
      onSuccess,
    }),
    change: useMutation({
      mutationFn: ({ id, ...body }: { id: number; people?: number[]; dueAt?: string | null }): Promise<AssignmentDetail> =>
        api.put('/projects/{project}/assignments/{id}', { path: { ...path, id }, body }),
      onSuccess,
      onError,
    }),
    close: useMutation({
      mutationFn: ({ id, why }: { id: number; why: string }) =>
        api.post('/projects/{project}/assignments/{id}/close', { path: { ...path, id }, body: { why } }),
      onSuccess,
    }),
    handOn: useMutation({
      mutationFn: (body: { cases: number[]; accountId: number | null }) =>
        api.put('/projects/{project}/assigned-cases/person', { path, body }),
      onSuccess,
      onError,
    }),
    take: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/assigned-cases/{id}/take', { path: { ...path, id } }),
      onSuccess,
      onError,
    }),
    again: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/assigned-cases/{id}/again', { path: { ...path, id } }),
      onSuccess,
      onError,
    }),
    finish: useMutation({
      mutationFn: ({ id, version, draft }: { id: number; version: number; draft: ManualDraft }) =>
        api.post('/projects/{project}/assigned-cases/{id}/finish', { path: { ...path, id }, body: { version, draft } }),
      onSuccess,
      onError,
    }),
    defect: useMutation({
      mutationFn: ({ id, ...body }: { id: number; version: number; step: number; title: string; text: string; fileId: number | null }) =>
        api.post('/projects/{project}/assigned-cases/{id}/defect', { path: { ...path, id }, body }),
      onSuccess,
    }),
    removeFile: useMutation({
      mutationFn: ({ id, file }: { id: number; file: number }) =>
        api.delete('/projects/{project}/assigned-cases/{id}/files/{file}', { path: { ...path, id, file } }),
      onSuccess,
      onError,
    }),
  }
}

interface DraftConflict {
  draft: ManualDraft
  draftVersion: number
  draftBy: string | null
}

/** Keepers of cases whose page was left before all was with the server: they go on trying, and the page finds them when it comes back. */
const unkept = new Map<string, DraftKeeper>()

/** What was written into a case, kept in the browser and with the server. */
export function useDraft(todo: CaseToDo): DraftKeeper {
  const { project } = useSession()
  const [keeper] = useState(() => {
    const name = `bobbin.draft.${project.slug}.${todo.id}`
    const known = unkept.get(name)
    unkept.delete(name)
    if (known && !known.isKept) return known
    const save = async (version: number, draft: ManualDraft): Promise<SaveAnswer> => {
      try {
        const path = { project: project.slug, id: todo.id }
        const saved = await api.put('/projects/{project}/assigned-cases/{id}/draft', { path, body: { version, draft } })
        return { kind: 'saved', version: saved.draftVersion }
      } catch (error) {
        if (error instanceof ApiError && error.code === 'draftChanged') {
          const { draft: theirs, draftVersion, draftBy } = error.extra as unknown as DraftConflict
          return { kind: 'changed', version: draftVersion, draft: theirs, by: draftBy }
        }
        if (error instanceof ApiError && error.status < 500) return { kind: 'refused', why: messageOf(error) }
        if (error instanceof UnreachableError || error instanceof ApiError) return { kind: 'away' }
        throw error
      }
    }
    return new DraftKeeper({
      draft: todo.draft,
      version: todo.draftVersion,
      save,
      store: {
        read: () => window.localStorage.getItem(name),
        write: (text) => (text === null ? window.localStorage.removeItem(name) : window.localStorage.setItem(name, text)),
      },
      later: (work, ms) => {
        const timer = window.setTimeout(work, ms)
        return () => window.clearTimeout(timer)
      },
      onMerged: (by) => notify(`${by ?? 'Somebody'} wrote into this case meanwhile; both are kept`),
    })
  })
  useSyncExternalStore(keeper.subscribe, keeper.snapshot)
  useEffect(() => keeper.theirs(todo.draftVersion, todo.draft), [keeper, todo.draftVersion, todo.draft])
  useEffect(() => {
    // a page that is left sends what it has; what does not arrive is in the browser
    const leave = () => document.visibilityState === 'hidden' && void keeper.flush()
    const back = () => void keeper.flush()
    document.addEventListener('visibilitychange', leave)
    window.addEventListener('online', back)
    return () => {
      document.removeEventListener('visibilitychange', leave)
      window.removeEventListener('online', back)
      if (!keeper.isKept) unkept.set(`bobbin.draft.${project.slug}.${todo.id}`, keeper)
      void keeper.flush()
    }
  }, [keeper, project.slug, todo.id])
  return keeper
}
