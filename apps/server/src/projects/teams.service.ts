import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { announceAccess, type Context } from '../access/index.js'
import type { Team } from '../contract/index.js'
import { actorOf, recordOf, type Watched } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, isUniqueViolation, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import type { TeamDto } from './projects.dto.js'
import { RolesService } from './roles.service.js'

const TEAMS = `
select t.id, t.name, t.role, t.folders,
  coalesce((select jsonb_agg(jsonb_build_object('id', a.id, 'name', a.name) order by a.name) from team_member m join account a on a.id = m.account_id where m.team_id = t.id), '[]') as members,
  coalesce((select jsonb_agg(jsonb_build_object('id', a.id, 'name', a.name) order by a.name) from team_area x join area a on a.id = x.area_id and a.deleted_at is null where x.team_id = t.id), '[]') as areas
from team t where t.project_id = $projectId order by lower(t.name)`

/** People who own areas and source folders together, and what that lets them do. */
@Injectable()
export class TeamsService {
  constructor(
    private readonly roles: RolesService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  list({ project }: Context): Promise<Team[]> {
    return rowsOf<Team>(this, TEAMS, { projectId: project.id })
  }

  async make(context: Context, dto: TeamDto): Promise<Team[]> {
    const { project, caller } = context
    if (dto.role) await this.roles.mustExist(context, dto.role)
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'team.made' } as const
    await this.named(dto.name, () =>
      inTransaction(this, (db) =>
        recordOf(
          db,
          act,
          (id) => [watched(context, id)],
          async () => {
            const [row] = await rowsOf<{ id: number }>(
              db,
              'insert into team (project_id, name, role, folders) values ($projectId, $name, $role, $folders::text[]) returning id',
              { projectId: project.id, name: dto.name, role: dto.role ?? null, folders: tidy(dto.folders) },
            )
            await fill(db, context, row?.id ?? 0, dto)
            return row?.id ?? 0
          },
        ),
      ),
    )
    return this.list(context)
  }

  async edit(context: Context, id: number, dto: TeamDto): Promise<Team[]> {
    const { project, caller } = context
    if (dto.role) await this.roles.mustExist(context, dto.role)
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'team.changed' } as const
    await this.named(dto.name, () =>
      inTransaction(this, (db) =>
        recordOf(db, act, [watched(context, id)], async () => {
          const rows = await rowsOf(
            db,
            'update team set name = $name, role = $role, folders = $folders::text[] where id = $id and project_id = $projectId returning id',
            { id, projectId: project.id, name: dto.name, role: dto.role ?? null, folders: tidy(dto.folders) },
          )
          if (rows.length === 0) throw notFound('team', id)
          await tellMembers(db, id)
          await fill(db, context, id, dto)
        }),
      ),
    )
    return this.list(context)
  }

  async remove(context: Context, id: number): Promise<Team[]> {
    const { project, caller } = context
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'team.deleted' } as const
    await inTransaction(this, (db) =>
      recordOf(db, act, [watched(context, id)], async () => {
        await tellMembers(db, id)
        const rows = await rowsOf(db, 'delete from team where id = $id and project_id = $projectId returning id', {
          id,
          projectId: project.id,
        })
        if (rows.length === 0) throw notFound('team', id)
      }),
    )
    return this.list(context)
  }

  private async named(name: string, work: () => Promise<unknown>): Promise<void> {
    try {
      await work()
    } catch (error) {
      if (!isUniqueViolation(error)) throw error
      throw new Problem('conflict', 'nameTaken', `There is a team “${name}” already; choose another name`)
    }
  }
}

const watched = ({ project }: Context, id: number): Watched => ({
  kind: 'team',
  where: 't.id = $id and t.project_id = $projectId',
  bind: { id, projectId: project.id },
})

const tidy = (folders: readonly string[]): string[] => [
  ...new Set(
    folders
      .map((folder) =>
        folder
          .trim()
          .split('/')
          .filter((name) => name !== '')
          .join('/'),
      )
      .filter((folder) => folder !== ''),
  ),
]

/** Open pages of its members look what they may do now. */
async function tellMembers(db: InTransaction, id: number): Promise<void> {
  const members = await rowsOf<{ accountId: number }>(db, 'select account_id as "accountId" from team_member where team_id = $id', { id })
  for (const { accountId } of members) await announceAccess(db, accountId)
}

/** Members of the team, and areas that it owns, as they shall be; only of the project. */
async function fill(db: InTransaction, { project }: Context, id: number, { members, areas }: TeamDto): Promise<void> {
  const bind = { id, projectId: project.id }
  await run(db, 'delete from team_member where team_id = $id', { id })
  await run(db, 'delete from team_area where team_id = $id', { id })
  await run(
    db,
    `insert into team_member (team_id, project_id, account_id)
     select $id, project_id, account_id from membership where project_id = $projectId and account_id = any($members::int[])`,
    { ...bind, members },
  )
  await run(
    db,
    `insert into team_area (team_id, area_id) select $id, a.id from area a where a.project_id = $projectId and a.id = any($areas::int[]) and a.deleted_at is null`,
    { ...bind, areas },
  )
  await tellMembers(db, id)
}
