import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { useInvalidate } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { notify, notifyError } from '../../ui/toast.js'

/** Reads a delivery now that failed or was put off. */
export function Retry({ id }: { id: number }) {
  const { project } = useSession()
  const invalidate = useInvalidate()
  const retry = () =>
    api
      .post('/projects/{project}/deliveries/{id}/retry', { path: { project: project.slug, id } })
      .then(() => notify('It is read as soon as a server is free'))
      .then(() => invalidate('queue', 'deliveries'))
      .catch((error: unknown) => notifyError(messageOf(error)))
  return (
    <CanButton right="deliver" onClick={() => void retry()}>
      Try again now
    </CanButton>
  )
}
