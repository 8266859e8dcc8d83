import { useQuery } from '@tanstack/react-query'
import { ProjectLink } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { api } from '../../lib/api.js'
import { count, formatNumber } from '../../lib/format.js'
import { keyFor } from '../../lib/query-keys.js'

/** Why a run is red, and what of it does not count. */
export function useRunCauses(runId: number) {
  const { project } = useSession()
  return useQuery({
    queryKey: keyFor('failures', project.slug, 'run', runId),
    queryFn: ({ signal }) => api.get('/projects/{project}/failures/runs/{id}', { path: { project: project.slug, id: runId }, signal }),
  })
}

/** So many are named. */
const MOST = 3

/** The causes behind a red run, in a line that leads to them. */
export function RunCauses({ runId }: { runId: number }) {
  const { data } = useRunCauses(runId)
  if (!data || data.rows.length === 0) return null
  const { rows, muted, quarantined, counting } = data
  const aside = [
    muted.length > 0 && `${formatNumber(muted.length)} muted`,
    quarantined.length > 0 && `${formatNumber(quarantined.length)} in quarantine`,
  ]
  const words = aside.filter((part) => part)
  return (
    <p className="flex min-w-0 items-baseline gap-1.5 border-b border-hairline px-5 py-1.5">
      <ProjectLink to={`failures?run=${runId}`} className="link shrink-0">
        {count(rows.length, 'cause')}
      </ProjectLink>
      <span className="min-w-0 truncate text-soft">
        {rows.slice(0, MOST).map(({ id, title, tests, state, cause }, i) => (
          <span key={id}>
            {i > 0 && ' · '}
            <ProjectLink to={`failures?run=${runId}&cause=${id}`} className="hover:underline">
              {title}
            </ProjectLink>{' '}
            ({formatNumber(tests)},{' '}
            <span className={state === 'untriaged' ? 'text-failed' : ''}>{cause ?? (state === 'untriaged' ? 'not triaged' : state)}</span>)
          </span>
        ))}
        {rows.length > MOST && ` and ${rows.length - MOST} more`}
      </span>
      {words.length > 0 && (
        <span className="shrink-0">
          {words.join(', ')}: {counting === 0 ? 'nothing counts against a gate' : `${formatNumber(counting)} count`}
        </span>
      )}
    </p>
  )
}
