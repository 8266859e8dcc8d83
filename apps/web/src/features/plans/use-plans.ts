import type { PlanDetail, PlanDto } from '@bobbin/client'
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'

export function usePlans() {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('plans', project.slug),
    queryFn: ({ signal }) => api.get('/projects/{project}/plans', { path: { project: project.slug }, signal }),
  })
}

export function usePlan(id: number | null) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('plan', project.slug, id),
    queryFn: ({ signal }) => api.get('/projects/{project}/plans/{id}', { path: { project: project.slug, id: id ?? 0 }, signal }),
    enabled: id !== null,
  })
}

/** What a plan is made of besides itself. */
export function usePlanParts() {
  const { project } = useSession()
  const path = { project: project.slug }
  const environments = useQuery({
    queryKey: keyFor('environments', project.slug),
    queryFn: () => api.get('/projects/{project}/environments', { path }),
  })
  const suites = useQuery({ queryKey: keyFor('suites', project.slug), queryFn: () => api.get('/projects/{project}/suites', { path }) })
  const releases = useQuery({
    queryKey: keyFor('releases', project.slug),
    queryFn: () => api.get('/projects/{project}/releases', { path }),
  })
  const agents = useQuery({ queryKey: keyFor('agents', project.slug), queryFn: () => api.get('/projects/{project}/agents', { path }) })
  const handoffs = useQuery({
    queryKey: keyFor('handoffs', project.slug),
    queryFn: () => api.get('/projects/{project}/handoffs', { path }),
  })
  const members = useQuery({ queryKey: keyFor('members', project.slug), queryFn: () => api.get('/projects/{project}/members', { path }) })
  return {
    environments: environments.data?.rows ?? [],
    profiles: environments.data?.profiles ?? [],
    suites: (suites.data?.rows ?? []).filter(({ template }) => !template),
    releases: releases.data?.rows ?? [],
    pools: agents.data?.pools ?? [],
    handoffs: handoffs.data?.rows ?? [],
    members: members.data ?? [],
    isPending: environments.isPending || suites.isPending,
  }
}

/** A plan as it is saved. */
export const dtoOf = (plan: PlanDetail): PlanDto => ({
  name: plan.name,
  pipeline: plan.pipeline,
  branch: plan.branch,
  newestBuild: plan.newestBuild,
  retries: plan.retries,
  retryUnless: plan.retryUnless,
  split: plan.split,
  shards: plan.shards,
  overlap: plan.overlap,
  missed: plan.missed,
  releaseId: plan.releaseId,
  paused: plan.paused,
  suites: plan.suites.map(({ id, parameters }) => ({ id, parameters })),
  cells: plan.cells,
  times: plan.times.map(({ nextAt: _, ...time }) => time),
})

/** Saves plans, each change at once, with the way back. */
export function usePlanChanges() {
  const { project } = useSession()
  const queries = useQueryClient()
  const invalidate = useInvalidate()
  const show = (plan: PlanDetail) => {
    queries.setQueryData(keyFor('plan', project.slug, plan.id), plan)
    void invalidate('plans')
  }
  const onError = (error: unknown) => notifyError(messageOf(error))
  const path = (id: number) => ({ project: project.slug, id })
  const put = (id: number, body: PlanDto) => api.put('/projects/{project}/plans/{id}', { path: path(id), body })
  const save = useMutation({ mutationFn: ({ id, dto }: { id: number; dto: PlanDto }) => put(id, dto), onSuccess: show, onError })
  return {
    save,
    /** Changes a part of a plan and says so. */
    change: (plan: PlanDetail, part: Partial<PlanDto>, words: string) => {
      const before = dtoOf(plan)
      save.mutate(
        { id: plan.id, dto: { ...before, ...part } },
        { onSuccess: () => notifyUndo(words, () => save.mutate({ id: plan.id, dto: before })) },
      )
    },
    add: useMutation({
      mutationFn: (body: PlanDto) => api.post('/projects/{project}/plans', { path: { project: project.slug }, body }),
      onSuccess: show,
    }),
    copy: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/plans/{id}/copy', { path: path(id) }),
      onSuccess: show,
      onError,
    }),
    remove: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/plans/{id}', { path: path(id) }),
      onSuccess: () => invalidate('plans'),
      onError,
    }),
    start: useMutation({
      mutationFn: ({ id, trial }: { id: number; trial: boolean }) =>
        api.post('/projects/{project}/plans/{id}/start', { path: path(id), body: { trial } }),
      onSuccess: () => {
        void invalidate('plan', 'plans', 'today', 'runs')
      },
      onError,
    }),
  }
}

/** Stops a start, or a part of it. */
export function useStop() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const onSuccess = () => {
    void invalidate('plan', 'plans', 'today', 'parts', 'run')
  }
  const onError = (error: unknown) => notifyError(messageOf(error))
  return {
    start: useMutation({
      mutationFn: ({ id, runId }: { id: number; runId?: number }) =>
        api.post('/projects/{project}/starts/{id}/stop', {
          path: { project: project.slug, id },
          body: runId === undefined ? {} : { runId },
        }),
      onSuccess,
      onError,
    }),
    part: useMutation({
      mutationFn: (id: number) => api.post('/projects/{project}/parts/{id}/stop', { path: { project: project.slug, id } }),
      onSuccess,
      onError,
    }),
  }
}
