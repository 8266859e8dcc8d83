import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { announceAccess, type Context, logSecurity } from '../access/index.js'
import type { Member, Role } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run, type Queryable } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'

const MEMBERS = `
select a.id, a.name, a.email, a.kind, m.role from account a join membership m on m.account_id = a.id
where m.project_id = $projectId and ($id::int is null or a.id = $id) order by a.name`

const WHERE = 't.project_id = $projectId and t.account_id = $id'

/** Who belongs to a project. */
@Injectable()
export class MembersService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  list({ project }: Context): Promise<Member[]> {
    return rowsOf<Member>(this, MEMBERS, { projectId: project.id, id: null })
  }

  async setRole({ project, caller }: Context, id: number, role: Role): Promise<Member> {
    const bind = { projectId: project.id, id }
    await inTransaction(this, async (db) => {
      await this.oneAfterAnother(db, project.id)
      const act = { actor: actorOf(caller), projectId: project.id, kind: 'member.roleChanged' } as const
      await recordOf(db, act, [{ kind: 'member', where: WHERE, bind }], () =>
        run(db, 'update membership set role = $role where project_id = $projectId and account_id = $id', { ...bind, role }),
      )
      await this.keeperStays(db, project.id)
    })
    const [member] = await rowsOf<Member>(this, MEMBERS, { projectId: project.id, id })
    if (!member) throw notFound('member', id)
    logSecurity('roleChanged', { project: project.slug, by: caller.accountId, account: id, role })
    return member
  }

  /** Takes somebody out of the project. Their account and what they did stay; their tokens of the project end. */
  async remove({ project, caller }: Context, id: number): Promise<void> {
    const bind = { projectId: project.id, id }
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'member.removed' } as const
    const tokens = 't.project_id = $projectId and t.account_id = $id and t.revoked_at is null'
    await inTransaction(this, (db) =>
      recordOf(
        db,
        act,
        [
          { kind: 'member', where: WHERE, bind },
          { kind: 'token', where: tokens, bind },
        ],
        async () => {
          await this.oneAfterAnother(db, project.id)
          const removed = await rowsOf(db, 'delete from membership where project_id = $projectId and account_id = $id returning role', bind)
          if (removed.length === 0) throw notFound('member', id)
          await this.keeperStays(db, project.id)
          await run(db, `update api_token t set revoked_at = now() where ${tokens}`, bind)
          await announceAccess(db, id)
        },
      ),
    )
    logSecurity('memberRemoved', { project: project.slug, by: caller.accountId, account: id })
  }

  /** Of several who leave or step back at the same moment the last one finds out that nobody else is left. */
  private oneAfterAnother(db: Queryable, projectId: number): Promise<void> {
    return run(db, 'select 1 from project where id = $projectId for no key update', { projectId })
  }

  private async keeperStays(db: Queryable, projectId: number): Promise<void> {
    const rows = await rowsOf(db, `select 1 as yes from membership where project_id = $projectId and role = 'keeper' limit 1`, {
      projectId,
    })
    if (rows.length === 0) throw new Problem('conflict', 'lastKeeper', 'The project needs an owner. Make another member an owner first')
  }
}
