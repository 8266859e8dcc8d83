import { type InTransaction, rowsOf, run } from '../platform/database.js'
import { FORGET_CHANGES_OF_RUNS, MOVE_ALIASES, MOVE_ATTACHMENTS, MOVE_ATTEMPTS, MOVE_LINKS, MOVE_RESULTS } from './join-queries.js'

/**
 * Makes the results of a script those of another, which it turned out to be under a new name; its identities lead there from now on. The
 * intake has to be held: no process may go on with what it remembers.
 */
export async function joinScripts(db: InTransaction, projectId: number, from: number, into: number): Promise<void> {
  const moved = await rowsOf<{ runId: number }>(db, MOVE_RESULTS, { from, into })
  const runs = moved.map(({ runId }) => runId)
  await run(db, MOVE_ATTEMPTS, { from, into, runs })
  await run(db, MOVE_ATTACHMENTS, { from, into, runs })
  const links = await rowsOf<{ caseId: number }>(db, MOVE_LINKS, { from, into })
  await run(db, 'update script set head_id = $into where head_id = $from', { from, into })
  await run(db, FORGET_CHANGES_OF_RUNS, { runs })
  const [left] = await rowsOf(db, 'select 1 as yes from result where script_id = $from limit 1', { from })
  if (left) return
  await run(db, MOVE_ALIASES, { from, into, runs, cases: links.map(({ caseId }) => caseId) })
  await run(db, 'delete from script where id = $from', { from })
  await run(db, 'update project set scripts_forgotten = scripts_forgotten + 1 where id = $projectId', { projectId })
}
