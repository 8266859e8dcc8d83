import type { Board } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

export type BoardDraft = Pick<Board, 'name' | 'shared' | 'lens' | 'tiles'>

export function useBoards() {
  const { project } = useSession()
  return useQuery({
    queryKey: ['boards', project.slug],
    queryFn: ({ signal }) => api.get('/projects/{project}/boards', { path: { project: project.slug }, signal }),
  })
}

export function useBoardData(id: number) {
  const { project } = useSession()
  return useQuery({
    queryKey: ['board', project.slug, id],
    queryFn: ({ signal }) => api.get('/projects/{project}/boards/{id}', { path: { project: project.slug, id }, signal }),
  })
}

/** What can be done to boards; the page asks for them anew afterwards. */
export function useBoardChanges() {
  const { project } = useSession()
  const queries = useQueryClient()
  const settled = {
    onError: (error: unknown) => notifyError(messageOf(error)),
    onSettled: () =>
      Promise.all([
        queries.invalidateQueries({ queryKey: ['boards', project.slug] }),
        queries.invalidateQueries({ queryKey: ['board', project.slug] }),
      ]),
  }
  const path = { project: project.slug }
  return {
    add: useMutation({ mutationFn: (body: BoardDraft) => api.post('/projects/{project}/boards', { path, body }), ...settled }),
    change: useMutation({
      mutationFn: ({ id, ...body }: BoardDraft & { id: number }) =>
        api.put('/projects/{project}/boards/{id}', { path: { ...path, id }, body }),
      ...settled,
    }),
    remove: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/boards/{id}', { path: { ...path, id } }),
      ...settled,
    }),
    open: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/boards/{id}/wall', { path: { ...path, id } }),
      ...settled,
    }),
    close: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/boards/{id}/wall', { path: { ...path, id } }),
      ...settled,
    }),
  }
}
