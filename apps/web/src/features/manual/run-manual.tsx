import { ProjectLink } from '../../context/project-link.js'
import { aboutWords } from '../plans/plan-words.js'
import { peopleWords } from './manual-words.js'
import { useAssignments } from './use-manual.js'

/** What people do, or did, in a run: whose it is and how far. */
export function RunManual({ runId }: { runId: number }) {
  const { data } = useAssignments({ run: runId })
  if (!data || data.rows.length === 0) return null
  return (
    <section aria-label="By hand" className="border-b border-hairline px-5 py-3">
      <h2 className="mb-1 text-base">By hand</h2>
      <ul>
        {data.rows.map((row) => (
          <li key={row.id} className="flex flex-wrap items-baseline gap-x-3 border-t border-hairline py-1.5">
            <ProjectLink to={`mine?assignment=${row.id}`} className="font-semibold hover:underline">
              {row.name}
            </ProjectLink>
            <span>
              {row.done} of {row.total} done{row.failed > 0 && <span className="text-failed">, {row.failed} failed</span>}
            </span>
            <span className="text-soft">
              {peopleWords(row)}
              {row.done < row.total && row.expectedMs !== null && `, about ${aboutWords(row.expectedMs)} left`}
              {row.late && <span className="font-semibold text-failed">, late</span>}
              {row.closedWhy && `, closed: ${row.closedWhy}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  )
}
