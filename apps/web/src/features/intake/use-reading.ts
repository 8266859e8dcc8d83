import type { DeliveryDetail, DeliveryFile } from '@bobbin/client'
import { useMutation } from '@tanstack/react-query'
import { useRef, useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useRefresh } from '../../lib/use-refresh.js'
import { count } from '../../lib/format.js'
import { messageOf } from '../../ui/states.js'
import { notify, notifyError } from '../../ui/toast.js'

export interface Reading {
  /** How many of how many files were read; null while none is. */
  progress: { done: number; of: number } | null
  start: (files: readonly DeliveryFile[]) => void
  stop: () => void
}

/** Has the kept files of a delivery read again, one after the other: each is wholly read or as it was, so that stopping loses nothing. */
export function useReading(delivery: DeliveryDetail): Reading {
  const { project } = useSession()
  const refresh = useRefresh()
  const stopped = useRef(false)
  const [progress, setProgress] = useState<Reading['progress']>(null)
  const reading = useMutation({
    mutationFn: async (files: readonly DeliveryFile[]) => {
      stopped.current = false
      const failures: string[] = []
      let done = 0
      for (const file of files) {
        if (stopped.current) break
        setProgress({ done, of: files.length })
        const path = { project: project.slug, id: delivery.id, file: file.id }
        await api
          .post('/projects/{project}/deliveries/{id}/files/{file}/reading', { path })
          .catch((error: unknown) => failures.push(`${file.name}: ${messageOf(error)}`))
        done++
      }
      const words = files.every(({ status }) => status === 'attached') ? 'attached again' : 'read again'
      return { done, of: files.length, failures, words }
    },
    onSuccess: ({ done, of, failures, words }) => {
      for (const failure of failures.slice(0, 3)) notifyError(failure)
      const stoppedWords = done < of ? `, then stopped. ${count(of - done, 'file')} stayed as before` : ''
      notify(`${count(done - failures.length, 'file')} ${words}${stoppedWords}.`)
    },
    onSettled: () => {
      setProgress(null)
      refresh()
    },
  })
  return { progress, start: (files) => reading.mutate(files), stop: () => void (stopped.current = true) }
}
