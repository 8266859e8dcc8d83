import type { FileFindings } from '@bobbin/core'
import type { Project } from '../../access/index.js'
import type { DeliveredFile } from '../../contract/index.js'
import { announce } from '../../events/announce.js'
import { type InTransaction, isUniqueViolation, rowsOf, run } from '../../platform/database.js'
import { shareIntake } from '../../platform/intake-lock.js'
import type { Counts } from './known-scripts.js'
import { meetSources, setHeads } from './meet-sources.js'
import * as merge from './merge-queries.js'
import { beganAt } from './target.js'
import { isMany, planFor } from './stage-tables.js'
import { settleTests, type Stage } from './staging.js'
import type { StoredTexts } from '../storing/texts.js'

/** What became of a file's tests and texts before its run was locked. */
export interface PlacedFile extends Placed, StoredTexts {
  unknownKeys: DeliveredFile['unknownKeys']
  /** Scripts that declare such a key. */
  unsettled: ReadonlySet<number>
}

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
  /** So many tests, how many of them had to be looked for, and the place in the spool of tests behind them. */
  tests: number
  unknown: number
  copied: number
  placed: Placed
}

export const NOTHING_EARLY: Early = { tests: 0, unknown: 0, copied: 0, placed: NOTHING_PLACED }

/** Whether all that was placed of a file was never seen before: the rest hardly was either. */
export const isAllNew = ({ unknown, placed }: Early): boolean => unknown > 0 && placed.fresh === unknown

/** What was taken for known of a file’s tests holds no longer: the file has to be read again. */
export class OutOfDate extends Error {}

/** The transaction in which a file is stored, as it begins. */
export interface Begun extends Counts {
  /** The number that the file's row will get. */
  fileId: number
}

/** What a delivered file begins with, whether it is placed early or at its end. */
export async function beginFile(db: InTransaction, project: Project): Promise<Begun> {
  await shareIntake(db, project.id)
  const [begun] = await rowsOf<Begun>(db, BEGIN, { projectId: project.id })
  if (!begun) throw new Error('a sequence gave no number')
  return begun
}

const COUNTS = 'scripts_forgotten as forgotten, claims_changed as claims from project where id = $projectId'
/** With a number for a row of `result_file` that is to be made. */
const BEGIN = `select nextval(pg_get_serial_sequence('result_file', 'id'))::int as "fileId", ${COUNTS}`

/** What is counted of a project, by a transaction that shares the intake. */
export async function countsOf(db: InTransaction, projectId: number): Promise<Counts> {
  const [counts] = await rowsOf<Counts>(db, `select ${COUNTS}`, { projectId })
  if (!counts) throw new Error(`project ${projectId} is gone`)
  return counts
}

/**
 * Tells each test of a file that was read its script, and each text what it is called. To be done before the run is
 * locked: the shards of a run are placed side by side, and stored one after the other; and whoever holds a run waits for no test or text
 * that another delivery makes.
 * @param begun its row need not be there yet; what is known of the tests needs the counts
 */
export async function placeFile(
  db: InTransaction,
  project: Project,
  { stage, findings }: { stage: Stage; findings: FileFindings },
  { fileId, claims = 0 }: Pick<Begun, 'fileId'> & Partial<Begun>,
  early: Early = NOTHING_EARLY,
): Promise<PlacedFile> {
  const { framework } = findings
  if (early.tests === 0) stage.forgetFound()
  await stage.copyTests(db, early.copied)
  const anew = stage.claimsChanged({ claims })
  if (anew) await stage.copySettled(db)
  if (isMany(stage.unknown)) await planFor(db, 'stage_test')
  const { lookedForNow } = await settleTests(db, stage, findings)
  const lookFor = stage.unknown + lookedForNow - early.unknown
  const which = { framework, fileId, from: early.tests, declaredFrom: anew ? 0 : early.tests, lookFor, allNew: isAllNew(early) }
  const placed = sumOf(early.placed, await placeTests(db, project, stage, which))
  if (placed.differ) await refreshScripts(db, project, framework)
  const unknownKeys = stage.declares ? await rowsOf<DeliveredFile['unknownKeys'][number]>(db, merge.UNKNOWN_DECLARED) : []
  const unsettled = unknownKeys.length > 0 ? await rowsOf<{ id: number }>(db, merge.UNSETTLED) : []
  const texts = await stage.texts.store(db, project.id, usedOn(findings))
  return { ...placed, ...texts, unknownKeys, unsettled: new Set(unsettled.map(({ id }) => id)) }
}

/** The day on which texts are used, as YYYY-MM-DD: that of the run, give or take a clock. */
const usedOn = ({ startedAt }: FileFindings): string => (beganAt(startedAt) ?? new Date()).toISOString().slice(0, 10)

/** Scripts learn where they stand now; what processes know of them holds no longer. */
async function refreshScripts(db: InTransaction, project: Project, framework: string | null): Promise<void> {
  await run(db, merge.REFRESH_SCRIPTS, { framework })
  await announce(db, project.id, ['scripts'])
}

