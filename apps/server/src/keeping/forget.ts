import type { BlobStore } from '../platform/blobs/blob-store.js'
import { inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import * as sql from './forget-queries.js'

/** What one forgetting freed, of one project. */
export interface Freed {
  runs: number
  attempts: number
  texts: number
  attachments: number
  files: number
}

/** A project whose details are forgotten after so many days. */
export interface Forgetful {
  projectId: number
  keepDetailsDays: number
}

/** A content that nothing refers to stays so long: a delivery under way may be about to use it again. */
const GRACE = '1 day'

/** The first day of which details are kept. */
export const firstKeptDay = (now: Date, days: number): string => new Date(now.getTime() - days * 86_400_000).toISOString().slice(0, 10)

/** Forgets what is old enough in projects, and remembers what that freed. @returns the sums of each */
export async function forgetDetails(
  db: Queryable,
  projects: readonly Forgetful[],
  now: Date,
  by: number | null,
): Promise<Map<number, Freed>> {
  const freed = new Map<number, Freed>()
  for (const { projectId, keepDetailsDays } of projects)
    freed.set(projectId, { ...(await forgetRuns(db, projectId, firstKeptDay(now, keepDetailsDays))), attempts: 0 })
  for (const [projectId, attempts] of await forgetMonths(db)) {
    const sums = freed.get(projectId) ?? { runs: 0, attempts: 0, texts: 0, attachments: 0, files: 0 }
    freed.set(projectId, { ...sums, attempts: sums.attempts + attempts })
  }
  for (const [projectId, sums] of freed)
    if (Object.values(sums).some((count) => count > 0)) await run(db, sql.REMEMBER, { projectId, by, ...sums })
  return freed
}

async function forgetRuns(db: Queryable, projectId: number, before: string): Promise<Omit<Freed, 'attempts'>> {
  const sums = { runs: 0, texts: 0, attachments: 0, files: 0 }
  const countOf = async (own: Queryable, text: string, bind: Record<string, unknown>) =>
    (await rowsOf<{ count: number }>(own, text, bind))[0]?.count ?? 0
  for (let more = true; more;) {
    await inTransaction(db, async (own) => {
      const runs = await rowsOf<{ id: number }>(own, sql.TAKE_RUNS, { projectId, before })
      const runIds = runs.map(({ id }) => id)
      sums.runs += runIds.length
      sums.attachments += await countOf(own, sql.FORGET_ATTACHMENTS, { runIds })
      sums.files += await countOf(own, sql.FORGET_FILES, { projectId, runIds, before })
      more = runIds.length > 0
    })
  }
  sums.texts = await countOf(db, sql.FORGET_TEXTS, { projectId, before })
  return sums
}

/** @returns how many attempts went, by project */
async function forgetMonths(db: Queryable): Promise<Map<number, number>> {
  interface Month {
    month: string
    suffix: string
    next: string
    exchanged: boolean
    ripe: boolean
  }
  const sums = new Map<number, number>()
  for (const { month, suffix, next, exchanged, ripe } of await rowsOf<Month>(db, sql.MONTHS)) {
    if (!exchanged && !ripe) continue
    await inTransaction(db, async (own) => {
      // the partition is locked before it is counted, so that what is counted is what goes
      const statements = exchanged ? [] : sql.exchangeMonth(suffix, month, next)
      for (const statement of statements.slice(0, 2)) await run(own, statement)
      for (const { projectId, count } of await rowsOf<{ projectId: number; count: number }>(own, sql.ATTEMPTS_OF_MONTH, { month, next }))
        sums.set(projectId, (sums.get(projectId) ?? 0) + count)
      for (const statement of statements.slice(2)) await run(own, statement)
      if (exchanged) await run(own, sql.FORGET_ATTEMPTS, { month, next })
      await run(own, sql.ATTEMPTS_ARE_GONE, { month, next })
    })
  }
  return sums
}

/** Removes contents that nothing has referred to for a day. @returns how many */
export async function sweepBlobs(db: Queryable, blobs: BlobStore, grace = GRACE): Promise<number> {
  let removed = 0
  for (let more = true; more;) {
    await inTransaction(db, async (own) => {
      const hashes = (await rowsOf<{ hash: string }>(own, sql.TAKE_DOOMED, { grace })).map(({ hash }) => hash)
      for (const hash of hashes) await blobs.remove(hash)
      await run(own, sql.NO_LONGER_DOOMED, { hashes })
      removed += hashes.length
      more = hashes.length > 0
    })
  }
  return removed
}
