import type { Fault, FileCoverage, FileFindings } from '@bobbin/core'
import type { Project } from '../../access/index.js'
import type { BlobStore } from '../../platform/blobs/blob-store.js'
import { type InTransaction, isUniqueViolation, rowsOf, run } from '../../platform/database.js'
import { FORGET_CHANGES } from '../../runs/index.js'
import { caseForEach } from '../../scripts/index.js'
import { ATTEMPT_COLUMNS, FirstRows, type Meaning, RESULT_COLUMNS, Settled, WAITING_COLUMNS, waitingRows } from './attempt-rows.js'
import { copyChunks, copyRows, listText } from './copy-text.js'
import { groupFailures } from './group-failures.js'
import * as merge from '../placing/merge-queries.js'
import type { ReadFile } from '../reading/read-file.js'
import type { PlacedFile } from '../placing/place-tests.js'
import { openStage } from '../placing/stage-tables.js'
import type { Stage } from '../placing/staging.js'
import { beganAt, type Target } from '../placing/target.js'

/**
 * Stores everything that a file holds in a run which is locked, under a row of `result_file` that is there.
 * @param placed what placeFile() told of it in this transaction
 * @returns scripts that have more than one attempt in the run now
 */
export async function storeFile(
  db: InTransaction,
  blobs: BlobStore,
  project: Project,
  { runId, day }: Target,
  fileId: number,
  { stage, findings }: Pick<ReadFile, 'stage' | 'findings'>,
  placed: PlacedFile,
): Promise<number[]> {
  const projectId = project.id
  const place = { runId, day }
  const { faults, coverage, startedAt } = findings
  // later runs are locked before anything that other deliveries may wait for
  await run(db, FORGET_CHANGES, { runId })
  const meaning = { scriptOf: (seq: number) => stage.scriptOf(seq), texts: placed.texts, signatures: placed.signatures }
  if (placed.toMake > 0) await caseForEach(db, project, { fileId })
  // before the run is summed up: one with faults is incomplete
  await storeFaults(db.transaction, faults, { projectId, runId, fileId })
  await storeCoverage(db.transaction, coverage ?? [], { projectId, runId, fileId })
  const file = { stage, findings, meaning, place: { ...place, fileId, startedAt: beganAt(startedAt) } }
  const retried = (await storeFirstAttempts(db, file)) ? [] : await storeLaterAttempts(db, file)
  if (retried.length > 0) await warnOfOthers(db, { ...place, fileId }, findings, retried)
  await stage.attachments.store(db, blobs, { projectId, fileId, ...place })
  await groupFailures(db, projectId)
  return retried
}

/** A file whose tests and texts were told what they are in the project. */
interface MeantFile {
  stage: Stage
  findings: FileFindings
  meaning: Meaning
  place: { runId: number; day: string; fileId: number; startedAt: Date | null }
}

/** With fewer tests than this it is asked first whether the run has one of them; with more it is found out by trying. */
const FEW = 1000

/**
 * Copies the attempts of a file that tries each of its tests once, of which its run has none, to where they belong, with their results:
 * that is so of nearly all files. @returns whether it did
 */
async function storeFirstAttempts(db: InTransaction, file: MeantFile): Promise<boolean> {
  const { stage, place } = file
  if (!triesEachOnce(file)) return false
  if (stage.tests < FEW && (await rowsOf<{ again: boolean }>(db, merge.SOME_AGAIN, { ...place, scriptIds: scriptsOf(file) }))[0]?.again)
    return false
  const rows = new FirstRows(stage.attempts(), new Settled(file.findings), file.meaning, place)
  await run(db, 'savepoint attempts')
  try {
    await copyChunks(db.transaction, 'attempt', ATTEMPT_COLUMNS, rows.attempts())
    await copyChunks(db.transaction, 'result', RESULT_COLUMNS, rows.results.chunks())
  } catch (error) {
    if (!isUniqueViolation(error)) throw error
    await run(db, 'rollback to savepoint attempts')
    return false
  } finally {
    rows.dispose()
  }
  const [, passed, failed, errored, skipped, blocked, notRun, recovered] = rows.added.outcomes
  const counts = { passed, failed, errored, skipped, blocked, notRun, recovered }
  await run(db, merge.ADD_TO_RUN, { ...counts, durationUs: rows.added.durationUs, runId: place.runId, startedAt: place.startedAt })
  return true
}

/** Whether no two attempts of a file are at one test. Attachments are tied to attempts that have waited. */
function triesEachOnce({ stage, findings, meaning }: MeantFile): boolean {
  if (stage.retries || !stage.attachments.isEmpty || findings.settlement.groups.some(({ kind }) => kind === 'attempts')) return false
  const seen = new Set<number>()
  const dropped = new Set(findings.settlement.dropped)
  for (let seq = 0; seq < stage.tests; seq++) {
    if (dropped.has(seq)) continue
    const script = meaning.scriptOf(seq)
    if (seen.has(script)) return false
    seen.add(script)
  }
  return true
}

const scriptsOf = ({ stage, meaning }: MeantFile): number[] => Array.from({ length: stage.tests }, (_, seq) => meaning.scriptOf(seq))

/** The same for files of which nothing is known. @returns scripts that have more than one attempt in the run now */
async function storeLaterAttempts(db: InTransaction, { stage, findings, meaning, place }: MeantFile): Promise<number[]> {
  const { runId, day, fileId, startedAt } = place
  await openStage(db)
  await copyChunks(db.transaction, 'stage_attempt', WAITING_COLUMNS, waitingRows(stage.attempts(), new Settled(findings), meaning))
  const again = await rowsOf<{ scriptId: number }>(db, merge.STORE_ATTEMPTS, { runId, day, fileId })
  const scriptIds = again.map(({ scriptId }) => scriptId)
  if (scriptIds.length > 0) await run(db, merge.SETTLE, { runId, day, scriptIds })
  await run(db, merge.REFRESH_RUN, { runId, day, startedAt })
  return scriptIds
}

/** What several files of one delivery tell under one name is said: it may be one test, or two that nothing tells apart. */
async function warnOfOthers(
  db: InTransaction,
  place: Target & { fileId: number },
  findings: FileFindings,
  scriptIds: number[],
): Promise<void> {
  interface Others {
    tests: number
    name: string
    file: string
  }
  const [others] = await rowsOf<Others>(db, merge.IN_OTHER_FILES, { ...place, scriptIds })
  if (!others || others.tests === 0) return
  const which = others.tests > 1 ? `“${others.name}” and ${others.tests - 1} more tests stand` : `“${others.name}” stands`
  const message = `${which} in “${others.file}” of this delivery, too; what failed in any of its files counts as failed`
  findings.warnings.push({ code: 'otherFile', message, place: { line: 1, column: 1 }, count: others.tests })
  await run(db, merge.KEEP_WARNINGS, { fileId: place.fileId, warnings: JSON.stringify(findings.warnings) })
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
