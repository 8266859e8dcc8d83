import type { FoldedChange } from '@bobbin/core'
import type { RunDetail } from '@bobbin/client'
import { queryOptions, useQuery } from '@tanstack/react-query'
import { useState } from 'react'
import type { LensQuery } from '../../context/lens.js'
import { api } from '../../lib/api.js'
import { onlySumsDiffer } from './live-words.js'
import { keyFor } from '../../lib/query-keys.js'

export function useRuns(project: string, lens: LensQuery) {
  return useQuery({
    queryKey: keyFor('runs', project, lens),
    queryFn: ({ signal }) => api.get('/projects/{project}/runs', { path: { project }, query: lens, signal }),
  })
}

const runQuery = (project: string, id: number) =>
  queryOptions({
    queryKey: keyFor('run', project, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/runs/{id}', { path: { project, id }, signal }),
  })

/** A run; while it is live its sums change several times a second, and who uses this is drawn as often. */
export const useRun = (project: string, id: number) => useQuery(runQuery(project, id))

/** A run whose sums, while it is live, are those of some seconds ago: most of its page does not show them. */
export function useSteadyRun(project: string, id: number) {
  const [select] = useState(steady)
  return useQuery({ ...runQuery(project, id), select })
}

function steady(): (detail: RunDetail) => RunDetail {
  let last: RunDetail | null = null
  return (detail) => (last = last && onlySumsDiffer(last, detail) ? last : detail)
}

/** What is folded away of a run; fetched when it is unfolded. */
export function useFolded(project: string, id: number, change: FoldedChange, open: boolean) {
  return useQuery({
    queryKey: keyFor('run', project, id, change),
    queryFn: ({ signal }) => api.get('/projects/{project}/runs/{id}/results', { path: { project, id }, query: { change }, signal }),
    enabled: open,
  })
}

export function useResult(project: string, runId: number, scriptId: number) {
  return useQuery({
    queryKey: keyFor('run', project, runId, 'result', scriptId),
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/runs/{id}/results/{script}', { path: { project, id: runId, script: scriptId }, signal }),
  })
}
