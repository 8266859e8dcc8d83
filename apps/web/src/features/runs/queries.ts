import type { ResultDetail, RunDetail, RunList } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { api } from '../../lib/api.js'

export function useRuns(project: string, lens: string) {
  return useQuery({
    queryKey: ['runs', project, lens],
    queryFn: ({ signal }) => api.get<RunList>(`/projects/${project}/runs?${lens}`, signal),
  })
}

export function useRun(project: string, id: string) {
  return useQuery({
    queryKey: ['run', project, id],
    queryFn: ({ signal }) => api.get<RunDetail>(`/projects/${project}/runs/${id}`, signal),
  })
}

/** What a run left unchanged; fetched when it is unfolded. */
export function useUnchanged(project: string, id: string, open: boolean) {
  return useQuery({
    queryKey: ['run', project, id, 'unchanged'],
    queryFn: ({ signal }) =>
      api.get<Pick<RunDetail, 'rows' | 'threads'>>(`/projects/${project}/runs/${id}/results?change=unchanged`, signal),
    enabled: open,
  })
}

export function useResult(project: string, runId: string, scriptId: string) {
  return useQuery({
    queryKey: ['run', project, runId, 'result', scriptId],
    queryFn: ({ signal }) => api.get<ResultDetail>(`/projects/${project}/runs/${runId}/results/${scriptId}`, signal),
  })
}
