import type { ActKind, ActorKind } from '@bobbin/core'
import { actorOf, recordOf, type RowSubject, SUBJECT_ROWS } from './acts/index.js'
import { type InTransaction, inTransaction, isUniqueViolation, type Queryable, rowsOf } from './database.js'
import { notFound, Problem } from './problem.js'

/** Who does it, and in which project. */
interface By {
  project: { id: number }
  caller: { accountId: number; sessionId: number | null; token: { id: number } | null }
}

/** A kind of row that people add, change and delete in a project, each by one act. */
export interface KeptRows {
  /** The table, which has `id`, `project_id` and `name`. */
  table: string
  kind: RowSubject
  /** What it is called in messages. */
  word: string
  /** The input of which there can't be two alike; by itself its name. */
  unique?: string
  acts: { made: ActKind; changed: ActKind; deleted: ActKind }
  /** Columns by the names that input has for them; with a cast where PostgreSQL must be told. */
  columns: Readonly<Record<string, string>>
}

export type RowValues = Readonly<Record<string, unknown>>

const columnsIn = ({ columns }: KeptRows, values: RowValues) =>
  Object.entries(columns).flatMap(([name, column]) => {
    if (values[name] === undefined) return []
    const [plain = '', cast] = column.split('::')
    return [{ plain, value: `$${name}${cast ? `::${cast}` : ''}`, name }]
  })

const bindOf = (kept: KeptRows, values: RowValues) =>
  Object.fromEntries(
    columnsIn(kept, values).map(({ name }) => [
      name,
      kept.columns[name]?.endsWith('::jsonb') ? JSON.stringify(values[name]) : values[name],
    ]),
  )

/** Adds a row, by one act. @param also does more in the same transaction. @throws Problem conflict where the name is taken */
export async function addRow(
  on: Queryable,
  by: By,
  kept: KeptRows,
  values: RowValues,
  also?: (db: InTransaction, id: number) => Promise<void>,
): Promise<number> {
  const { answer } = await told(kept, values, () =>
    inTransaction(on, (db) =>
      recordOf(
        db,
        actOf(by, kept.acts.made),
        (id) => [watched(by, kept, id)],
        async () => {
          const columns = columnsIn(kept, values)
          const [row] = await rowsOf<{ id: number }>(
            db,
            `insert into ${kept.table} (project_id, ${columns.map(({ plain }) => plain).join(', ')}) values ($projectId, ${columns.map(({ value }) => value).join(', ')}) returning id`,
            { projectId: by.project.id, ...bindOf(kept, values) },
          )
          const id = row?.id ?? 0
          await also?.(db, id)
          return id
        },
      ),
    ),
  )
  return answer
}

/** Changes a row, by one act; what is undefined stays. @throws Problem notFound, or conflict where the name is taken */
export async function changeRow(
  on: Queryable,
  by: By,
  kept: KeptRows,
  id: number,
  values: RowValues,
  also?: (db: InTransaction, id: number) => Promise<void>,
  act: ActKind = kept.acts.changed,
): Promise<number | null> {
  const { actId } = await told(kept, values, () =>
    inTransaction(on, (db) =>
      recordOf(db, actOf(by, act), [watched(by, kept, id)], async () => {
        const columns = columnsIn(kept, values)
        const sets = columns.map(({ plain, value }) => `${plain} = ${value}`).join(', ') || 'name = name'
        const rows = await rowsOf(db, `update ${kept.table} set ${sets} where id = $id and project_id = $projectId returning 1 as yes`, {
          id,
          projectId: by.project.id,
          ...bindOf(kept, values),
        })
        if (rows.length === 0) throw notFound(kept.word, id)
        await also?.(db, id)
      }),
    ),
  )
  return actId
}

/** Deletes a row, by one act. @throws Problem notFound */
export async function removeRow(on: Queryable, by: By, kept: KeptRows, id: number): Promise<void> {
  await inTransaction(on, (db) =>
    recordOf(db, actOf(by, kept.acts.deleted), [watched(by, kept, id)], async () => {
      const rows = await rowsOf(db, `delete from ${kept.table} where id = $id and project_id = $projectId returning 1 as yes`, {
        id,
        projectId: by.project.id,
      })
      if (rows.length === 0) throw notFound(kept.word, id)
    }),
  )
}

const actOf = (
  { caller, project }: By,
  kind: ActKind,
): { actor: { kind: ActorKind; accountId: number | null; tokenId: number | null }; projectId: number; kind: ActKind } => ({
  actor: actorOf(caller),
  projectId: project.id,
  kind,
})

const watched = ({ project }: By, { kind }: KeptRows, id: number) => ({
  kind,
  where: `t.${SUBJECT_ROWS[kind].id} = $id and t.project_id = $projectId`,
  bind: { id, projectId: project.id },
})

async function told<T>(kept: KeptRows, values: RowValues, work: () => Promise<T>): Promise<T> {
  try {
    return await work()
  } catch (error) {
    if (!isUniqueViolation(error)) throw error
    const unique = kept.unique ?? 'name'
    throw new Problem('conflict', 'nameTaken', `There is a ${kept.word} “${String(values[unique])}” already; choose another ${unique}`)
  }
}
