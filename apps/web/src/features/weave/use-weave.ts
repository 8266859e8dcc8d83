import { useQuery, keepPreviousData } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'

/** @param pipeline null for the one with the most builds */
export function useWeave(pipeline: string | null, all: boolean) {
  const { project } = useSession()
  const lens = useLens()
  return useQuery({
    queryKey: keyFor('weave', project.slug, lens, pipeline, all),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/weave', {
        path: { project: project.slug },
        query: { ...lensQuery(lens), ...(pipeline !== null && { pipeline }), ...(all && { all: 'true' as const }) },
        signal,
      }),
    placeholderData: keepPreviousData,
  })
}
