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
import type { Placed } from './place-tests.js'
import { isPlausible, type Target } from './target.js'

export interface StoredFile {
  newScripts: number
  unknownKeys: DeliveredFile['unknownKeys']
  /** Scripts that have more than one attempt in the run now. */
  retried: number[]
}

/**
 * Stores everything that a file holds in a run which is locked, under a row of `result_file` that is there.
 * @param placed what placeFile() told of it in this transaction
 */
export async function storeFile(
  db: InTransaction,
  blobs: BlobStore,
  project: Project,
  { runId, day }: Target,
  fileId: number,
  { stage, findings }: Pick<ReadFile, 'stage' | 'findings'>,
  placed: Placed,
): Promise<StoredFile> {
  const projectId = project.id
  const place = { runId, day }
  const { faults, coverage, startedAt } = findings
  // later runs are locked before anything that other deliveries may wait for
  await run(db, FORGET_CHANGES, { runId })
  if (stage.hasTexts) {
    await run(db, merge.MERGE_BODIES, { projectId, day })
    await run(db, merge.USE_BODIES, { projectId, day })
  }
  if (stage.hasSignatures) await run(db, merge.MERGE_SIGNATURES, { projectId })
  if (placed.toMake > 0) await caseForEach(db, project, { fileId })
  // before the run is summed up: one with faults is incomplete
  await storeFaults(db.transaction, faults, { projectId, runId, fileId })
  await storeCoverage(db.transaction, coverage ?? [], { projectId, runId, fileId })
  const began = startedAt !== null && isPlausible(startedAt, Date.now()) ? new Date(startedAt) : null
  const bind = { projectId, fileId, ...place, startedAt: began }
  const retried = (await storeFirstAttempts(db, { stage, findings }, bind)) ? [] : await storeLaterAttempts(db, bind)
  await stage.attachments.store(db, blobs, { projectId, fileId, ...place })
  const unknownKeys = stage.declares ? await rowsOf<DeliveredFile['unknownKeys'][number]>(db, merge.UNKNOWN_DECLARED) : []
  return { newScripts: placed.fresh, unknownKeys, retried }
}

interface StoreBind extends Record<string, unknown> {
  runId: number
  day: string
}

/** With fewer tests than this it is asked first whether the run has one of them; with more it is found out by trying. */
const FEW = 1000

/** Stores the attempts of a file that tries each of its tests once, of which its run has none: nearly all files. @returns whether it did */
async function storeFirstAttempts(
  db: InTransaction,
  { stage, findings }: Pick<ReadFile, 'stage' | 'findings'>,
  bind: StoreBind,
): Promise<boolean> {
  if (stage.retries || findings.settlement.groups.some(({ kind }) => kind === 'attempts')) return false
  if (stage.tests < FEW && (await rowsOf<{ again: boolean }>(db, merge.SOME_AGAIN, bind))[0]?.again) return false
  await run(db, 'savepoint attempts')
  try {
    await run(db, merge.STORE_FIRST_ATTEMPTS, bind)
    return true
  } catch (error) {
    if (!isUniqueViolation(error)) throw error
    await run(db, 'rollback to savepoint attempts')
    return false
  }
}

/** The same for files of which nothing is known. @returns scripts that have more than one attempt in the run now */
async function storeLaterAttempts(db: InTransaction, bind: StoreBind): Promise<number[]> {
  const again = await rowsOf<{ scriptId: number }>(db, merge.STORE_ATTEMPTS, bind)
  const scriptIds = again.map(({ scriptId }) => scriptId)
  if (scriptIds.length > 0) await run(db, merge.SETTLE, { ...bind, scriptIds })
  await run(db, merge.REFRESH_RUN, bind)
  return scriptIds
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
