import type { FileFindings } from '@bobbin/core'
import type { Project } from '../access/index.js'
import { type InTransaction, isUniqueViolation, rowsOf, run } from '../platform/database.js'
import { shareIntake } from './intake-lock.js'
import * as merge from './merge-queries.js'
import { MAKE_STAGE, MERGE_IN_MEMORY, PLAN_MERGE, settleStage, type Stage } from './staging.js'

/** What became of tests that were told their scripts. */
export interface Placed {
  /** Scripts that were made. */
  fresh: number
  /** Of these, tests that are to get a case. */
  toMake: number
  /** Some scripts stand elsewhere now, or say something else than before. */
  differ: boolean
}

export const NOTHING_PLACED: Placed = { fresh: 0, toMake: 0, differ: false }

export const sumOf = (a: Placed, b: Placed): Placed => ({
  fresh: a.fresh + b.fresh,
  toMake: a.toMake + b.toMake,
  differ: a.differ || b.differ,
})

/** What was placed of a file before it was read to its end. */
export interface Early {
  /** So many tests, and the place in the spool of attempts behind them. */
  tests: number
  copied: number
  placed: Placed
}

export const NOTHING_EARLY: Early = { tests: 0, copied: 0, placed: NOTHING_PLACED }

/** What a delivered file begins with, whether it is placed early or at its end. @returns the number that its row will get */
export async function beginFile(db: InTransaction, project: Project): Promise<number> {
  await shareIntake(db, project.id)
  await openStage(db)
  return reserveFileId(db)
}

/** The staging tables of this connection, empty. */
export async function openStage(db: InTransaction): Promise<void> {
  await run(db, MAKE_STAGE)
  await run(db, MERGE_IN_MEMORY)
}

/** A number for a row of `result_file` that is to be made. */
async function reserveFileId(db: InTransaction): Promise<number> {
  const [row] = await rowsOf<{ id: number }>(db, `select nextval(pg_get_serial_sequence('result_file', 'id'))::int as id`)
  if (!row) throw new Error('a sequence gave no number')
  return row.id
}

/**
 * Copies a file that was read to the open stage and tells each of its tests its script. To be done before the run is locked: the
 * shards of a run are placed side by side, and stored one after the other.
 * @param fileId of its row, which need not be there yet
 */
export async function placeFile(
  db: InTransaction,
  project: Project,
  { stage, findings }: { stage: Stage; findings: FileFindings },
  fileId: number,
  early: Early = NOTHING_EARLY,
): Promise<Placed> {
  const { framework } = findings
  await stage.copy(db.transaction, early.copied)
  if (stage.isLarge) await run(db, PLAN_MERGE)
  await settleStage(db, findings)
  const find = stage.isLarge ? merge.FIND_MANY_SCRIPTS : merge.FIND_SCRIPTS
  const placed = sumOf(early.placed, await placeTests(db, project, stage, find, { framework, fileId, from: early.tests }))
  if (placed.differ) await run(db, merge.REFRESH_SCRIPTS, { framework })
  return placed
}

/** Takes back what was made for a file that turned out to be in its run already. */
export const forgetMade = (db: InTransaction, project: Project, fileId: number): Promise<void> =>
  run(db, merge.FORGET_MADE, { projectId: project.id, fileId })

interface Which {
  framework: string | null
  fileId: number
  /** The first test; those before it were placed. */
  from: number
}

/** Tells staged tests their scripts: finds those that are there, and makes the others, with the links that they declare. */
export async function placeTests(db: InTransaction, project: Project, stage: Stage, find: string, which: Which): Promise<Placed> {
  const { id: projectId, keyPrefix: prefix, unknownTests } = project
  if (stage.declares) await run(db, merge.STAGE_DECLARED, { projectId, prefix, from: which.from })
  const bind = { projectId, unknownTests, ...which }
  const found = await findScripts(db, find, bind)
  const made = found.someNew ? await makeScripts(db, bind) : { fresh: 0, toMake: 0 }
  // what another delivery made at the same moment is found by a second look
  const rest = 'beside' in made ? await findScripts(db, merge.FIND_SCRIPTS, bind) : found
  if (stage.declares) await run(db, merge.MERGE_LINKS, { projectId, from: which.from })
  return { fresh: made.fresh, toMake: made.toMake, differ: found.someDiffer || rest.someDiffer }
}

interface FoundScripts {
  someNew: boolean
  someDiffer: boolean
}

async function findScripts(db: InTransaction, text: string, bind: Record<string, unknown>): Promise<FoundScripts> {
  const [found] = await rowsOf<FoundScripts>(db, text, bind)
  if (!found) throw new Error('finding scripts answered nothing')
  return found
}

type MadeScripts = Pick<Placed, 'fresh' | 'toMake'>

/** Makes what is new; if another delivery made some of it at the same moment, once more beside it. */
async function makeScripts(db: InTransaction, bind: Record<string, unknown>): Promise<MadeScripts | (MadeScripts & { beside: true })> {
  const make = async (text: string) => (await rowsOf<MadeScripts>(db, text, bind))[0] ?? NOTHING_PLACED
  await run(db, 'savepoint scripts')
  try {
    return await make(merge.MAKE_SCRIPTS)
  } catch (error) {
    if (!isUniqueViolation(error)) throw error
    await run(db, 'rollback to savepoint scripts')
    return { ...(await make(merge.MAKE_SCRIPTS_BESIDE)), beside: true }
  }
}
