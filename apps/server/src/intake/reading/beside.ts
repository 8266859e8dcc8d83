import { type Belongs, matchPath, mediaTypeOf, type NamedTest, testFinder } from '@bobbin/core'
import { createHash } from 'node:crypto'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BlobStore } from '../../platform/blobs/index.js'
import { type Queryable, rowsOf, run } from '../../platform/database.js'
import type { Target } from '../placing/target.js'

/** A file that came along with result files. */
export interface BesideFile {
  name: string
  hash: string
  bytes: number
  mediaType: string
  /** Whose it is, where its path tells that; else a report must name it. */
  belongs: Belongs | null
}

/** Files that came along with result files, until the end of the delivery shows which of them belong to a result. */
export class BesideFiles {
  readonly files: BesideFile[] = []
  private folder: string | null = null

  add(name: string, content: Buffer, belongs: Belongs | null = null): void {
    this.folder ??= mkdtempSync(join(tmpdir(), 'bobbin-beside-'))
    const hash = createHash('sha256').update(content).digest('hex')
    writeFileSync(join(this.folder, hash), content, { mode: 0o600 })
    this.files.push({ name, hash, bytes: content.length, mediaType: mediaTypeOf(content.subarray(0, 512)), belongs })
  }

  async keep(blobs: BlobStore, { hash }: BesideFile): Promise<void> {
    await blobs.put(hash, { path: join(this.folder ?? '', hash) })
  }

  dispose(): void {
    if (this.folder) rmSync(this.folder, { recursive: true, force: true })
    this.folder = null
  }
}

/** Which attachments of a run get which contents. */
export interface BesideMatches {
  /** Attachments that a report names. */
  named: { id: string; file: BesideFile }[]
  /** Attempts that a path tells. */
  told: { attempt: AttemptPlace; file: BesideFile }[]
}

interface AttemptPlace {
  scriptId: number
  fileId: number
  ordinal: number
}

/** Finds the results of a run that files beside the reports belong to; the reports may have come before. */
export async function matchBeside(db: Queryable, { runId, day }: Target, files: readonly BesideFile[]): Promise<BesideMatches> {
  if (files.length === 0) return { named: [], told: [] }
  const named = await rowsOf<{ id: string; path: string }>(db, NAMED, { runId })
  const byName = groupByName(files)
  const matches: BesideMatches = { named: [], told: [] }
  for (const { id, path } of named) {
    const candidates = byName.get(lastOf(path)) ?? []
    const match = matchPath(
      path,
      candidates.map(({ name }) => name),
    )
    const file = candidates.find(({ name }) => name === match)
    if (file) matches.named.push({ id, file })
  }
  const telling = files.filter(({ belongs }) => belongs !== null)
  if (telling.length === 0) return matches
  const attempts = await rowsOf<AttemptPlace & NamedTest>(db, ATTEMPTS, { runId, day })
  const find = testFinder(attempts)
  for (const file of telling) {
    const meant = find(file.belongs ?? {}).flatMap((place) => attempts[place] ?? [])
    matches.told.push(...attemptsOf(file, meant).map((attempt) => ({ attempt, file })))
  }
  return matches
}

/** Of each test the attempt that the words tell, or the last one. */
function attemptsOf({ belongs }: BesideFile, attempts: readonly AttemptPlace[]): AttemptPlace[] {
  const ordinal = belongs?.attempt === undefined ? null : Number(belongs.attempt)
  const fitting = attempts.filter((attempt) => ordinal === null || attempt.ordinal === ordinal)
  return [...new Map(fitting.map((attempt) => [attempt.scriptId, attempt])).values()]
}

/** Gives attachments their contents, and attempts their attachments; what they have already they keep. */
export async function storeBeside(db: Queryable, projectId: number, runId: number, { named, told }: BesideMatches): Promise<void> {
  if (named.length > 0) {
    await run(db, FILL, {
      ids: named.map(({ id }) => id),
      hashes: named.map(({ file }) => file.hash),
      bytes: named.map(({ file }) => file.bytes),
      types: named.map(({ file }) => file.mediaType),
    })
  }
  if (told.length > 0) {
    const rows = told.map(({ attempt, file: { name, hash, bytes, mediaType } }) => ({
      ...attempt,
      name: lastOf(name).slice(0, 500),
      path: name.slice(0, 2000),
      hash,
      bytes,
      mediaType,
    }))
    await run(db, ADD, { projectId, runId, rows: JSON.stringify(rows) })
  }
}

