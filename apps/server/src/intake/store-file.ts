import type { Fault, FileCoverage } from '@bobbin/core'
import type { Project } from '../access/index.js'
import type { DeliveredFile } from '../contract/index.js'
import type { BlobStore } from '../platform/blobs/blob-store.js'
import { type InTransaction, rowsOf, run } from '../platform/database.js'
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
  const again = await rowsOf<{ scriptId: number }>(db, merge.STORE_ATTEMPTS, { projectId, fileId, ...place })
  const retried = again.map(({ scriptId }) => scriptId)
  await stage.attachments.store(db, blobs, { projectId, fileId, ...place })
  if (retried.length > 0) await run(db, merge.SETTLE, { ...place, scriptIds: retried })
  await storeFaults(db.transaction, faults, { projectId, runId, fileId })
  await storeCoverage(db.transaction, coverage ?? [], { projectId, runId, fileId })
  const began = startedAt !== null && isPlausible(startedAt, Date.now()) ? new Date(startedAt) : null
  await run(db, merge.REFRESH_RUN, { ...place, startedAt: began })
  const unknownKeys = stage.declares ? await rowsOf<DeliveredFile['unknownKeys'][number]>(db, merge.UNKNOWN_DECLARED) : []
  return { newScripts: placed.fresh, unknownKeys, retried }
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
