import type { DeliveredFile } from '../contract/index.js'
import { type Queryable, rowsOf, run } from '../platform/database.js'
import type { BesideFile } from './beside.js'
import type { ReadFile } from './read-file.js'

/** The rows of `result_file`: one for each delivered file, whatever became of it. */

/** What a row says of a file that was read. */
const readColumns = (file: ReadFile, original: string) => ({
  sha: file.sha256,
  bytes: file.bytes,
  format: file.findings.format,
  framework: file.findings.framework,
  results: file.totals.total,
  totals: JSON.stringify(file.totals),
  warnings: JSON.stringify(file.findings.warnings),
  original,
})

/** @returns null when the run has this very file already */
export async function addStoredRow(
  db: Queryable,
  keys: { projectId: number; deliveryId: number; runId: number },
  file: ReadFile,
  original: string,
): Promise<number | null> {
  const [row] = await rowsOf<{ id: number }>(
    db,
    `insert into result_file (project_id, delivery_id, run_id, name, sha256, bytes, format, framework, results, totals, warnings, original)
     values ($projectId, $deliveryId, $runId, $name, $sha, $bytes, $format, $framework, $results, $totals::jsonb, $warnings::jsonb, decode($original, 'hex'))
     on conflict (run_id, sha256) do nothing returning id`,
    { ...keys, name: file.name, ...readColumns(file, original) },
  )
  return row?.id ?? null
}

/** A row learns what its file holds now that it was read again. @returns false when the run has this very file by another row */
export async function rereadRow(db: Queryable, id: number, runId: number, file: ReadFile, original: string): Promise<boolean> {
  const rows = await rowsOf(
    db,
    `update result_file set run_id = $runId, status = 'stored', error = null, sha256 = $sha, bytes = $bytes, format = $format, framework = $framework,
       results = $results, totals = $totals::jsonb, warnings = $warnings::jsonb, original = decode($original, 'hex'), read_at = now()
     where id = $id and not exists (select 1 from result_file other where other.run_id = $runId and other.sha256 = $sha and other.id <> $id) returning id`,
    { id, runId, ...readColumns(file, original) },
  )
  return rows.length === 1
}

export const keepUnknownKeys = (db: Queryable, id: number, unknownKeys: DeliveredFile['unknownKeys']): Promise<void> =>
  run(db, 'update result_file set unknown_keys = $unknownKeys::jsonb where id = $id', { id, unknownKeys: JSON.stringify(unknownKeys) })

export interface UnstoredRow {
  name: string
  status: DeliveredFile['status']
  bytes: number
  original: string | null
  error: DeliveredFile['error']
  /** Of one that is attached. */
  content: BesideFile | undefined
}

/** Files of a delivery that are not in its run, in one statement. */
export const addUnstoredRows = (
  db: Queryable,
  keys: { projectId: number; deliveryId: number },
  rows: readonly UnstoredRow[],
): Promise<void> =>
  run(
    db,
    `insert into result_file (project_id, delivery_id, name, status, bytes, results, original, error, content, media_type, belongs)
     select $projectId, $deliveryId, x.name, x.status, x.bytes, 0, decode(x.original, 'hex'), x.error,
       decode(x.content ->> 'hash', 'hex'), x.content ->> 'mediaType', nullif(x.content -> 'belongs', 'null')
     from jsonb_to_recordset($rows::jsonb) as x (name text, status text, bytes bigint, original text, error jsonb, content jsonb)`,
    { ...keys, rows: JSON.stringify(rows) },
  )
