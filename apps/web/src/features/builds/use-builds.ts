import type { ComparedKind } from '@bobbin/client'
import { keepPreviousData, useQuery } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor } from '../../lib/query-keys.js'

/** @param pipeline null for the one with the most builds */
export function useBuilds(pipeline: string | null) {
  const { project } = useSession()
  const lens = useLens()
  return useQuery({
    queryKey: keyFor('builds', project.slug, lens, pipeline),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/builds', {
        path: { project: project.slug },
        query: { ...lensQuery(lens), ...(pipeline !== null && { pipeline }) },
        signal,
      }),
    placeholderData: keepPreviousData,
  })
}

export function useBuild(id: number) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('build', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/builds/{id}', { path: { project: project.slug, id }, signal }),
  })
}

export function useComparison(left: number | null, right: number | null, kinds: readonly ComparedKind[]) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('comparison', project.slug, left, right, kinds),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/builds/compare', {
        path: { project: project.slug },
        query: { left: left ?? 0, right: right ?? 0, kinds: [...kinds] },
        signal,
      }),
    enabled: left !== null && right !== null,
    placeholderData: keepPreviousData,
  })
}
