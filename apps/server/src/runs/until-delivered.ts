import { type Queryable, rowsOf } from '../platform/database.js'

/** So many answers are remembered, whatever the number of projects and lenses. */
const MOST = 50

interface Kept<T> {
  stamp: string
  answer: Promise<T>
  /** It is being computed. */
  computing: boolean
}

/**
 * Remembers what was computed from a project's results until any of its runs changes: what one process has forgotten, or never knew, is
 * computed anew, and says the same. One key is computed once at a time, however many ask and however fast results come.
 */
export class UntilDelivered<T> {
  private readonly kept = new Map<string, Kept<T>>()

  /** @param key everything the answer depends on besides the results of runs that are not live */
  async get(db: Queryable, projectId: number, key: string, compute: () => Promise<T>): Promise<T> {
    const own = `${projectId} ${key}`
    for (;;) {
      const [row] = await rowsOf<{ stamp: string }>(db, STAMP, { projectId })
      const stamp = row?.stamp ?? ''
      const known = this.kept.get(own)
      if (known?.stamp === stamp) return known.answer
      if (!known?.computing) return this.keep(own, stamp, compute)
      // of results before: whoever asked for it is told what went wrong
      await known.answer.catch(() => undefined)
    }
  }

  private async keep(own: string, stamp: string, compute: () => Promise<T>): Promise<T> {
    const kept: Kept<T> = { stamp, answer: compute(), computing: true }
    // the oldest goes first: a map keeps the order in which keys came
    this.kept.delete(own)
    this.kept.set(own, kept)
    for (const oldest of this.kept.keys()) {
      if (this.kept.size <= MOST) break
      this.kept.delete(oldest)
    }
    try {
      return await kept.answer
    } catch (error) {
      if (this.kept.get(own) === kept) this.kept.delete(own)
      throw error
    } finally {
      kept.computing = false
    }
  }
}

/** Changes with every run that comes, goes or is delivered to, with what counts as an outage, and with scripts that are joined or go. */
const STAMP = `
select concat_ws(' ', count(*), max(id), max(delivered_at), sum(total), count(*) filter (where outage),
  (select scripts_forgotten from project where id = $projectId)) as stamp
from run where project_id = $projectId and not live`
