import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { announceAccess, can, type Context, logSecurity, missing } from '../access/index.js'
import type { Member, MemberWork } from '../contract/index.js'
import { actorOf, recordOf, type Watched } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { leadStays, oneAfterAnother } from './lead-stays.js'
import { RolesService } from './roles.service.js'

const MEMBERS = `
select a.id, a.name, a.email, a.kind, m.role,
  array(select t.name from team t join team_member x on x.team_id = t.id where t.project_id = m.project_id and x.account_id = a.id order by t.name) as teams
from account a join membership m on m.account_id = a.id
where m.project_id = $projectId and ($id::int is null or a.id = $id) order by a.name`

const WORK = `
select (select count(*)::int from test_case c where c.project_id = m.project_id and c.owner_id = m.account_id and c.deleted_at is null) as cases,
  (select count(*)::int from api_token t where t.project_id = m.project_id and t.account_id = m.account_id and t.revoked_at is null and coalesce(t.expires_at > now(), true)) as tokens,
  (select count(*)::int from source s where s.project_id = m.project_id and s.account_id = m.account_id) as sources,
  (select count(*)::int from saved_view v where v.project_id = m.project_id and v.account_id = m.account_id and v.shared) as "sharedViews",
  array(select t.name from team t join team_member x on x.team_id = t.id where t.project_id = m.project_id and x.account_id = m.account_id order by t.name) as teams
from membership m where m.project_id = $projectId and m.account_id = $id`

const WHERE = 't.project_id = $projectId and t.account_id = $id'
const TOKENS = `${WHERE} and t.revoked_at is null`
const CASES = 't.project_id = $projectId and t.owner_id = $id'

/** Who belongs to a project. */
@Injectable()
export class MembersService {
  constructor(
    private readonly roles: RolesService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  list({ project }: Context): Promise<Member[]> {
    return rowsOf<Member>(this, MEMBERS, { projectId: project.id, id: null })
  }

  async setRole(context: Context, id: number, role: string): Promise<Member> {
    const { project, caller } = context
    await this.roles.mustExist(context, role)
    const bind = { projectId: project.id, id }
    await inTransaction(this, async (db) => {
      await oneAfterAnother(db, project.id)
      const act = { actor: actorOf(caller), projectId: project.id, kind: 'member.roleChanged' } as const
      await recordOf(db, act, [{ kind: 'member', where: WHERE, bind }], () =>
        run(db, 'update membership set role = $role, by_group = false where project_id = $projectId and account_id = $id', {
          ...bind,
          role,
        }),
      )
      await leadStays(db, project.id)
      await announceAccess(db, id)
    })
    const [member] = await rowsOf<Member>(this, MEMBERS, { projectId: project.id, id })
    if (!member) throw notFound('member', id)
    logSecurity('roleChanged', { project: project.slug, by: caller.accountId, account: id, role })
    return member
  }

  /** What somebody has to do with in the project. */
  async work({ project }: Context, id: number): Promise<MemberWork> {
    const [work] = await rowsOf<MemberWork>(this, WORK, { projectId: project.id, id })
    if (!work) throw notFound('member', id)
    return work
  }

  /**
   * Takes somebody out of the project; everybody may leave by themselves. Their account and what they did stay; their tokens of the project
   * end, their sources stop.
   * @param heir who owns their cases from now on; null leaves the owner as it is
   */
  async remove(context: Context, id: number, heir: number | null): Promise<void> {
    const { project, caller } = context
    if (id !== caller.accountId && !can(context, 'manage')) throw missing('manage')
    const bind = { projectId: project.id, id }
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'member.removed' } as const
    const watched: Watched[] = [
      { kind: 'member', where: WHERE, bind },
      { kind: 'token', where: TOKENS, bind },
      { kind: 'source', where: 't.id in (select id from source where project_id = $projectId and account_id = $id)', bind },
      ...(heir === null ? [] : [{ kind: 'case' as const, where: CASES, bind }]),
    ]
    await inTransaction(this, (db) =>
      recordOf(db, act, watched, async () => {
        await oneAfterAnother(db, project.id)
        const removed = await rowsOf(db, 'delete from membership where project_id = $projectId and account_id = $id returning role', bind)
        if (removed.length === 0) throw notFound('member', id)
        await leadStays(db, project.id)
        if (heir !== null) {
          const there = await rowsOf(db, `select 1 as yes from membership where project_id = $projectId and account_id = $heir`, {
            ...bind,
            heir,
          })
          if (there.length === 0) throw new Problem('invalid', 'noMember', 'Cases can only be given to a member of the project')
          await run(db, `update test_case t set owner_id = $heir, version = t.version + 1, updated_at = now() where ${CASES}`, {
            ...bind,
            heir,
          })
        }
        await run(db, `update api_token t set revoked_at = now() where ${TOKENS}`, bind)
        await run(db, `update source t set paused = true where ${WHERE}`, bind)
        await announceAccess(db, id)
      }),
    )
    logSecurity('memberRemoved', { project: project.slug, by: caller.accountId, account: id })
  }
}
