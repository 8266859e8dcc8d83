import { type Queryable, rowsOf } from '../platform/database.js'

/** So many answers are remembered, whatever the number of projects and lenses. */
const MOST = 50

interface Kept<T> {
  stamp: string
  answer: Promise<T>
}

/**
 * Remembers what was computed from a project's results until any of its runs changes: what one process has forgotten, or never knew, is
 * computed anew, and says the same. Who asks while it is being computed waits for that one.
 */
export class UntilDelivered<T> {
  private readonly kept = new Map<string, Kept<T>>()

  /** @param key everything the answer depends on besides the results */
  async get(db: Queryable, projectId: number, key: string, compute: () => Promise<T>): Promise<T> {
    const [row] = await rowsOf<{ stamp: string }>(db, STAMP, { projectId })
    const stamp = row?.stamp ?? ''
    const own = `${projectId} ${key}`
    const known = this.kept.get(own)
    if (known?.stamp === stamp) return known.answer
    const answer = compute()
    // the oldest goes first: a map keeps the order in which keys came
    this.kept.delete(own)
    this.kept.set(own, { stamp, answer })
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= MOST) break
      this.kept.delete(oldest)
    }
    try {
      return await answer
    } catch (error) {
      if (this.kept.get(own)?.answer === answer) this.kept.delete(own)
      throw error
    }
  }
}

/** Changes with every run that comes, goes or is delivered to, with what counts as an outage, and with scripts that are joined or go. */
const STAMP = `
select concat_ws(' ', count(*), max(id), max(delivered_at), sum(total), count(*) filter (where outage), count(*) filter (where live),
  (select scripts_forgotten from project where id = $projectId)) as stamp
from run where project_id = $projectId`
