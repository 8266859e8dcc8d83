import { LEAST_DECISIONS } from '@bobbin/core'
import type { Suggesting } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { notifyError } from '../../ui/toast.js'

/** How far suggestions are, and the way to have them made anew. */
export function SuggestingLine({ state: { running, done, scripts, finishedAt, decisions } }: { state: Suggesting }) {
  const { project } = useSession()
  const refresh = useRefresh()
  const again = useMutation({
    mutationFn: () => api.post('/projects/{project}/mapping/suggestions', { path: { project: project.slug } }),
    onSuccess: refresh,
    onError: (error) => notifyError(messageOf(error)),
  })
  return (
    <p className="flex items-center gap-3 text-soft" role="status">
      {running ? (
        <>
          <progress max={Math.max(1, scripts)} value={done} className="h-1.5 w-40" aria-label="Suggestions" />
          Looking for suggestions: {done} of {scripts} scripts compared
        </>
      ) : (
        <>
          {finishedAt ? (
            <span>
              Suggestions of <Time iso={finishedAt} />
              {decisions >= LEAST_DECISIONS && `, adjusted by ${count(decisions, 'decision')} in this project`}
            </span>
          ) : (
            'No suggestions have been made yet'
          )}
          <CanButton right="link" kind="quiet" disabled={again.isPending} onClick={() => again.mutate()}>
            {finishedAt ? 'Suggest again' : 'Suggest cases'}
          </CanButton>
        </>
      )}
    </p>
  )
}
