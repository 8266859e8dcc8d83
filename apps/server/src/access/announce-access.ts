import { type Queryable, run } from '../platform/database.js'

/** Heard by every server process: what an account may see has changed, and its open pages look whether they may stay. */
export const ACCESS_CHANNEL = 'bobbin_access'

export const announceAccess = (db: Queryable, accountId: number): Promise<void> =>
  run(db, `select pg_notify('${ACCESS_CHANNEL}', $accountId::text)`, { accountId: String(accountId) })
