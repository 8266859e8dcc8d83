import type { QueuedDelivery } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatBytes } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'
import { Retry } from './retry.js'

/** Large deliveries that were stored first: what waits, what is being read, and what could not be. */
export function Queue() {
  const { project } = useSession()
  const queue = useQuery({
    queryKey: keyFor('queue', project.slug),
    queryFn: () => api.get('/projects/{project}/queue', { path: { project: project.slug } }),
  })
  return (
    <section aria-label="Queue">
      <h2 className="mb-2 text-base">Waiting to be read</h2>
      {queue.error && <p className="text-failed">{messageOf(queue.error)}</p>}
      {queue.data?.length === 0 && (
        <p className="text-soft">Nothing is waiting. Large deliveries are stored first and are listed here until a server has read them.</p>
      )}
      <ul>
        {queue.data?.map((delivery) => (
          <QueueLine key={delivery.id} delivery={delivery} />
        ))}
      </ul>
    </section>
  )
}

const STATES: Record<QueuedDelivery['state'], string> = {
  coming: 'is coming in',
  waiting: 'waits',
  reading: 'is being read',
  failed: 'has failed',
}

function QueueLine({ delivery }: { delivery: QueuedDelivery }) {
  const { id, at, by, state, tries, dueAt, problem, bytes, pipeline, build, files, stored } = delivery
  return (
    <li className="border-t border-hairline py-2">
      <div className="flex items-center gap-3">
        <span className="min-w-0 flex-1 truncate">
          <ProjectLink to={`intake/${id}`} className="link">
            {pipeline} build {build}
          </ProjectLink>{' '}
          <span className={state === 'failed' ? 'text-failed' : 'text-soft'}>
            {STATES[state]}
            {state === 'reading' && files > 0 && `, ${stored} of ${count(files, 'file')}`}
          </span>
        </span>
        <span className="text-soft">
          {bytes > 0 && `${formatBytes(bytes)} · `}
          <Time iso={at} /> by {by}
        </span>
        {(state === 'failed' || problem) && state !== 'reading' && <Retry id={id} />}
      </div>
      {problem && (
        <p className="mt-0.5 border-l-[3px] border-failed pl-2.5 break-words text-failed">
          {problem}.{' '}
          <span className="text-soft">
            Tried {count(tries, 'time')}; its files are kept.
            {state === 'waiting' && dueAt && (
              <>
                {' '}
                Tried again <Time iso={dueAt} />
              </>
            )}
          </span>
        </p>
      )}
    </li>
  )
}
