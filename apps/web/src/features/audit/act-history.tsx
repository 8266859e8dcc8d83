import { ProjectLink } from '../../context/project-link.js'
import { useUndo } from '../../context/use-undo.js'
import { ErrorState, Loading } from '../../ui/states.js'
import { ActLine } from './act-line.js'
import { useHistory } from './queries.js'

export interface ActHistoryProps {
  /** The kind of subject, and its number. */
  kind: string
  id: number
  /** One below the heading that it stands under. */
  heading?: 'h2' | 'h3'
}

/** What was done to one thing, newest first, in words. */
export function ActHistory({ kind, id, heading: Heading = 'h3' }: ActHistoryProps) {
  const acts = useHistory(kind, id)
  const undo = useUndo()
  return (
    <section className="mt-7" aria-label="History">
      <Heading className="mb-1 text-sm font-semibold">History</Heading>
      {acts.isPending && <Loading what="its history" />}
      {acts.error && <ErrorState error={acts.error} onRetry={() => void acts.refetch()} />}
      {acts.data?.rows.length === 0 && <p className="text-soft">Nothing was changed since the audit log began.</p>}
      <ul>
        {acts.data?.rows.map((act) => (
          <li key={act.id} className="border-t border-hairline">
            <ActLine act={act} onUndo={() => void undo(act.id)} />
          </li>
        ))}
      </ul>
      {acts.data && acts.data.total > acts.data.rows.length && (
        <ProjectLink to={`settings/audit?subject=${kind}:${id}`} className="link">
          All {acts.data.total} in the audit log
        </ProjectLink>
      )}
    </section>
  )
}