/** Takes back what was made for a file that turned out to be in its run already. */
export const forgetMade = (db: InTransaction, project: Project, fileId: number): Promise<void> =>
  run(db, merge.FORGET_MADE, { projectId: project.id, fileId })

interface Which {
  framework: string | null
  fileId: number
  /** The first test; those before it were placed. */
  from: number
  /** The first test whose declared keys are looked at. */
  declaredFrom?: number
  /** How many of the rest have to be looked for. */
  lookFor: number
  /** None of those before was there: these are made at once, and looked for only where one is. */
  allNew: boolean
}

/** Tells staged tests their scripts: finds those that are there, and makes the others, with the links that they declare. */
export async function placeTests(
  db: InTransaction,
  project: Project,
  stage: Stage,
  { lookFor, allNew, declaredFrom, ...which }: Which,
): Promise<Placed> {
  const { id: projectId, keyPrefix: prefix, unknownTests } = project
  const from = declaredFrom ?? which.from
  if (stage.declares) await run(db, merge.STAGE_DECLARED, { projectId, prefix, from })
  const find = isMany(lookFor) ? findInAll : findEach
  const placed = lookFor > 0 ? await findOrMake(db, project, stage, find, { projectId, unknownTests, ...which }, allNew) : NOTHING_PLACED
  if (stage.declares) await run(db, merge.MERGE_LINKS, { projectId, from })
  return placed
}

async function findOrMake(
  db: InTransaction,
  project: Project,
  stage: Stage,
  find: Find,
  bind: Record<string, unknown> & { from: number },
  allNew: boolean,
): Promise<Placed> {
  const made = allNew ? await tryMaking(db, stage, merge.MAKE_SCRIPTS, bind) : null
  if (made) return { ...made, differ: false }
  let found = await find(db, stage, bind)
  if (!found.someNew) return { ...NOTHING_PLACED, differ: found.someDiffer }
  const met = await meetSources(db, project, stage, bind.from)
  // a script that was renamed says something else than before
  if (met.joined) found = { ...(await findEach(db, stage, bind)), someDiffer: true }
  const placed = await makeRest(db, stage, bind)
  await setHeads(db, project, met.heads)
  return { ...placed, differ: found.someDiffer || placed.differ }
}

/** Makes scripts of the tests that none was found for. */
async function makeRest(db: InTransaction, stage: Stage, bind: Record<string, unknown>): Promise<Placed> {
  const rest = await tryMaking(db, stage, merge.MAKE_SCRIPTS, bind)
  if (rest) return { ...rest, differ: false }
  // another delivery made some of it at the same moment: these are found by a second look
  const beside = await makeScripts(db, stage, merge.MAKE_SCRIPTS_BESIDE, bind)
  const again = await findEach(db, stage, bind)
  return { ...beside, differ: again.someDiffer }
}

/** Lists of tests and of their scripts, as the database writes them: numbers with commas between them. */
interface Told {
  seqs: string
  scripts: string
}

const numbersIn = (list: string): number[] => (list === '' ? [] : list.split(',').map(Number))

const tell = (stage: Stage, { seqs, scripts }: Told): void => stage.found(numbersIn(seqs), numbersIn(scripts))

interface FoundScripts {
  someNew: boolean
  someDiffer: boolean
}

type Find = (db: InTransaction, stage: Stage, bind: Record<string, unknown>) => Promise<FoundScripts>

const findEach: Find = (db, stage, bind) => findScripts(db, stage, merge.FIND_SCRIPTS, bind)

const findInAll: Find = async (db, stage, bind) => {
  await run(db, merge.GO_THROUGH)
  const found = await findScripts(db, stage, merge.FIND_MANY_SCRIPTS, bind)
  await run(db, merge.LOOK_UP)
  return found
}

async function findScripts(db: InTransaction, stage: Stage, text: string, bind: Record<string, unknown>): Promise<FoundScripts> {
  const [found] = await rowsOf<Told & { differing: string; someNew: boolean }>(db, text, bind)
  if (!found) throw new Error('finding scripts answered nothing')
  tell(stage, found)
  stage.notToLearn(numbersIn(found.differing))
  return { someNew: found.someNew, someDiffer: found.differing !== '' }
}

type MadeScripts = Pick<Placed, 'fresh' | 'toMake'>

async function makeScripts(db: InTransaction, stage: Stage, text: string, bind: Record<string, unknown>): Promise<MadeScripts> {
  const [made] = await rowsOf<Told & MadeScripts>(db, text, bind)
  if (!made) throw new Error('making scripts answered nothing')
  tell(stage, made)
  return { fresh: made.fresh, toMake: made.toMake }
}

/** Makes scripts as if none of them were there. @returns null where one was, and none is made */
async function tryMaking(db: InTransaction, stage: Stage, text: string, bind: Record<string, unknown>): Promise<MadeScripts | null> {
  await run(db, 'savepoint scripts')
  try {
    return await makeScripts(db, stage, text, bind)
  } catch (error) {
    if (!isUniqueViolation(error)) throw error
    await run(db, 'rollback to savepoint scripts')
    return null
  }
}
