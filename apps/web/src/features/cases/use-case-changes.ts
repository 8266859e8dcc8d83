import type { BulkSetDto, CaseChange } from '@bobbin/client'
import { useCallback, useMemo } from 'react'
import { useSession } from '../../context/session.js'
import { useDone } from '../../context/use-undo.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'
import { useInvalidate } from '../../lib/query-keys.js'

const TOUCHED = ['case', 'cases', 'case-scripts', 'areas', 'case-facets'] as const

/** Changes of cases: each says how many it touched, and can be undone. */
export function useCaseChanges() {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const say = useDone()
  const refresh = useCallback(() => invalidate(...TOUCHED), [invalidate])
  return useMemo(() => {
    const fail = (error: unknown) => notifyError(messageOf(error))
    /** Says what was done, with the way back. */
    const done = (words: string, actId: number | null) => {
      void refresh()
      say(words, actId)
    }
    const apply = (change: Promise<CaseChange>, words: (cases: string) => string) =>
      change.then((made) => done(words(count(made.cases, 'case')), made.actId)).catch(fail)
    const path = { project: project.slug }
    return {
      refresh,
      done,
      set: (keys: string[], set: BulkSetDto) =>
        apply(api.post('/projects/{project}/cases/bulk', { path, body: { keys, set } }), (cases) => `Changed ${cases}`),
      move: (keys: readonly string[], areaId: number | null, name: string) =>
        apply(
          api.post('/projects/{project}/cases/bulk', { path, body: { keys: [...keys], set: { areaId } } }),
          (cases) => `Moved ${cases} to ${name}`,
        ),
      remove: (keys: string[]) =>
        apply(api.post('/projects/{project}/cases/delete', { path, body: { keys } }), (cases) => `Deleted ${cases}`),
    }
  }, [project.slug, refresh, say])
}
