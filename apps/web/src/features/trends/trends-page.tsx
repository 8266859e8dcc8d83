import { NavLink, Navigate, useParams } from 'react-router'
import { useProjectPath } from '../../context/project-link.js'
import { ActivityPart } from './activity-part.js'
import { AreasPart } from './areas-part.js'
import { DaysPart } from './days-part.js'
import { FlakyPage } from './flaky-page.js'
import { SlowPart } from './slow-part.js'

const PARTS = [
  { to: 'flaky', name: 'Flaky', Part: FlakyPage },
  { to: 'slow', name: 'Slow', Part: SlowPart },
  { to: 'days', name: 'Day by day', Part: DaysPart },
  { to: 'areas', name: 'Areas', Part: AreasPart },
  { to: 'activity', name: 'Activity', Part: ActivityPart },
] as const

/** What becomes of tests over many builds. */
export function TrendsPage() {
  const { part = 'flaky' } = useParams()
  const path = useProjectPath()
  const shown = PARTS.find(({ to }) => to === part)
  if (!shown) return <Navigate to={path('trends')} replace />
  return (
    <div className="flex min-w-0 flex-1 flex-col">
      <nav aria-label="Trends" className="border-b border-hairline px-5">
        <ul className="flex gap-6">
          {PARTS.map(({ to, name }) => (
            <li key={to}>
              <NavLink
                to={path(to === 'flaky' ? 'trends' : `trends/${to}`)}
                end
                className={({ isActive }) =>
                  `-mb-px flex h-[36px] items-center border-b-2 ${isActive ? 'border-dye font-semibold' : 'border-transparent text-soft hover:text-ink'}`
                }
              >
                {name}
              </NavLink>
            </li>
          ))}
        </ul>
      </nav>
      <div className="flex min-h-0 flex-1">
        <shown.Part />
      </div>
    </div>
  )
}
