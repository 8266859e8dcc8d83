import type { Fault, FileCoverage } from '@bobbin/core'
import type { Project } from '../access/index.js'
import type { DeliveredFile } from '../contract/index.js'
import type { BlobStore } from '../platform/blobs/blob-store.js'
import { type InTransaction, isUniqueViolation, rowsOf, run } from '../platform/database.js'
import { FORGET_CHANGES } from '../runs/index.js'
import { caseForEach } from '../scripts/index.js'
import { copyRows, listText } from './copy-text.js'
import * as merge from './merge-queries.js'
import type { ReadFile } from './read-file.js'
import { MAKE_STAGE, MERGE_IN_MEMORY, PLAN_MERGE, settleStage } from './staging.js'
import { isPlausible, type Target } from './target.js'

export interface StoredFile {
  newScripts: number
  unknownKeys: DeliveredFile['unknownKeys']
  /** Scripts that have more than one attempt in the run now. */
  retried: number[]
}

/** Stores everything that a file holds in a run which is locked, under a row of `result_file` that is there. */
export async function storeFile(
  db: InTransaction,
  blobs: BlobStore,
  project: Project,
  { runId, day }: Target,
  fileId: number,
  file: Pick<ReadFile, 'stage' | 'findings'>,
): Promise<StoredFile> {
  const projectId = project.id
  const place = { runId, day }
  const { framework, faults, coverage, startedAt } = file.findings
  // later runs are locked before anything that other deliveries may wait for
  await run(db, FORGET_CHANGES, { runId })
  await run(db, MAKE_STAGE)
  await run(db, MERGE_IN_MEMORY)
  const { stage } = file
  await stage.copy(db.transaction)
  if (stage.isLarge) await run(db, PLAN_MERGE)
  await settleStage(db, file.findings)
  if (stage.hasTexts) {
    await run(db, merge.MERGE_BODIES, { projectId, day })
    await run(db, merge.USE_BODIES, { projectId, day })
  }
  if (stage.hasSignatures) await run(db, merge.MERGE_SIGNATURES, { projectId })
  if (stage.declares) await run(db, merge.STAGE_DECLARED, { projectId, prefix: project.keyPrefix })
  const scripts = await placeScripts(db, stage.isLarge ? merge.FIND_MANY_SCRIPTS : merge.FIND_SCRIPTS, {
    projectId,
    framework,
    fileId,
    unknownTests: project.unknownTests,
  })
  if (stage.declares) await run(db, merge.MERGE_LINKS, { projectId })
  if (scripts.toMake > 0) await caseForEach(db, project, { fileId })
  const again = await rowsOf<{ scriptId: number }>(db, merge.STORE_ATTEMPTS, { projectId, fileId, ...place })
  const retried = again.map(({ scriptId }) => scriptId)
  await stage.attachments.store(db, blobs, { projectId, fileId, ...place })
  if (retried.length > 0) await run(db, merge.SETTLE, { ...place, scriptIds: retried })
  await storeFaults(db.transaction, faults, { projectId, runId, fileId })
  await storeCoverage(db.transaction, coverage ?? [], { projectId, runId, fileId })
  const began = startedAt !== null && isPlausible(startedAt, Date.now()) ? new Date(startedAt) : null
  await run(db, merge.REFRESH_RUN, { ...place, startedAt: began })
  const unknownKeys = stage.declares ? await rowsOf<DeliveredFile['unknownKeys'][number]>(db, merge.UNKNOWN_DECLARED) : []
  return { newScripts: scripts.fresh, unknownKeys, retried }
}

interface MadeScripts {
  fresh: number
  /** Of these, tests that are to get a case. */
  toMake: number
  /** Another delivery made some of the tests' scripts at the same moment. */
  beside?: boolean
}

const NONE_MADE: MadeScripts = { fresh: 0, toMake: 0 }

/** Tells every staged test its script: finds those that are there, tells them what is new of them, and makes the others. */
async function placeScripts(db: InTransaction, find: string, bind: Record<string, unknown>): Promise<MadeScripts> {
  const found = await findScripts(db, find, bind)
  const made = found.someNew ? await makeScripts(db, bind) : NONE_MADE
  // what another delivery made at the same moment is found by a second look
  const rest = made.beside ? await findScripts(db, merge.FIND_SCRIPTS, bind) : found
  if (found.someDiffer || rest.someDiffer) await run(db, merge.REFRESH_SCRIPTS, bind)
  return made
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

/** Makes what is new; if another delivery made some of it at the same moment, once more beside it. */
async function makeScripts(db: InTransaction, bind: Record<string, unknown>): Promise<MadeScripts> {
  const make = async (text: string) => (await rowsOf<MadeScripts>(db, text, bind))[0] ?? NONE_MADE
  await run(db, 'savepoint scripts')
  try {
    return await make(merge.MAKE_SCRIPTS)
  } catch (error) {
    if (!isUniqueViolation(error)) throw error
    await run(db, 'rollback to savepoint scripts')
    return { ...(await make(merge.MAKE_SCRIPTS_BESIDE)), beside: true }
  }
}

interface FileKeys {
  projectId: number
  runId: number
  fileId: number
}

const COVERAGE_COLUMNS = [
  'project_id', 'run_id', 'file_id', 'path', 'lines_covered', 'lines_total', 'branches_covered', 'branches_total', 'tests',
] // prettier-ignore

async function storeCoverage(
  transaction: InTransaction['transaction'],
  files: readonly FileCoverage[],
  { projectId, runId, fileId }: FileKeys,
): Promise<void> {
  if (files.length === 0) return
  const rows = files.map((f) => [
    projectId,
    runId,
    fileId,
    f.path,
    f.linesCovered,
    f.linesTotal,
    f.branchesCovered,
    f.branchesTotal,
    listText(f.tests),
  ])
  await copyRows(transaction, 'coverage', COVERAGE_COLUMNS, rows)
}

const FAULT_COLUMNS = ['project_id', 'run_id', 'file_id', 'code', 'subject', 'message', 'stack', 'line', 'col']

async function storeFaults(
  transaction: InTransaction['transaction'],
  faults: readonly Fault[],
  { projectId, runId, fileId }: FileKeys,
): Promise<void> {
  if (faults.length === 0) return
  const rows = faults.map((f) => [projectId, runId, fileId, f.code, f.subject, f.message, f.stack, f.place.line, f.place.column])
  await copyRows(transaction, 'fault', FAULT_COLUMNS, rows)
}
