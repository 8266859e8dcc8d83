import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { CaseChange, CaseUndone } from '../contract/index.js'
import { rowsOf, type Queryable } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { AreasService } from './areas.service.js'
import { numbersOf } from './case-key.js'
import type { BulkSetDto } from './cases.dto.js'
import { BULK, DELETE_CASES, UNDO } from './change-queries.js'

/** @throws Problem when somebody else is named: nothing is told of who has an account */
export async function ownerBelongs(db: Queryable, { project }: Context, ownerId: number | null | undefined): Promise<void> {
  if (ownerId === null || ownerId === undefined) return
  const rows = await rowsOf(db, 'select 1 as yes from membership where project_id = $projectId and account_id = $ownerId', {
    projectId: project.id,
    ownerId,
  })
  if (rows.length === 0) throw new Problem('invalid', 'noMember', 'The owner of a case is a member of the project')
}

export type ChangeKind = 'edit' | 'bulk' | 'delete' | 'import' | 'outline' | 'scripts'

/** Changes of many cases at once, each remembered so that it can be undone. */
@Injectable()
export class CaseChangesService {
  constructor(
    private readonly areas: AreasService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async bulk(context: Context, keys: string[], set: BulkSetDto): Promise<CaseChange> {
    if (set.areaId) await this.areas.orThrow(context, set.areaId)
    await ownerBelongs(this, context, set.ownerId)
    return this.change(context, 'bulk', BULK, keys, {
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
    return this.change(context, 'delete', DELETE_CASES, keys, {})
  }

  private async change({ project, caller }: Context, kind: ChangeKind, sql: string, keys: string[], bind: Record<string, unknown>) {
    const [made] = await rowsOf<CaseChange>(this, sql, {
      projectId: project.id,
      accountId: caller.accountId,
      kind,
      numbers: numbersOf(project, keys),
      ...bind,
    })
    return made ?? { changeId: null, cases: 0 }
  }

  /** Remembers a change that was made elsewhere. @returns its number, null for no change */
  async keep(db: Queryable, { project, caller }: Context, kind: ChangeKind, before: unknown[], made: number[]): Promise<number | null> {
    if (before.length + made.length === 0) return null
    const [row] = await rowsOf<{ id: number }>(
      db,
      `insert into case_change (project_id, account_id, kind, before, made)
       values ($projectId, $accountId, $kind, $before::jsonb, $made::int[]) returning id`,
      { projectId: project.id, accountId: caller.accountId, kind, before: JSON.stringify(before), made },
    )
    return row?.id ?? null
  }

  async undo({ project }: Context, id: number): Promise<CaseUndone> {
    const [row] = await rowsOf<CaseUndone & { found: number }>(this, UNDO, { projectId: project.id, id, prefix: project.keyPrefix })
    if (!row || row.found === 0) throw notFound('change that is not undone', id)
    return { undone: row.undone, left: row.left }
  }
}

const tidy = (tags: string[] = []) => [...new Set(tags.map((tag) => tag.trim()).filter((tag) => tag !== ''))]
