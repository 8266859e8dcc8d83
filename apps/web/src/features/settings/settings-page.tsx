import { NavLink, Navigate, useParams } from 'react-router'
import { useProjectPath } from '../../context/project-link.js'
import { useSession } from '../../context/session.js'
import { AccountSettings } from './account-settings.js'
import { AgentSettings } from './agent-settings.js'
import { AuditLog } from './audit-log.js'
import { EnvironmentSettings } from './environment-settings.js'
import { FailureSettings } from './failure-settings.js'
import { NotificationSettings } from './notification-settings.js'
import { PeopleSettings } from './people-settings.js'
import { ProjectSettings } from './project-settings.js'
import { RuleSettings } from './rule-settings.js'
import { ServerSettings } from './server-settings.js'
import { SpaceSettings } from './space-settings.js'
import { TokenSettings } from './token-settings.js'

const PARTS = [
  { to: 'account', name: 'Account', Part: AccountSettings },
  { to: 'people', name: 'People', Part: PeopleSettings },
  { to: 'tokens', name: 'Tokens', Part: TokenSettings },
  { to: 'project', name: 'Project', Part: ProjectSettings },
  { to: 'environments', name: 'Environments', Part: EnvironmentSettings },
  { to: 'agents', name: 'Agents', Part: AgentSettings },
  { to: 'intake', name: 'Ingestion rules', Part: RuleSettings },
  { to: 'failures', name: 'Failures and defects', Part: FailureSettings },
  { to: 'notifications', name: 'Notifications', Part: NotificationSettings },
  { to: 'space', name: 'Space', Part: SpaceSettings },
  { to: 'audit', name: 'Audit log', Part: AuditLog, wide: true },
  { to: 'server', name: 'Server', Part: ServerSettings },
]

/** What is set once and seldom looked at again. */
export function SettingsPage() {
  const { part } = useParams()
  const path = useProjectPath()
  const { me } = useSession()
  const shown = PARTS.find(({ to }) => to === part)
  if (!shown) return <Navigate to={path('settings/account')} replace />
  return (
    <>
      <nav aria-label="Settings" className="w-[190px] shrink-0 border-r border-hairline py-4">
        <ul>
          {PARTS.filter(({ to }) => to !== 'server' || me.account.serverAdmin).map(({ to, name }) => (
            <li key={to}>
              <NavLink
                to={path(`settings/${to}`)}
                className={({ isActive }) =>
                  `flex min-h-[28px] items-center px-4 ${isActive ? 'bg-dye-wash font-semibold' : 'hover:bg-surface'}`
                }
              >
                {name}
              </NavLink>
            </li>
          ))}
          <li>
            <a href="/reference" className="flex min-h-[28px] items-center px-4 hover:bg-surface">
              The API, described
            </a>
          </li>
        </ul>
      </nav>
      <section aria-label={shown.name} className="min-w-0 flex-1 overflow-y-auto px-8 py-4" tabIndex={0}>
        <div className={'wide' in shown && shown.wide ? 'flex h-full flex-col' : 'max-w-[760px] pb-16'}>
          <h1 className="mb-4 text-xl">{shown.name}</h1>
          <shown.Part />
        </div>
      </section>
    </>
  )
}
