import type { LiveSums, Topic } from '../contract/index.js'
import { run, type Queryable } from '../platform/database.js'

export const CHANNEL = 'bobbin_changes'

export interface Announcement {
  projectId: number
  topics: Topic[]
  live?: LiveSums
}

/** Tells every server process that something of a project has changed; within a transaction, once it commits. */
export const announce = (db: Queryable, projectId: number, topics: Topic[], live?: LiveSums): Promise<void> =>
  run(db, `select pg_notify('${CHANNEL}', $payload)`, {
    payload: JSON.stringify({ projectId, topics, ...(live && { live }) } satisfies Announcement),
  })
