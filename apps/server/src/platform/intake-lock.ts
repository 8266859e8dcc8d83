import { type Queryable, run } from './database.js'

const INTAKE = 0x1a4e

/** Deliveries to a project go side by side, until something that was delivered is taken out of it again. Held to the end of the transaction. */
export const shareIntake = (db: Queryable, projectId: number): Promise<void> =>
  run(db, `select pg_advisory_xact_lock_shared(${INTAKE}, $projectId)`, { projectId })

/** Waits for the files that are being stored in a project, and lets no other begin: what nothing refers to can be removed then. */
export const holdIntake = (db: Queryable, projectId: number): Promise<void> =>
  run(db, `select pg_advisory_xact_lock(${INTAKE}, $projectId)`, { projectId })
