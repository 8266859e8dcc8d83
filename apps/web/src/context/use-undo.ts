import { useQueryClient } from '@tanstack/react-query'
import { useCallback } from 'react'
import { api } from '../lib/api.js'
import { formatList } from '../lib/format.js'
import { messageOf } from '../ui/states.js'
import { notify, notifyError, notifyUndo } from '../ui/toast.js'
import { useSession } from './session.js'

const MOST_NAMED = 5

/** Undoes an act of the change log; everything on the page is asked for anew, and what somebody changed since is named. */
export function useUndo(): (actId: number) => Promise<void> {
  const { project } = useSession()
  const queries = useQueryClient()
  return useCallback(
    async (actId) => {
      try {
        const { left } = await api.post('/projects/{project}/acts/{id}/undo', { path: { project: project.slug, id: actId } })
        if (left.length > 0)
          notifyError(
            `Not all of it could be undone: ${formatList(left.slice(0, MOST_NAMED))}${left.length > MOST_NAMED ? ` and ${left.length - MOST_NAMED} more` : ''} changed since, and ${left.length === 1 ? 'is' : 'are'} left as ${left.length === 1 ? 'it is' : 'they are'}.`,
          )
      } catch (error) {
        notifyError(messageOf(error))
      }
      void queries.invalidateQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'me' })
    },
    [project.slug, queries],
  )
}

/** Says what was done, with the way back where there is one. */
export function useDone(): (words: string, actId: number | null) => void {
  const undo = useUndo()
  return useCallback(
    (words, actId) => {
      if (actId === null) notify('Nothing had to be changed')
      else notifyUndo(words, () => void undo(actId))
    },
    [undo],
  )
}
