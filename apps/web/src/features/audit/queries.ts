import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useAllPages } from '../../lib/use-all-pages.js'
import { useQuery } from '@tanstack/react-query'
import type { ActFilter } from './act-address.js'

/** The acts that fit, newest first. */
export function useActs(filter: ActFilter) {
  const { project } = useSession()
  return useAllPages(['acts', project.slug, filter], (offset, signal) =>
    api.get('/projects/{project}/acts', { path: { project: project.slug }, query: { ...filter, offset, limit: 500 }, signal }),
  )
}

const MOST_SHOWN = 20

/** The last acts that touched a subject. */
export function useHistory(kind: string, id: number) {
  const { project } = useSession()
  return useQuery({
    queryKey: ['acts', project.slug, `${kind}:${id}`],
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/acts', {
        path: { project: project.slug },
        query: { subject: `${kind}:${id}`, limit: MOST_SHOWN },
        signal,
      }),
  })
}
