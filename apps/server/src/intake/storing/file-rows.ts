import type { DeliveredFile } from '../../contract/index.js'
import { type Queryable, rowsOf, run } from '../../platform/database.js'
import type { BesideFile } from '../reading/beside.js'
import type { Kept } from './original-copy.js'
import type { ReadFile } from '../reading/read-file.js'

/** The rows of `result_file`: one for each delivered file, whatever became of it. */

/** What a row says of a file that was read. */
const readColumns = (file: ReadFile) => ({
  sha: file.sha256,
  bytes: file.bytes,
  path: file.place.path,
  root: file.place.root,
  format: file.findings.format,
  framework: file.findings.framework,
  results: file.totals.total,
  totals: JSON.stringify(file.totals),
  warnings: JSON.stringify(file.findings.warnings),
})

/** @returns null when the run has this very file already */
export async function addStoredRow(
  db: Queryable,
  keys: { id: number; projectId: number; deliveryId: number; runId: number },
  file: ReadFile,
  original: Kept,
): Promise<number | null> {
  const [row] = await rowsOf<{ id: number }>(
    db,
    `insert into result_file (id, project_id, delivery_id, run_id, name, sha256, bytes, path, root, format, framework, results, totals, warnings, original, original_bytes)
     overriding system value
     values ($id, $projectId, $deliveryId, $runId, $name, $sha, $bytes, $path, $root, $format, $framework, $results, $totals::jsonb, $warnings::jsonb, decode($original, 'hex'), $packed)
     on conflict (run_id, sha256) do nothing returning id`,
    { ...keys, name: file.name, original: original.hash, packed: original.packed, ...readColumns(file) },
  )
  return row?.id ?? null
}

/** Whether the run has this very file by the same delivery. */
export async function isOwn(db: Queryable, deliveryId: number, runId: number, { sha256 }: ReadFile): Promise<boolean> {
  const rows = await rowsOf(db, 'select 1 as yes from result_file where run_id = $runId and sha256 = $sha and delivery_id = $deliveryId', {
    deliveryId,
    runId,
    sha: sha256,
  })
  return rows.length > 0
}

/** A row learns what its file holds now that it was read again. @returns false when the run has this very file by another row */
export async function rereadRow(db: Queryable, id: number, runId: number, file: ReadFile, original: string): Promise<boolean> {
  const rows = await rowsOf(
    db,
    `update result_file set run_id = $runId, status = 'stored', error = null, sha256 = $sha, bytes = $bytes, path = $path, root = $root, format = $format, framework = $framework,
       results = $results, totals = $totals::jsonb, warnings = $warnings::jsonb, original = decode($original, 'hex'), read_at = now()
     where id = $id and not exists (select 1 from result_file other where other.run_id = $runId and other.sha256 = $sha and other.id <> $id) returning id`,
    { id, runId, original, ...readColumns(file) },
  )
  return rows.length === 1
}

export const keepUnknownKeys = (db: Queryable, id: number, unknownKeys: DeliveredFile['unknownKeys']): Promise<void> =>
  run(db, 'update result_file set unknown_keys = $unknownKeys::jsonb where id = $id', { id, unknownKeys: JSON.stringify(unknownKeys) })

export interface UnstoredRow {
  name: string
  status: DeliveredFile['status']
  bytes: number
  original: Kept | null
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
    `insert into result_file (project_id, delivery_id, name, status, bytes, results, original, original_bytes, error, content, media_type, belongs)
     select $projectId, $deliveryId, x.name, x.status, x.bytes, 0, decode(x.original ->> 'hash', 'hex'), (x.original ->> 'packed')::bigint, x.error,
       decode(x.content ->> 'hash', 'hex'), x.content ->> 'mediaType', nullif(x.content -> 'belongs', 'null')
     from jsonb_to_recordset($rows::jsonb) as x (name text, status text, bytes bigint, original jsonb, error jsonb, content jsonb)`,
    { ...keys, rows: JSON.stringify(rows) },
  )
