import { useQuery } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'
import { useAllPages } from '../../lib/use-all-pages.js'
import type { CaseFilter } from './case-address.js'

export function useCases(filter: CaseFilter) {
  const { project } = useSession()
  return useAllPages(keyFor('cases', project.slug, filter), (offset, signal) =>
    api.get('/projects/{project}/cases', { path: { project: project.slug }, query: { ...filter, offset }, signal }),
  )
}

export function useAreas() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('areas', project.slug),
    queryFn: () => api.get('/projects/{project}/areas', { path: { project: project.slug } }),
  })
}

export function useMembers() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('members', project.slug),
    queryFn: () => api.get('/projects/{project}/members', { path: { project: project.slug } }),
  })
}

export function useTags() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('case-facets', project.slug),
    queryFn: () => api.get('/projects/{project}/cases/facets', { path: { project: project.slug } }),
  })
}
