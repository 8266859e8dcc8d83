import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Right, rightsOf, SCOPE_RIGHTS } from '@bobbin/core'
import type { Me, ProjectInfo } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import { Project } from './project.model.js'
import { Account } from './account.model.js'
import type { Caller, Context } from './context.js'

/** Of the membership `m` and the project `p`: the role, those of the member's teams, and what the project's own roles allow. */
const ROLE_COLUMNS = `m.role,
  array(select t.role from team t join team_member x on x.team_id = t.id where t.project_id = p.id and x.account_id = m.account_id and t.role is not null) as "teamRoles",
  (select coalesce(jsonb_object_agg(r.name, r.rights), '{}') from role r where r.project_id = p.id) as "ownRoles"`

interface RoleRow {
  role: string
  teamRoles: string[]
  ownRoles: Record<string, Right[]>
}

/** What the caller may do: what their roles allow, and for a token no more than its scope. */
function rightsIn({ token }: Caller, { role, teamRoles, ownRoles }: RoleRow): ReadonlySet<Right> {
  const rights = rightsOf([role, ...teamRoles], ownRoles)
  if (!token) return rights
  const scope: readonly Right[] = SCOPE_RIGHTS[token.scope]
  return new Set([...rights].filter((right) => scope.includes(right)))
}

/** Who somebody is, and what they belong to. */
@Injectable()
export class AccessService {
  constructor(
    @InjectModel(Account) private readonly accounts: typeof Account,
    @InjectModel(Project) private readonly projects: typeof Project,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async me(caller: Caller): Promise<Me> {
    const account = await this.accounts.findByPk(caller.accountId)
    if (!account) throw new Problem('notSignedIn', 'notSignedIn', 'Sign in first')
    const projects = await rowsOf<Omit<ProjectInfo, 'rights'> & RoleRow>(
      this,
      `select p.slug, p.name, p.key_prefix as "keyPrefix", p.default_branch as "defaultBranch", ${ROLE_COLUMNS} from project p join membership m on m.project_id = p.id
       where m.account_id = $accountId and ($only::int is null or p.id = $only) order by p.name`,
      { accountId: caller.accountId, only: caller.token?.projectId ?? null },
    )
    const { id, name, email, kind } = account
    return {
      account: { id, name, email, kind, ...(await this.serverRights(id)) },
      projects: projects.map(({ teamRoles, ownRoles, ...project }) => ({
        ...project,
        rights: [...rightsIn(caller, { role: project.role, teamRoles, ownRoles })],
      })),
    }
  }

  async serverRights(accountId: number): Promise<Pick<Me['account'], 'serverAdmin' | 'makesProjects'>> {
    const [rights] = await rowsOf<Pick<Me['account'], 'serverAdmin' | 'makesProjects'>>(
      this,
      'select server_admin as "serverAdmin", server_admin or makes_projects as "makesProjects" from account where id = $accountId',
      { accountId },
    )
    return rights ?? { serverAdmin: false, makesProjects: false }
  }

  /** The project and the caller's role in it, if they belong to it; a stranger learns nothing about whether it exists. */
  async projectFor(caller: Caller, slug: string): Promise<{ project: Project; role: string; rights: ReadonlySet<Right> }> {
    const [found] = await rowsOf<ProjectRow>(
      this,
      `select p.id, p.slug, p.name, p.key_prefix as "keyPrefix", p.next_case_number as "nextCaseNumber", p.created_at as "createdAt",
         p.unknown_tests as "unknownTests", p.one_script_per_key as "oneScriptPerKey", p.keep_details_days as "keepDetailsDays", p.keep_acts_days as "keepActsDays",
         p.quarantine_limit as "quarantineLimit", p.resolve_after as "resolveAfter", p.decide_above as "decideAbove", p.default_branch as "defaultBranch", p.source_folders as "sourceFolders", p.source_hosts as "sourceHosts", ${ROLE_COLUMNS}
       from project p join membership m on m.project_id = p.id and m.account_id = $accountId where p.slug = $slug`,
      { slug, accountId: caller.accountId },
    )
    if (!found || (caller.token && caller.token.projectId !== found.id)) {
      throw new Problem('notFound', 'notFound', `There is no project “${slug}” that you belong to`)
    }
    const { role, teamRoles, ownRoles, ...project } = found
    const rights = rightsIn(caller, { role, teamRoles, ownRoles })
    return { project: this.projects.build(project, { isNewRecord: false, raw: true }), role, rights }
  }

  /** The context of work that goes on after who asked for it has gone. @throws Error when they belong to the project no longer */
  async contextOf(accountId: number, projectId: number): Promise<Context> {
    const caller: Caller = { accountId, sessionId: null, token: null }
    const [project] = await rowsOf<{ slug: string }>(this, 'select slug from project where id = $projectId', { projectId })
    return { caller, ...(await this.projectFor(caller, project?.slug ?? '')) }
  }
}

type ProjectRow = Pick<
  Project,
  | 'id'
  | 'slug'
  | 'name'
  | 'keyPrefix'
  | 'nextCaseNumber'
  | 'createdAt'
  | 'unknownTests'
  | 'oneScriptPerKey'
  | 'keepDetailsDays'
  | 'keepActsDays'
  | 'quarantineLimit'
  | 'resolveAfter'
  | 'decideAbove'
  | 'defaultBranch'
  | 'sourceFolders'
  | 'sourceHosts'
> &
  RoleRow
