import { matchPath, mediaTypeOf } from '@bobbin/core'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BlobStore } from '../platform/blobs/blob-store.js'
import { type Queryable, rowsOf, run } from '../platform/database.js'

interface Kept {
  name: string
  path: string
  hash: string
  bytes: number
  mediaType: string
}

/** Largest file that is kept as an attachment, in bytes. */
export const MOST_ATTACHED = 100 * 1024 ** 2

/** Files that came along with result files, until the end of the delivery shows which of them a report names. */
export class BesideFiles {
  private readonly files: Kept[] = []
  private folder: string | null = null

  add(name: string, content: Buffer): void {
    this.folder ??= mkdtempSync(join(tmpdir(), 'bobbin-beside-'))
    const path = join(this.folder, String(this.files.length))
    writeFileSync(path, content, { mode: 0o600 })
    const hash = createHash('sha256').update(content).digest('hex')
    this.files.push({ name, path, hash, bytes: content.length, mediaType: mediaTypeOf(content.subarray(0, 512)) })
  }

  /**
   * Gives the attachments that the reports of a run name their contents; the reports may have come before.
   * @returns names of the files that were kept so
   */
  async settle(db: Queryable, blobs: BlobStore, runId: number): Promise<Set<string>> {
    if (this.files.length === 0) return new Set()
    const named = await rowsOf<{ id: string; path: string }>(db, NAMED, { runId })
    const byName = groupByName(this.files)
    const found = named.flatMap(({ id, path }) => {
      const candidates = byName.get(lastOf(path)) ?? []
      const match = matchPath(
        path,
        candidates.map(({ name }) => name),
      )
      const kept = candidates.find(({ name }) => name === match)
      return kept ? [{ id, kept }] : []
    })
    const used = new Set(found.map(({ kept }) => kept))
    for (const kept of used) await blobs.put(kept.hash, readFileSync(kept.path))
    if (found.length > 0) {
      await run(db, FILL, {
        ids: found.map(({ id }) => id),
        hashes: found.map(({ kept }) => kept.hash),
        bytes: found.map(({ kept }) => kept.bytes),
        types: found.map(({ kept }) => kept.mediaType),
      })
    }
    return new Set([...used].map(({ name }) => name))
  }

  dispose(): void {
    if (this.folder) rmSync(this.folder, { recursive: true, force: true })
    this.folder = null
  }
}

const lastOf = (path: string) => path.split(/[\\/]/).at(-1) ?? path

function groupByName(files: Kept[]): Map<string, Kept[]> {
  const groups = new Map<string, Kept[]>()
  for (const file of files) groups.set(lastOf(file.name), [...(groups.get(lastOf(file.name)) ?? []), file])
  return groups
}

const NAMED = `
select a.id, a.path from attachment a join result_file f on f.id = a.file_id
where f.run_id = $runId and a.hash is null and a.path is not null`

const FILL = `
update attachment a set hash = decode(x.hash, 'hex'), bytes = x.bytes, media_type = x.type
from unnest($ids::bigint[], $hashes::text[], $bytes::bigint[], $types::text[]) as x (id, hash, bytes, type) where a.id = x.id`
