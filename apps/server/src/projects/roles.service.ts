import { BUILT_IN_ROLES, isBuiltInRole, ROLES, type Right } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { RoleRow } from '../contract/index.js'
import { actorOf, recordOf, type Watched } from '../platform/acts/index.js'
import { inTransaction, isUniqueViolation, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { leadStays, oneAfterAnother } from './lead-stays.js'
import type { RoleDto } from './projects.dto.js'

const OWN = `
select r.id, r.name, r.rights, (select count(*)::int from membership m where m.project_id = r.project_id and m.role = r.name) as members
from role r where r.project_id = $projectId order by lower(r.name)`

const COUNTS = 'select role as name, count(*)::int as members from membership where project_id = $projectId group by role'

/** Sets of rights: those that every project has, and a project's own. */
@Injectable()
export class RolesService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async list({ project }: Context): Promise<RoleRow[]> {
    const [own, counts] = await Promise.all([
      rowsOf<RoleRow>(this, OWN, { projectId: project.id }),
      rowsOf<{ name: string; members: number }>(this, COUNTS, { projectId: project.id }),
    ])
    const membersOf = (role: string) => counts.find(({ name }) => name === role)?.members ?? 0
    return [...BUILT_IN_ROLES.map((name) => ({ id: null, name, rights: [...ROLES[name]], members: membersOf(name) })), ...own]
  }

  /** @throws Problem invalid when the project has no such role */
  async mustExist({ project }: Pick<Context, 'project'>, role: string): Promise<void> {
    if (isBuiltInRole(role)) return
    const rows = await rowsOf(this, 'select 1 as yes from role where project_id = $projectId and name = $role', {
      projectId: project.id,
      role,
    })
    if (rows.length === 0) throw new Problem('invalid', 'noRole', `This project has no role “${role}”`)
  }

  async make(context: Context, { name, rights }: RoleDto): Promise<RoleRow[]> {
    const { project, caller } = context
    if (isBuiltInRole(name.toLowerCase())) throw nameTaken(name)
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'role.made' } as const
    try {
      await inTransaction(this, (db) =>
        recordOf(
          db,
          act,
          (id) => [{ kind: 'role', where: 't.id = $id', bind: { id } }],
          async () => {
            const [row] = await rowsOf<{ id: number }>(
              db,
              'insert into role (project_id, name, rights) values ($projectId, $name, $rights::text[]) returning id',
              { projectId: project.id, name, rights: withRead(rights) },
            )
            return row?.id ?? 0
          },
        ),
      )
    } catch (error) {
      throw isUniqueViolation(error) ? nameTaken(name) : error
    }
    return this.list(context)
  }

  /** Renames a role, with everybody who has it, and changes what it allows. */
  async edit(context: Context, id: number, { name, rights }: RoleDto): Promise<RoleRow[]> {
    const { project, caller } = context
    if (isBuiltInRole(name.toLowerCase())) throw nameTaken(name)
    const bind = { projectId: project.id, id, name, rights: withRead(rights) }
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'role.changed' } as const
    try {
      await inTransaction(this, (db) =>
        recordOf(db, act, [watched(context, id)], async () => {
          await oneAfterAnother(db, project.id)
          const [before] = await rowsOf<{ name: string }>(
            db,
            'select name from role where id = $id and project_id = $projectId for update',
            bind,
          )
          if (!before) throw notFound('role', id)
          await run(db, 'update role set name = $name, rights = $rights::text[] where id = $id', bind)
          const rename = { projectId: project.id, before: before.name, name }
          await run(db, 'update membership set role = $name where project_id = $projectId and role = $before', rename)
          await run(db, 'update team set role = $name where project_id = $projectId and role = $before', rename)
          await run(db, 'update invitation set role = $name where project_id = $projectId and role = $before', rename)
          await leadStays(db, project.id)
        }),
      )
    } catch (error) {
      throw isUniqueViolation(error) ? nameTaken(name) : error
    }
    return this.list(context)
  }

  /** @throws Problem conflict while somebody has the role */
  async remove(context: Context, id: number): Promise<RoleRow[]> {
    const { project, caller } = context
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'role.deleted' } as const
    await inTransaction(this, (db) =>
      recordOf(db, act, [watched(context, id)], async () => {
        await oneAfterAnother(db, project.id)
        const [gone] = await rowsOf<{ name: string }>(db, 'delete from role where id = $id and project_id = $projectId returning name', {
          id,
          projectId: project.id,
        })
        if (!gone) throw notFound('role', id)
        const used = await rowsOf(
          db,
          `select 1 as yes from membership where project_id = $projectId and role = $name
           union all select 1 from team where project_id = $projectId and role = $name
           union all select 1 from invitation where project_id = $projectId and role = $name and accepted_at is null and withdrawn_at is null limit 1`,
          { projectId: project.id, name: gone.name },
        )
        if (used.length > 0)
          throw new Problem(
            'conflict',
            'roleInUse',
            `Somebody has the role “${gone.name}”, or a team or an invitation gives it. Change that first`,
          )
      }),
    )
    return this.list(context)
  }
}

const watched = ({ project }: Context, id: number): Watched => ({
  kind: 'role',
  where: 't.id = $id and t.project_id = $projectId',
  bind: { id, projectId: project.id },
})

/** Who may do anything may read. */
const withRead = (rights: readonly Right[]): Right[] => [...new Set<Right>(['read', ...rights])]

const nameTaken = (name: string) => new Problem('conflict', 'nameTaken', `There is a role “${name}” already; choose another name`)
