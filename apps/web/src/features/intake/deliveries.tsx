import type { DeliveryRow } from '@bobbin/client'
import { useQuery } from '@tanstack/react-query'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'
import { messageOf } from '../../ui/states.js'
import { Time } from '../../ui/time.js'

/** The record of what came in, newest first; each delivery has a page. */
export function Deliveries() {
  const { project } = useSession()
  const deliveries = useQuery({
    queryKey: keyFor('deliveries', project.slug),
    queryFn: () => api.get('/projects/{project}/deliveries', { path: { project: project.slug } }),
  })
  return (
    <section aria-label="Deliveries">
      <h2 className="mb-2 text-sm">What came in</h2>
      {deliveries.error && <p className="text-failed">{messageOf(deliveries.error)}</p>}
      {deliveries.data?.length === 0 && (
        <p className="text-soft">
          Nothing yet. A pipeline delivers with one command:{' '}
          <code className="font-mono">npx bobbin deliver reports/ --pipeline … --build … --branch … --environment …</code>
        </p>
      )}
      <ul className="border-b border-hairline">
        {deliveries.data?.map((delivery) => (
          <DeliveryLine key={delivery.id} delivery={delivery} />
        ))}
      </ul>
    </section>
  )
}

function DeliveryLine({ delivery }: { delivery: DeliveryRow }) {
  const { files, lane, refused } = delivery
  const unnamed = files.refused - refused.length
  return (
    <li className="border-t border-hairline py-2">
      <div className="flex items-baseline gap-3">
        <ProjectLink to={`intake/${delivery.id}`} className="link min-w-0 truncate">
          {lane ? `${lane.pipeline} ${delivery.build} in ${lane.environment}` : `Delivery to build ${delivery.build}`}
        </ProjectLink>
        {delivery.undone ? (
          <span className="text-soft">undone</span>
        ) : delivery.runId ? (
          <ProjectLink to={`runs/${delivery.runId}`} className="link whitespace-nowrap">
            its run
          </ProjectLink>
        ) : delivery.state === 'read' ? (
          <span className="whitespace-nowrap text-failed">nothing stored</span>
        ) : (
          <span className={`whitespace-nowrap ${delivery.state === 'failed' ? 'text-failed' : 'text-soft'}`}>{STATES[delivery.state]}</span>
        )}
        <span className="ml-auto whitespace-nowrap text-soft">
          <Time iso={delivery.at} />
        </span>
      </div>
      <p className="text-soft">
        {count(delivery.results, 'result')} from {count(files.stored, 'file')}, by {delivery.by} {sourceWords(delivery.source)}
        {files.already > 0 && ` · ${count(files.already, 'file')} known already`}
        {delivery.faults > 0 && <span className="text-errored"> · {count(delivery.faults, 'fault')}</span>}
      </p>
      {refused.map((file) => (
        <p key={file.name} className="break-words text-failed">
          {file.name} was refused: {file.error}
        </p>
      ))}
      {unnamed > 0 && <p className="text-failed">{count(unnamed, 'more was', 'more were')} refused</p>}
    </li>
  )
}

const STATES = { coming: 'coming in', waiting: 'waits to be read', reading: 'being read', failed: 'could not be read' }

const SOURCES: Record<string, string> = {
  cli: 'from a command line',
  web: 'in a browser',
  live: 'live',
  fetched: 'from a source',
}
export const sourceWords = (source: string) => SOURCES[source] ?? source
