import { type ActChange, actClause, type ActKind, canUndo, fieldChanges, type SubjectKind } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { ActList, ActRow } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { writeCsv } from '../platform/tables/sheet.js'
import type { ActFilterDto } from './audit.dto.js'
import * as sql from './audit-queries.js'

/** One answer holds so many, unless it is asked for others. */
const PAGE_ROWS = 100
/** So many acts are written to a table at a time. */
const PIECE = 500

const HEADING = ['Time', 'Actor', 'By', 'Token', 'Act', 'Subject kind', 'Subject', 'Changed', 'What', 'Reason', 'Request']

interface Record extends Pick<ActRow, 'id' | 'actor' | 'by' | 'token' | 'reason' | 'request' | 'changed'> {
  at: Date
  kind: ActKind
  subjectKind: SubjectKind
  subjectId: number | null
  subjectName: string
  subjects: number
  changes: ActChange[]
  undoneAt: Date | null
  undoneBy: string | null
}

/** Reads the change log. */
@Injectable()
export class AuditService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** @param projectId null for what concerns the server and accounts */
  async list(projectId: number | null, filter: ActFilterDto): Promise<ActList> {
    const bind = bindOf(projectId, filter)
    const page = { limit: filter.limit ?? PAGE_ROWS, offset: filter.offset ?? 0 }
    const [rows, [count]] = await Promise.all([
      rowsOf<Record>(this, sql.ACTS_PAGE, { ...bind, ...page }),
      rowsOf<{ total: number }>(this, sql.ACTS_COUNT, bind),
    ])
    return { rows: rows.map(rowOf), total: count?.total ?? 0 }
  }

  /** Every act that fits with all that it changed, oldest first: a line of JSON each. */
  async *ndjson(projectId: number | null, filter: ActFilterDto): AsyncGenerator<string> {
    for await (const { at, undoneAt, subjects: _, ...act } of this.all(projectId, filter))
      yield `${JSON.stringify({ ...act, at: at.toISOString(), undoneAt: undoneAt?.toISOString() ?? null })}\n`
  }

  async *csv(projectId: number | null, filter: ActFilterDto): AsyncGenerator<string> {
    yield writeCsv([HEADING])
    for await (const act of this.all(projectId, filter)) {
      const { by, actor, token, kind, clause, subject, changed, reason, request, at } = rowOf(act)
      yield writeCsv(
        [[at, actor, by, token, kind, subject.kind, subject.name, changed, clause, reason, request].map((cell) => String(cell ?? ''))],
        {
          bom: false,
        },
      )
    }
  }

  private async *all(projectId: number | null, filter: ActFilterDto): AsyncGenerator<Record> {
    for (let after = 0; ;) {
      const rows = await rowsOf<Record>(this, sql.ACTS_WHOLE, { ...bindOf(projectId, filter), after, limit: PIECE })
      yield* rows
      const last = rows.at(-1)
      if (rows.length < PIECE || !last) return
      after = last.id
    }
  }
}

const bindOf = (projectId: number | null, { subject, kind, actor, account, search, from, until }: ActFilterDto) => ({
  projectId,
  subject: subject ?? null,
  kind: kind ?? null,
  actor: actor ?? null,
  account: account ?? null,
  search: search?.trim() ? `%${search.trim().replace(/[%_\\]/g, '\\$&')}%` : null,
  from: from ?? null,
  until: until ?? null,
})

function rowOf({ at, kind, subjectKind, subjectId, subjectName, subjects, changes, undoneAt, undoneBy, ...rest }: Record): ActRow {
  const [first] = changes
  return {
    ...rest,
    at: at.toISOString(),
    kind,
    clause: actClause(kind, subjectName, subjects),
    subject: { kind: subjectKind, id: subjectId, name: subjectName },
    fields: first ? fieldChanges(first) : [],
    canUndo: canUndo(kind) && undoneAt === null,
    undone: undoneAt && { at: undoneAt.toISOString(), by: undoneBy },
  }
}
