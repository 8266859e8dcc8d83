import type { RunRow } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { Pin } from 'lucide-react'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useKeys } from '../../lib/use-keys.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { messageOf } from '../../ui/states.js'
import { notifyError, notifyUndo } from '../../ui/toast.js'

/** Keeps a run with all its details, however old it gets. */
export function KeepRun({ run }: { run: Pick<RunRow, 'id' | 'build' | 'keep' | 'forgottenAt'> }) {
  const { project } = useSession()
  const refresh = useRefresh()
  const path = { project: project.slug, id: run.id }
  const set = useMutation({
    mutationFn: (keep: boolean) =>
      keep ? api.put('/projects/{project}/runs/{id}/keep', { path }) : api.delete('/projects/{project}/runs/{id}/keep', { path }),
    onSuccess: refresh,
    onError: (error) => notifyError(messageOf(error)),
  })
  const toggle = () =>
    set.mutate(!run.keep, {
      onSuccess: () =>
        notifyUndo(run.keep ? `Build ${run.build} is no longer kept permanently` : `Build ${run.build} keeps its details permanently`, () =>
          set.mutate(run.keep),
        ),
    })
  const gone = run.forgottenAt !== null
  useKeys({ p: () => !gone && toggle() })
  if (gone) return null
  return (
    <CanButton
      right="run"
      aria-pressed={run.keep}
      disabled={set.isPending}
      onClick={toggle}
      title={run.keep ? 'Details are kept permanently (p)' : 'Keep details permanently (p)'}
    >
      <Pin size={14} aria-hidden="true" className={run.keep ? 'fill-current' : ''} /> {run.keep ? 'Kept' : 'Keep'}
    </CanButton>
  )
}
