import { useQueryClient } from '@tanstack/react-query'
import { CanButton } from '../../context/can.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { messageOf } from '../../ui/states.js'
import { notify, notifyError } from '../../ui/toast.js'

/** Reads a delivery now that failed or was put off. */
export function Retry({ id }: { id: number }) {
  const { project } = useSession()
  const queries = useQueryClient()
  const retry = () =>
    api
      .post('/projects/{project}/deliveries/{id}/retry', { path: { project: project.slug, id } })
      .then(() => notify('It is read as soon as a server is free'))
      .then(() => queries.invalidateQueries({ predicate: ({ queryKey: [word] }) => word === 'queue' || word === 'deliveries' }))
      .catch((error: unknown) => notifyError(messageOf(error)))
  return (
    <CanButton right="deliver" onClick={() => void retry()}>
      Try again now
    </CanButton>
  )
}
