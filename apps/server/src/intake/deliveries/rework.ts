import { announce } from '../../events/announce.js'
import { type InTransaction, type Queryable, rowsOf, run } from '../../platform/database.js'
import { Problem } from '../../platform/problem.js'
import { FORGET_CHANGES } from '../../runs/index.js'
import { REFRESH_SUMS } from '../placing/merge-queries.js'
import * as sql from './rework-queries.js'
import type { Target } from '../placing/target.js'

/** Steps that change what a run holds, with the project's intake held (holdIntake). */

const idsOf = (rows: { scriptId: number }[]) => rows.map(({ scriptId }) => scriptId)

/** Locks a run. @returns null when it is gone */
export async function lockRun(db: InTransaction, runId: number | null): Promise<(Target & { forgottenAt: Date | null }) | null> {
  const [row] = await rowsOf<Target & { forgottenAt: Date | null }>(
    db,
    'select id as "runId", day::text as day, forgotten_at as "forgottenAt" from run where id = $runId for update',
    { runId },
  )
  return row ?? null
}

/** Results of a run that was signed off, or whose release was, stay as they are until somebody reopens it. @throws Problem signedOff */
export async function mustBeOpen(db: Queryable, runId: number): Promise<void> {
  const [held] = await rowsOf<{ name: string | null }>(
    db,
    `select (select x.name from release x where x.id = s.release_id) as name from run r join sign_off s on s.reopened_at is null and (s.run_id = r.id or s.release_id = r.release_id)
     where r.id = $runId limit 1`,
    { runId },
  )
  if (held)
    throw new Problem(
      'conflict',
      'signedOff',
      `${held.name === null ? 'The run' : `The release “${held.name}”`} was signed off, so its results can’t be changed. Somebody who may sign off can reopen it, with a reason`,
    )
}

/** Takes all that files brought out of their run. @returns the scripts that lost attempts by it */
export async function removeFiles(db: InTransaction, from: Target, fileIds: number[]): Promise<number[]> {
  const scriptIds = idsOf(await rowsOf<{ scriptId: number }>(db, sql.REMOVE_ATTEMPTS, { ...from, fileIds }))
  for (const statement of sql.REMOVE_BESIDES) await run(db, statement, { fileIds })
  await run(db, sql.SETTLE_LIVE, { runId: from.runId })
  await resettle(db, from, scriptIds)
  return scriptIds
}

/** Gives all that files brought to another run, which is locked like theirs. */
export async function moveFiles(db: InTransaction, from: Target, to: Target, fileIds: number[]): Promise<void> {
  const bind = { ...from, toRun: to.runId, toDay: to.day, fileIds }
  const scriptIds = idsOf(await rowsOf<{ scriptId: number }>(db, sql.MOVE_ATTEMPTS, bind))
  for (const statement of sql.MOVE_BESIDES) await run(db, statement, bind)
  await resettle(db, from, scriptIds)
  await resettle(db, to, scriptIds)
}

/** Numbers the attempts of scripts anew, makes their results what those come to, and the run's sums with them. */
export async function resettle(db: InTransaction, { runId, day }: Target, scriptIds: number[]): Promise<void> {
  const bind = { runId, day, scriptIds }
  for (const statement of [...sql.RENUMBER, ...sql.RESETTLE]) await run(db, statement, bind)
  await refreshSums(db, { runId, day })
}

/** The sums of a run, and what the runs after it changed, are counted anew. */
async function refreshSums(db: InTransaction, { runId, day }: Target): Promise<void> {
  await run(db, REFRESH_SUMS, { runId, day })
  await run(db, FORGET_CHANGES, { runId })
}

/** What a run and the runs after it changed is counted anew. */
export async function forgetChanges(db: InTransaction, { runId }: Target): Promise<void> {
  await run(db, 'update run set changes = null where id = $runId and changes is not null', { runId })
  await run(db, FORGET_CHANGES, { runId })
}

/** What nothing refers to any more after a delivery was taken out: scripts, the run, and what was made for it. */
export async function forgetUnused(db: InTransaction, projectId: number, deliveryId: number, scriptIds: number[]): Promise<void> {
  const unseen = scriptIds.length === 0 ? [] : idsOf(await rowsOf<{ scriptId: number }>(db, sql.UNSEEN, { projectId, scriptIds }))
  if (unseen.length > 0) {
    await run(db, sql.FORGET_MADE_CASES, { projectId, unseen })
    await run(db, sql.FORGET_SCRIPTS, { projectId, unseen })
    await announce(db, projectId, ['scripts', 'cases'])
  }
  for (const statement of sql.FORGET_EMPTY) await run(db, statement, { projectId, deliveryId })
}
