import type { CommentList } from '@bobbin/client'
import type { CommentKind } from '@bobbin/core'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

export interface Subject {
  kind: CommentKind
  /** The id; run:script of a result, case:step of a step. */
  subject: string
}

export function useComments({ kind, subject }: Subject) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('comments', project.slug, kind, subject),
    queryFn: ({ signal }) => api.get('/projects/{project}/comments', { path: { project: project.slug }, query: { kind, subject }, signal }),
  })
}

export function useCommentChanges(of: Subject) {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const key = keyFor('comments', project.slug, of.kind, of.subject)
  const onSuccess = (list: CommentList) => void queries.setQueryData(key, list)
  const onError = (error: unknown) => notifyError(messageOf(error))
  const path = { project: project.slug }
  return {
    add: useMutation({
      mutationFn: (comment: { text: string; toDefect: boolean }) =>
        api.post('/projects/{project}/comments', { path, body: { ...of, ...comment } }),
      onSuccess,
      onError,
    }),
    edit: useMutation({
      mutationFn: ({ id, text }: { id: number; text: string }) =>
        api.patch('/projects/{project}/comments/{id}', { path: { ...path, id }, body: { text } }),
      onSuccess,
      onError,
    }),
    remove: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/comments/{id}', { path: { ...path, id } }),
      onSuccess: () => invalidate('comments'),
      onError,
    }),
    follow: useMutation({
      mutationFn: (on: boolean) => api.put('/projects/{project}/follows', { path, body: { ...of, on } }),
      onSuccess,
      onError,
    }),
  }
}

export function useMine() {
  const { project } = useSession()
  const lens = useLens()
  return useQuery({
    queryKey: keyFor('mine', project.slug, lens),
    queryFn: ({ signal }) => api.get('/projects/{project}/mine', { path: { project: project.slug }, query: lensQuery(lens), signal }),
  })
}

export function useMineCount() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('mine-count', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/mine/count', { path: { project: project.slug }, signal }),
  })
}

/** Marks mentions as read; null is all. */
export function useReadMentions() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  return useMutation({
    mutationFn: (id: number | null) =>
      id === null
        ? api.post('/projects/{project}/mine/read', { path: { project: project.slug } })
        : api.post('/projects/{project}/mine/read/{id}', { path: { project: project.slug, id } }),
    onSuccess: () => {
      void invalidate('mine')
      void invalidate('mine-count')
    },
    onError: (error) => notifyError(messageOf(error)),
  })
}
