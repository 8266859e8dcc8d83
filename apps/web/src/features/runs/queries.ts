import { useQuery } from '@tanstack/react-query'
import type { LensQuery } from '../../context/lens.js'
import { api } from '../../lib/api.js'

export function useRuns(project: string, lens: LensQuery) {
  return useQuery({
    queryKey: ['runs', project, lens],
    queryFn: ({ signal }) => api.get('/projects/{project}/runs', { path: { project }, query: lens, signal }),
  })
}

export function useRun(project: string, id: number) {
  return useQuery({
    queryKey: ['run', project, id],
    queryFn: ({ signal }) => api.get('/projects/{project}/runs/{id}', { path: { project, id }, signal }),
  })
}

/** What a run left unchanged; fetched when it is unfolded. */
export function useUnchanged(project: string, id: number, open: boolean) {
  return useQuery({
    queryKey: ['run', project, id, 'unchanged'],
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/runs/{id}/results', { path: { project, id }, query: { change: 'unchanged' }, signal }),
    enabled: open,
  })
}

export function useResult(project: string, runId: number, scriptId: number) {
  return useQuery({
    queryKey: ['run', project, runId, 'result', scriptId],
    queryFn: ({ signal }) =>
      api.get('/projects/{project}/runs/{id}/results/{script}', { path: { project, id: runId, script: scriptId }, signal }),
  })
}
