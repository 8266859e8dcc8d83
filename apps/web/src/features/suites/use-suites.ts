import type { SuiteDetail, SuiteDto } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

export function useSuites() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('suites', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/suites', { path: { project: project.slug }, signal }),
  })
}

/** How each suite stands; asked for by itself, since it looks at many results. */
export function useSuiteThreads() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('suite-threads', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/suites/threads', { path: { project: project.slug }, signal }),
  })
}

export function useSuite(id: number | null) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('suite', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/suites/{id}', { path: { project: project.slug, id: id ?? 0 }, signal }),
    enabled: id !== null,
  })
}

/** What changes suites; each answers the suite as it is then. */
export function useSuiteChanges() {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const show = (suite: SuiteDetail) => {
    queries.setQueryData(keyFor('suite', project.slug, suite.id), suite)
    void invalidate('suites')
    void invalidate('suite-threads')
  }
  const onError = (error: unknown) => notifyError(messageOf(error))
  const path = (id: number) => ({ project: project.slug, id })
  return {
    save: useMutation({
      mutationFn: ({ id, dto }: { id: number | null; dto: SuiteDto }) =>
        id === null
          ? api.post('/projects/{project}/suites', { path: { project: project.slug }, body: dto })
          : api.put('/projects/{project}/suites/{id}', { path: path(id), body: dto }),
      onSuccess: show,
    }),
    setCases: useMutation({
      mutationFn: ({ id, keys }: { id: number; keys: string[] }) =>
        api.put('/projects/{project}/suites/{id}/cases', { path: path(id), body: { keys } }),
      onSuccess: show,
      onError,
    }),
    addCases: useMutation({
      mutationFn: ({ id, ...body }: { id: number; keys?: string[]; areaId?: number }) =>
        api.post('/projects/{project}/suites/{id}/cases', { path: path(id), body }),
      onSuccess: show,
      onError,
    }),
    updateSnapshot: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/suites/{id}/snapshot', { path: path(id) }),
      onSuccess: show,
      onError,
    }),
    copy: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/suites/{id}/copy', { path: path(id) }),
      onSuccess: show,
      onError,
    }),
    remove: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/suites/{id}', { path: path(id) }),
      onSuccess: () => invalidate('suites'),
      onError,
    }),
  }
}
