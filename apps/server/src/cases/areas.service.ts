import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { AreaDeleted, AreaNode } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { Area } from './area.model.js'
import { AREAS } from './case-queries.js'
import type { AreaEditDto, NewAreaDto } from './cases.dto.js'

const SIBLINGS = 'project_id = $projectId and parent_id is not distinct from $parentId and deleted_at is null'

/** The tree that cases stand in. */
@Injectable()
export class AreasService {
  constructor(
    @InjectModel(Area) private readonly areas: typeof Area,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  list({ project }: Context): Promise<AreaNode[]> {
    return rowsOf<AreaNode>(this, AREAS, { projectId: project.id })
  }

  async orThrow({ project }: Context, id: number, transaction: Transaction | null = null): Promise<Area> {
    const area = await this.areas.findOne({ where: { id, projectId: project.id, deletedAt: null }, transaction })
    if (!area) throw notFound('area', id)
    return area
  }

  async make(context: Context, { name, parentId = null }: NewAreaDto): Promise<AreaNode> {
    if (parentId !== null) await this.orThrow(context, parentId)
    await this.refuseTwin(context, parentId, name, null)
    const projectId = context.project.id
    const act = { actor: actorOf(context.caller), projectId, kind: 'area.made' } as const
    const { answer: id } = await inTransaction(this, (db) =>
      recordOf(
        db,
        act,
        (id) => [{ kind: 'area', where: 't.id = $id', bind: { id } }],
        async () => {
          const [row] = await rowsOf<{ id: number }>(
            db,
            `insert into area (project_id, parent_id, name, position)
           select $projectId, $parentId::int, $name, coalesce(max(position) + 1, 0) from area where ${SIBLINGS} returning id`,
            { projectId, parentId, name },
          )
          return row?.id ?? 0
        },
      ),
    )
    return { id, parentId, name, cases: 0 }
  }

  /** Renames, moves into another area, or puts before a sibling. */
  async edit(context: Context, id: number, edit: AreaEditDto): Promise<AreaNode> {
    const area = await this.orThrow(context, id)
    const parentId = edit.parentId === undefined ? area.parentId : edit.parentId
    const name = edit.name ?? area.name
    if (parentId !== null && parentId !== area.parentId) await this.refuseLoop(context, id, parentId)
    if (parentId !== area.parentId || name !== area.name) await this.refuseTwin(context, parentId, name, id)
    const act = { actor: actorOf(context.caller), projectId: context.project.id, kind: 'area.changed', subject: { id, name } } as const
    const siblings = 't.id = $id or t.project_id = $projectId and t.parent_id is not distinct from $parentId::int and t.deleted_at is null'
    await inTransaction(this, ({ sequelize, transaction }) =>
      recordOf(
        { sequelize, transaction },
        act,
        [{ kind: 'area', where: `(${siblings})`, bind: { id, projectId: context.project.id, parentId } }],
        async () => {
          await area.update({ name, parentId }, { transaction })
          if (edit.before !== undefined || parentId !== area.previous('parentId'))
            await this.place(context, area, edit.before ?? null, transaction)
        },
      ),
    )
    return { id, parentId, name, cases: 0 }
  }

  /** Numbers the siblings anew, with the area before another or at the end. */
  private async place({ project }: Context, area: Area, before: number | null, transaction: Transaction): Promise<void> {
    await run(
      { sequelize: this.sequelize, transaction },
      `with others as (
         select id, 2 * row_number() over (order by position, name) as at from area where ${SIBLINGS} and id <> $id
       ), numbered as (
         select id, row_number() over (order by at) as at from (
           select id, at from others union all select $id::int, coalesce((select at - 1 from others where id = $before::int), 2147483647)
         ) placed
       ) update area a set position = n.at from numbered n where n.id = a.id and a.position <> n.at`,
      { projectId: project.id, parentId: area.parentId, id: area.id, before },
    )
  }

  private async refuseLoop(context: Context, id: number, parentId: number): Promise<void> {
    await this.orThrow(context, parentId)
    const above = await rowsOf(
      this,
      `with recursive up as (select id, parent_id from area where id = $parentId union all select a.id, a.parent_id from area a join up on a.id = up.parent_id)
       select 1 as yes from up where id = $id`,
      { parentId, id },
    )
    if (above.length > 0) throw new Problem('conflict', 'areaLoop', 'An area cannot move into itself or below itself')
  }

  private async refuseTwin({ project }: Context, parentId: number | null, name: string, not: number | null): Promise<void> {
    const twins = await rowsOf(this, `select 1 as yes from area where ${SIBLINGS} and name = $name and id is distinct from $not::int`, {
      projectId: project.id,
      parentId,
      name,
      not,
    })
    if (twins.length > 0) throw new Problem('conflict', 'areaTwin', `There is an area “${name}” in the same place already`)
  }

  /** Takes an area away; what stood in it moves up one level. Undoing that act brings it back, with what still stands where it was put. */
  async delete(context: Context, id: number): Promise<AreaDeleted> {
    const area = await this.orThrow(context, id)
    const act = {
      actor: actorOf(context.caller),
      projectId: context.project.id,
      kind: 'area.deleted',
      subject: { id, name: area.name },
    } as const
    return inTransaction(this, async (db) => {
      const bind = { id, parentId: area.parentId }
      const { answer, actId } = await recordOf(
        db,
        act,
        [
          { kind: 'area', where: '(t.id = $id or t.parent_id = $id and t.deleted_at is null)', bind: { id } },
          { kind: 'case', where: 't.area_id = $id', bind: { id } },
        ],
        async () => {
          const moved = await rowsOf(db, 'update test_case set area_id = $parentId::int where area_id = $id returning id', bind)
          const below = await rowsOf(db, 'select id from area where parent_id = $id and deleted_at is null', { id })
          await area.update({ deletedAt: new Date() }, { transaction: db.transaction })
          // a name that the level above has already is told apart by where it came from
          await run(
            db,
            `update area a set parent_id = $parentId::int, name = case when exists (
               select 1 from area s where s.project_id = a.project_id and s.parent_id is not distinct from $parentId::int and s.deleted_at is null and s.name = a.name
             ) then a.name || ' (' || $name || ')' else a.name end
             where a.parent_id = $id and a.deleted_at is null`,
            { ...bind, name: area.name },
          )
          return { cases: moved.length, areas: below.length }
        },
      )
      return { ...answer, actId }
    })
  }
}