/** Takes from results of other deliveries what this one attached to them, unless another one attached the same. */
export async function detach(db: Queryable, runId: number, deliveryId: number): Promise<void> {
  await run(db, UNTELL, { runId, deliveryId })
  await run(db, EMPTY, { runId, deliveryId })
}

/** Files that were attached by any delivery to a run, to be attached again after one of its files was read again. */
export const attachedTo = (db: Queryable, runId: number): Promise<BesideFile[]> => rowsOf<BesideFile>(db, ATTACHED, { runId })

const lastOf = (path: string) => path.split(/[\\/]/).at(-1) ?? path

function groupByName(files: readonly BesideFile[]): Map<string, BesideFile[]> {
  const groups = new Map<string, BesideFile[]>()
  for (const file of files) groups.set(lastOf(file.name), [...(groups.get(lastOf(file.name)) ?? []), file])
  return groups
}

const NAMED = `
select a.id, a.path from attachment a join result_file f on f.id = a.file_id
where f.run_id = $runId and a.hash is null and a.path is not null`

const FILL = `
update attachment a set hash = decode(x.hash, 'hex'), bytes = x.bytes, media_type = x.type
from unnest($ids::bigint[], $hashes::text[], $bytes::bigint[], $types::text[]) as x (id, hash, bytes, type) where a.id = x.id`

const ATTEMPTS = `
select a.script_id as "scriptId", a.file_id as "fileId", a.ordinal::int as ordinal, s.name, s.classname, s.suites, s.file, s.keys
from attempt a join script s on s.id = a.script_id where a.run_id = $runId and a.day = $day::date order by a.script_id, a.ordinal`

const ADD = `
insert into attachment (project_id, run_id, script_id, file_id, ordinal, name, path, hash, bytes, media_type, told)
select $projectId, $runId, x."scriptId", x."fileId", x.ordinal, x.name, x.path, decode(x.hash, 'hex'), x.bytes, x."mediaType", true
from jsonb_to_recordset($rows::jsonb) as x ("scriptId" int, "fileId" int, ordinal smallint, name text, path text, hash text, bytes bigint, "mediaType" text)
where not exists (select 1 from attachment a where a.run_id = $runId and a.script_id = x."scriptId" and a.ordinal = x.ordinal and a.path = x.path)`

/** What one delivery alone attached in a run, for rows that are not those of its own files. */
const OWN_ATTACHED = `
own as (
  select f.content, f.name from result_file f
  where f.delivery_id = $deliveryId and f.status = 'attached' and f.content is not null and not exists (
    select 1 from result_file o join delivery d on d.id = o.delivery_id
    where d.run_id = $runId and d.id <> $deliveryId and o.status = 'attached' and o.content = f.content and o.name = f.name)
), others as (
  select a.id, a.path, a.told, own.name from attachment a join own on own.content = a.hash
  where a.run_id = $runId and a.file_id not in (select id from result_file where delivery_id = $deliveryId)
)`

const UNTELL = `
with ${OWN_ATTACHED} delete from attachment a using others where a.id = others.id and others.told and others.path = left(others.name, 2000)`

/** A report names these: they stand where they stood before anybody delivered them. */
const EMPTY = `
with ${OWN_ATTACHED} update attachment a set hash = null, bytes = null from others where a.id = others.id and not others.told and others.path is not null`

const ATTACHED = `
select f.name, encode(f.content, 'hex') as hash, f.bytes::float8 as bytes, f.media_type as "mediaType", f.belongs
from result_file f join delivery d on d.id = f.delivery_id
where d.run_id = $runId and f.status = 'attached' and f.content is not null order by f.id`
