import { type ActChange, type ActKind, actClause, canUndo, type Right } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, mustBeAble } from '../access/index.js'
import type { ActUndone } from '../contract/index.js'
import { actorOf, record, type RowSubject } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, isUniqueViolation, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { refill, remake, revert, UNDOING, unmake } from './undo-queries.js'

const FIND = `
select a.kind, a.subject_id as "subjectId", a.subject_name as "subjectName", a.subjects, a.changes, exists (select 1 from act u where u.undoes = a.id) as undone
from act a where a.id = $id and a.project_id = $projectId`

interface Found {
  kind: ActKind
  subjectId: number | null
  subjectName: string
  subjects: string[]
  changes: ActChange[]
  undone: boolean
}

/** Taking something back needs the right that doing it needs. */
const RIGHT_FOR: Partial<Record<string, Right>> = {
  case: 'editCases',
  area: 'organize',
  link: 'link',
  script: 'link',
  run: 'run',
  source: 'manage',
  project: 'manage',
  failure: 'decide',
  mute: 'decide',
  quarantine: 'decide',
  suite: 'run',
  plan: 'run',
  requirement: 'organize',
  environment: 'manage',
  recipe: 'editRecipes',
  release: 'run',
  pool: 'manage',
}

function rightsToUndo({ changes }: Found): Right[] {
  const rights = changes.flatMap(({ kind, before, after }): Right[] => {
    const right = RIGHT_FOR[kind] ?? 'manage'
    const fields = new Set([...Object.keys(before ?? {}), ...Object.keys(after ?? {})])
    const moves = kind === 'case' && before !== null && (fields.has('area_id') || fields.has('deleted_at'))
    return [
      right,
      ...(moves ? (['organize'] as const) : []),
      ...(kind === 'case' && before?.['state'] === 'approved' ? (['approve'] as const) : []),
    ]
  })
  return [...new Set(rights)]
}

/** A field of a table, since it becomes part of a statement. */
const COLUMN = /^[a-z][a-z_]{0,40}$/

/** Takes acts back by what they say of before and after. What somebody changed since is left as it is. */
@Injectable()
export class UndoService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async undo(context: Context, id: number): Promise<ActUndone> {
    const { project, caller } = context
    try {
      return await inTransaction(this, async (db) => {
        const [act] = await rowsOf<Found>(db, FIND, { id, projectId: project.id })
        if (!act || act.undone || !canUndo(act.kind)) throw notFound('act that can be undone', id)
        for (const right of rightsToUndo(act)) mustBeAble(context, right)
        const changes: ActChange[] = []
        const kinds = Object.keys(UNDOING) as RowSubject[]
        const of = (kind: RowSubject) => act.changes.filter((change) => change.kind === kind)
        for (const kind of kinds) changes.push(...(await this.remake(db, project.id, kind, of(kind))))
        for (const kind of kinds) changes.push(...(await this.revert(db, project.id, kind, of(kind))))
        // what was made goes in the other order: cases before what they stand in
        for (const kind of kinds.toReversed()) changes.push(...(await this.unmake(db, project.id, kind, of(kind))))
        const subjects = act.changes.filter((change) => change.kind === act.subjects[0]?.split(':')[0]).length
        const actId = await record(db, {
          actor: actorOf(caller),
          projectId: project.id,
          kind: 'act.undone',
          subject: { id: project.id, name: act.kind === 'act.undone' ? act.subjectName : actClause(act.kind, act.subjectName, subjects) },
          changes,
          also: act.subjects,
          undoes: id,
        })
        const done = new Set(changes.map((change) => `${change.kind}:${change.id}`))
        const left = act.changes.filter((change) => !done.has(`${change.kind}:${change.id}`)).map((change) => change.name)
        return { actId, undone: changes.length, left }
      })
    } catch (error) {
      if (!isUniqueViolation(error)) throw error
      // two at once, or the place of a name was taken meanwhile
      throw new Problem('conflict', 'cannotUndo', 'This cannot be undone any more: it was undone already, or its name is in use again')
    }
  }

  private async remake(db: InTransaction, projectId: number, kind: RowSubject, all: ActChange[]): Promise<ActChange[]> {
    const undoing = UNDOING[kind]
    const deleted = all.filter((change) => !change.after)
    if (!undoing?.remake || deleted.length === 0) return []
    return changesOf(db, remake(kind, undoing.table, undoing.remake, undoing.parts), projectId, deleted)
  }

  private async revert(db: InTransaction, projectId: number, kind: RowSubject, all: ActChange[]): Promise<ActChange[]> {
    const undoing = UNDOING[kind]
    const changed = all.filter((change) => change.before && change.after)
    const columns = [...new Set(changed.flatMap(({ before }) => Object.keys(before ?? {})))].filter((column) => COLUMN.test(column))
    if (!undoing || columns.length === 0) return []
    const reverted = await changesOf(db, revert(kind, undoing, columns), projectId, changed)
    const done = new Set(reverted.map(({ id }) => id))
    for (const [name, part] of Object.entries(undoing.parts ?? {})) {
      const changes = changed.filter(({ id, before }) => done.has(id) && before !== null && name in before)
      if (changes.length > 0) for (const statement of refill(part)) await run(db, statement, { changes: JSON.stringify(changes) })
    }
    return reverted
  }

  private async unmake(db: InTransaction, projectId: number, kind: RowSubject, all: ActChange[]): Promise<ActChange[]> {
    const statement = UNDOING[kind]?.unmake
    let made = all.filter((change) => !change.before)
    if (statement === undefined) return []
    const gone: ActChange[] = []
    // an area that holds another goes after it
    while (made.length > 0) {
      const now = await changesOf(db, unmake(kind, statement), projectId, made)
      if (now.length === 0) break
      gone.push(...now)
      made = made.filter((change) => !now.some(({ id }) => id === change.id))
    }
    return gone
  }
}

async function changesOf(db: InTransaction, sql: string, projectId: number, changes: ActChange[]): Promise<ActChange[]> {
  const rows = await rowsOf<{ change: ActChange }>(db, sql, { projectId, changes: JSON.stringify(changes) })
  return rows.map(({ change }) => change)
}
