import { ProjectLink } from '../../context/project-link.js'
import { ErrorState } from '../../ui/states.js'
import { useRequirements } from './use-requirements.js'

/** What a case verifies. */
export function CaseRequirements({ caseKey }: { caseKey: string }) {
  const list = useRequirements(caseKey)
  if (list.error) return <ErrorState error={list.error} onRetry={() => void list.refetch()} />
  if (!list.data) return null
  return (
    <section aria-label="Requirements" className="mt-7">
      <h3 className="mb-1 text-sm">Requirements</h3>
      {list.data.rows.length === 0 ? (
        <p className="text-soft">
          None is tied to this case; <ProjectLink to="cases/requirements">requirements</ProjectLink> are tied on their own page.
        </p>
      ) : (
        <ul>
          {list.data.rows.map(({ id, key, name, changed }) => (
            <li key={id} className="flex gap-3 py-0.5">
              <ProjectLink to={`cases/requirements?row=${id}:${caseKey}`} className="link w-[86px] shrink-0 font-mono">
                {key}
              </ProjectLink>
              <span className="min-w-0 flex-1">
                {name}
                {changed && <span className="text-errored"> · changed since</span>}
              </span>
            </li>
          ))}
        </ul>
      )}
    </section>
  )
}
