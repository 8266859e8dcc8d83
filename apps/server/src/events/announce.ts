import type { LiveSums, Topic } from '../contract/index.js'
import { CHANGES_CHANNEL } from '../platform/acts/index.js'
import { run, type Queryable } from '../platform/database.js'

export interface Announcement {
  projectId: number
  topics: Topic[]
  /** What was touched, as kind:id, where that is not much; otherwise everything of the topics may be. */
  subjects?: string[]
  live?: LiveSums
}

/**
 * Tells every server process that something of a project goes on: a run's results come in, a source was looked into. What somebody did is
 * told by the act that says so (`record`). Within a transaction, once it commits.
 */
export const announce = (db: Queryable, projectId: number, topics: Topic[], live?: LiveSums): Promise<void> =>
  run(db, `select pg_notify('${CHANGES_CHANNEL}', $payload)`, {
    payload: JSON.stringify({ projectId, topics, ...(live && { live }) } satisfies Announcement),
  })
