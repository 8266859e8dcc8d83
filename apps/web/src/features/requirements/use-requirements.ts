import type { RequirementDto, RequirementLineDto } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { lensQuery, useLens } from '../../context/lens.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { keyFor, useInvalidate } from '../../lib/query-keys.js'
import { useAllPages } from '../../lib/use-all-pages.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

/** @param caseKey only what this case verifies; null for all */
export function useRequirements(caseKey: string | null = null, enabled = true) {
  const { project } = useSession()
  const lens = useLens()
  return useAllPages(
    keyFor('requirements', project.slug, lens, caseKey),
    (offset, signal) =>
      api.get('/projects/{project}/requirements', {
        path: { project: project.slug },
        query: { ...lensQuery(lens), ...(caseKey !== null && { case: caseKey }), offset },
        signal,
      }),
    enabled,
  )
}

/** What can be done to requirements; the page asks for them anew afterwards. Forms say themselves why they were refused. */
export function useRequirementChanges() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const path = { project: project.slug }
  const onSuccess = () => void invalidate('requirements', 'areas-status', 'cases', 'suite')
  const onError = (error: unknown) => notifyError(messageOf(error))
  const tie = (id: number, add: string[], remove: string[]) =>
    api.put('/projects/{project}/requirements/{id}/cases', { path: { ...path, id }, body: { add, remove } })
  return {
    save: useMutation({
      mutationFn: async ({ id, ...body }: RequirementDto & { id: number | null }) => {
        if (id === null) await api.post('/projects/{project}/requirements', { path, body })
        else await api.put('/projects/{project}/requirements/{id}', { path: { ...path, id }, body })
      },
      onSuccess,
    }),
    remove: useMutation({
      mutationFn: (id: number) => api.delete('/projects/{project}/requirements/{id}', { path: { ...path, id } }),
      onSuccess,
      onError,
    }),
    tie: useMutation({
      mutationFn: ({ id, add = [], remove = [] }: { id: number; add?: string[]; remove?: string[] }) => tie(id, add, remove),
      onSuccess,
    }),
    /** A case of the same title, tied. */
    write: useMutation({
      mutationFn: async ({ id, title }: { id: number; title: string }) => {
        const made = await api.post('/projects/{project}/cases/outline', { path, body: { text: title.replaceAll('\n', ' ') } })
        const keys = made.cases.map(({ key }) => key)
        await tie(id, keys, [])
        return keys[0] ?? null
      },
      onSuccess,
      onError,
    }),
    import: useMutation({
      mutationFn: (rows: RequirementLineDto[]) => api.post('/projects/{project}/requirements/lines', { path, body: { rows } }),
      onSuccess,
    }),
  }
}
