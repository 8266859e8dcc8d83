import type { ActChange, ActKind } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, mustBeAble } from '../access/index.js'
import type { CaseChange } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, type Queryable } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import { AreasService } from './areas.service.js'
import { numbersOf } from './case-key.js'
import type { BulkSetDto } from './cases.dto.js'
import { BULK, DELETE_CASES, MADE_AREAS, MADE_CASES } from './change-queries.js'

/** @throws Problem when somebody else is named: nothing is told of who has an account */
export async function ownerBelongs(db: Queryable, { project }: Context, ownerId: number | null | undefined): Promise<void> {
  if (ownerId === null || ownerId === undefined) return
  const rows = await rowsOf(db, 'select 1 as yes from membership where project_id = $projectId and account_id = $ownerId', {
    projectId: project.id,
    ownerId,
  })
  if (rows.length === 0) throw new Problem('invalid', 'noMember', 'The owner of a case is a member of the project')
}

/** Changes of many cases at once, each remembered so that it can be undone. */
@Injectable()
export class CaseChangesService {
  constructor(
    private readonly areas: AreasService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async bulk(context: Context, keys: string[], set: BulkSetDto): Promise<CaseChange> {
    if (set.areaId !== undefined) mustBeAble(context, 'organize')
    if (set.state !== undefined && set.state !== 'draft') mustBeAble(context, 'approve')
    if (set.areaId) await this.areas.orThrow(context, set.areaId)
    await ownerBelongs(this, context, set.ownerId)
    return this.change(context, 'case.changed', BULK, keys, {
      priority: set.priority ?? null,
      setsOwner: set.ownerId !== undefined,
      ownerId: set.ownerId ?? null,
      setsArea: set.areaId !== undefined,
      areaId: set.areaId ?? null,
      state: set.state ?? null,
      intent: set.intent ?? null,
      addTags: tidy(set.addTags),
      removeTags: tidy(set.removeTags),
    })
  }

  /** Cases are marked, not gone: undo brings them back with their links and histories. */
  delete(context: Context, keys: string[]): Promise<CaseChange> {
    return this.change(context, 'case.deleted', DELETE_CASES, keys, {})
  }

  private async change(
    { project, caller }: Context,
    kind: ActKind,
    sql: string,
    keys: string[],
    bind: Record<string, unknown>,
  ): Promise<CaseChange> {
    return inTransaction(this, async (db) => {
      const rows = await rowsOf<{ change: ActChange }>(db, sql, {
        projectId: project.id,
        prefix: project.keyPrefix,
        numbers: numbersOf(project, keys),
        ...bind,
      })
      const changes = rows.map(({ change }) => change)
      return { actId: await this.keep(db, { project, caller }, kind, changes), cases: changes.length }
    })
  }

  /**
   * Writes down what was done to cases, and to what belongs to them.
   * @param made cases and areas that were made, besides the changes
   * @returns the number of the act, null for no change
   */
  async keep(
    db: InTransaction,
    { project, caller }: Pick<Context, 'project' | 'caller'>,
    kind: ActKind,
    changes: ActChange[],
    made: { cases?: number[]; areas?: number[] } = {},
  ): Promise<number | null> {
    const { cases = [], areas = [] } = made
    const rowsFor = (sql: string, ids: number[]) =>
      ids.length === 0 ? [] : rowsOf<{ change: ActChange }>(db, sql, { ids, prefix: project.keyPrefix })
    const rows = [...(await rowsFor(MADE_CASES, cases)), ...(await rowsFor(MADE_AREAS, areas))]
    const all = [...changes, ...rows.map(({ change }) => change)]
    if (all.length === 0) return null
    return record(db, { actor: actorOf(caller), projectId: project.id, kind, changes: all })
  }
}

const tidy = (tags: string[] = []) => [...new Set(tags.map((tag) => tag.trim()).filter((tag) => tag !== ''))]
