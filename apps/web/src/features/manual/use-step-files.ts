import { ApiError } from '@bobbin/client'
import { useCallback, useEffect, useRef, useState } from 'react'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notifyError } from '../../ui/toast.js'

/** A file that is on its way to the server, or waits for it. */
export interface PendingFile {
  key: number
  step: number | null
  file: File
  waits: boolean
}

const AGAIN_MS = 3000
/** As the server takes them, in bytes. */
const MOST_BYTES = 50 * 1024 ** 2

/** Files of a case: sent one after the other; while the server is away they wait on this page. */
export function useStepFiles(caseId: number) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const [pending, setPending] = useState<PendingFile[]>([])
  const next = useRef(0)
  const busy = useRef(false)
  const add = useCallback((step: number | null, file: File) => {
    if (file.size > MOST_BYTES) return notifyError(`${file.name} has more than 50 MB; attach a smaller one.`)
    setPending((before) => [...before, { key: next.current++, step, file, waits: false }])
  }, [])
  const first = pending[0]
  useEffect(() => {
    if (!first || busy.current) return
    busy.current = true
    const body = new FormData()
    body.append('file', first.file, first.file.name || 'picture.png')
    const path = { project: project.slug, id: caseId }
    const query = first.step === null ? {} : { step: first.step }
    const drop = () => setPending((before) => before.filter(({ key }) => key !== first.key))
    let timer = 0
    api
      .post('/projects/{project}/assigned-cases/{id}/files', { path, query, body })
      .then(() => invalidate('to-do').then(drop))
      .catch((error: unknown) => {
        if (error instanceof ApiError && error.status < 500) {
          notifyError(`${first.file.name}: ${messageOf(error)}`)
          return drop()
        }
        // a new entry, so that it is tried again
        timer = window.setTimeout(() => setPending(([head, ...rest]) => (head ? [{ ...head, waits: true }, ...rest] : rest)), AGAIN_MS)
      })
      .finally(() => (busy.current = false))
    return () => window.clearTimeout(timer)
  }, [first, project.slug, caseId, invalidate])
  return { pending, add }
}
