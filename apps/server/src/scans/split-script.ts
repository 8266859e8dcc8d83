import { type InTransaction, rowsOf, run } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { FORGET_CHANGES_OF_RUNS } from './join-queries.js'
import * as sql from './split-queries.js'

/** What was parted off: a script of its own, with results of so many runs. */
export interface SplitOff {
  id: number
  name: string
  runs: number
}

/**
 * Parts one of a script's other names off as a script of its own, with the results that are that name's: those that were joined with it and
 * came since, or those from before a rename. The intake has to be held.
 * @param identity of the name, as hexadecimal digits
 * @throws Problem notFound where the script has no such name
 */
export async function splitScript(db: InTransaction, projectId: number, scriptId: number, identity: string): Promise<SplitOff> {
  const bind = { projectId, scriptId, identity }
  const [alias] = await rowsOf<{ name: string; kind: 'joined' | 'renamed' | 'also'; at: Date; runs: number[]; inCode: boolean }>(
    db,
    sql.TAKE_ALIAS,
    bind,
  )
  if (!alias) throw notFound('name of this script', identity.slice(0, 12))
  const [made] = await rowsOf<{ id: number }>(db, sql.MAKE_SPLIT, bind)
  const id = made?.id ?? 0
  const own = { projectId, from: scriptId, into: id, kind: alias.kind, at: alias.at, runs: alias.runs, inCode: alias.inCode }
  const moved = await rowsOf<{ runId: number }>(db, sql.MOVE_OWN_RESULTS, own)
  const runs = moved.map(({ runId }) => runId)
  await run(db, sql.MOVE_OWN_ATTEMPTS, { from: scriptId, into: id, runs })
  await run(db, sql.MOVE_OWN_ATTACHMENTS, { from: scriptId, into: id, runs })
  await run(db, sql.MOVE_OWN_LINKS, { ...bind, ...own })
  // what stands in the code now is what was joined; what it was renamed from stands there no more
  if (alias.kind === 'joined' && alias.inCode) await run(db, sql.MOVE_SOURCE, { from: scriptId, into: id })
  await run(db, sql.FORGET_ALIAS, bind)
  await run(db, FORGET_CHANGES_OF_RUNS, { runs })
  await run(db, 'update project set scripts_forgotten = scripts_forgotten + 1 where id = $projectId', { projectId })
  return { id, name: alias.name, runs: runs.length }
}
