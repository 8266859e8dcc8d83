import pg, { type ClientBase } from 'pg'
import { DatabaseError, QueryTypes, type Sequelize, type Transaction, UniqueConstraintError } from 'sequelize'

import { readRequest } from './read-connections.js'

const { DatabaseError: PgError } = pg

export interface Queryable {
  sequelize: Sequelize
  transaction?: Transaction
}

/** A connection inside a transaction. */
export type InTransaction = Queryable & { transaction: Transaction }

/** The connection that a Sequelize transaction has to itself. */
export const clientOf = (transaction: Transaction): ClientBase => (transaction as unknown as { connection: ClientBase }).connection

const UNIQUE_VIOLATION = '23505'

/** Whether a statement, or a COPY, failed because a row with the same key is there. */
export const isUniqueViolation = (error: unknown): boolean =>
  error instanceof UniqueConstraintError || (error instanceof PgError && error.code === UNIQUE_VIOLATION)

/** Deadlock found, or a serialization failure: the transaction was undone, and doing it again helps. */
const AGAIN = new Set(['40P01', '40001'])
const MOST_TRIES = 4

const afterwards = new WeakMap<Transaction, (() => void)[]>()

/**
 * Does something once a transaction is committed, and only then. Sequelize's own `afterCommit` does it even where the commit failed, and
 * nothing of what the transaction did is there.
 */
export function afterCommit({ transaction }: InTransaction, what: () => void): void {
  afterwards.set(transaction, [...(afterwards.get(transaction) ?? []), what])
}

const doAfterwards = (transaction: Transaction): void => afterwards.get(transaction)?.forEach((what) => what())

/** Commits a transaction that nobody else ends, and does what was asked for after it. */
export async function commit(transaction: Transaction): Promise<void> {
  await transaction.commit()
  doAfterwards(transaction)
}

/** A transaction that is done again when the database broke it off for the sake of another. @param work has no effect outside of it */
export async function inTransaction<T>({ sequelize }: Queryable, work: (db: InTransaction) => Promise<T>): Promise<T> {
  for (let tries = 1; ; tries++) {
    try {
      let own: Transaction | undefined
      const answer = await sequelize.transaction((transaction) => work({ sequelize, transaction: (own = transaction) }))
      if (own) doAfterwards(own)
      return answer
    } catch (error) {
      const code = error instanceof DatabaseError ? (error.parent as { code?: string }).code : undefined
      if (tries >= MOST_TRIES || !AGAIN.has(code ?? '')) throw error
    }
  }
}

/** Runs a SELECT (or a statement with RETURNING) and types its rows; `$name` in the text is bound from `bind`. */
export async function rowsOf<T extends object>(db: Queryable, sql: string, bind: Record<string, unknown> = {}): Promise<T[]> {
  const { text, values } = positional(sql, bind)
  const reading = db.transaction ? undefined : readRequest()
  if (reading) return reading.run<T>(db.sequelize, text, values)
  const options = { bind: values, type: QueryTypes.SELECT, transaction: db.transaction ?? null, raw: true, useMaster: true } as const
  return db.sequelize.query<T>(text, options)
}

/** Runs a statement for its effect. */
export async function run(db: Queryable, sql: string, bind: Record<string, unknown> = {}): Promise<void> {
  const { text, values } = positional(sql, bind)
  await db.sequelize.query(text, { bind: values, type: QueryTypes.RAW, transaction: db.transaction ?? null, raw: true })
}

/** `$name` → `$1`, so that PostgreSQL binds values itself and types come from the casts in the text. */
function positional(sql: string, bind: Record<string, unknown>): { text: string; values: unknown[] } {
  const names: string[] = []
  const text = sql.replace(/\$([a-z][A-Za-z]*)/g, (_, name: string) => {
    if (!(name in bind)) throw new Error(`no value for $${name}`)
    if (!names.includes(name)) names.push(name)
    return `$${names.indexOf(name) + 1}`
  })
  return { text, values: names.map((name) => bind[name]) }
}
