import { useInfiniteQuery, useQuery } from '@tanstack/react-query'
import { useMemo } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import type { ActFilter } from './act-address.js'
import { keyFor } from '../../lib/query-keys.js'

const PAGE = 200

/** The acts that fit, newest first; older ones are asked for when somebody wants them: a log may have a great many. */
export function useActs(filter: ActFilter) {
  const { project } = useSession()
  const query = useInfiniteQuery({
    queryKey: keyFor('acts', project.slug, filter),
    queryFn: ({ pageParam, signal }) =>
      api.get('/projects/{project}/acts', {
        path: { project: project.slug },
        query: { ...filter, offset: pageParam, limit: PAGE },
        signal,
      }),
    initialPageParam: 0,
    getNextPageParam: ({ total }, pages) => (pages.length * PAGE < total ? pages.length * PAGE : undefined),
    placeholderData: (before) => before,
  })
  const data = useMemo(
    () => query.data && { rows: query.data.pages.flatMap(({ rows }) => rows), total: query.data.pages[0]?.total ?? 0 },
    [query.data],
  )
  return { ...query, data }
}

const MOST_SHOWN = 20

/** The last acts that touched a subject. */
export function useHistory(kind: string, id: number) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('acts', project.slug, `${kind}:${id}`),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/acts', {
        path: { project: project.slug },
        query: { subject: `${kind}:${id}`, limit: MOST_SHOWN },
        signal,
      }),
  })
}
