import { type AttachmentRef, mediaTypeOf } from '@bobbin/core'
import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BlobStore } from '../platform/blobs/blob-store.js'
import { type Queryable, run } from '../platform/database.js'

interface Staged {
  seq: number
  ordinal: number
  name: string
  path: string | null
  hash: string | null
  bytes: number | null
  mediaType: string | null
}

/** Attachments that the results of a file bring or name, until their file is stored; contents wait on disk, each once. */
export class StagedAttachments {
  private readonly staged: Staged[] = []
  private readonly contents = new Set<string>()
  private folder: string | null = null

  add(seq: number, ordinal: number, refs: readonly AttachmentRef[]): void {
    for (const { name, path, mediaType, content } of refs) {
      if (content === null) this.staged.push({ seq, ordinal, name, path, hash: null, bytes: null, mediaType })
      else {
        const bytes = Buffer.from(content.text, content.encoding)
        this.staged.push({
          seq,
          ordinal,
          name,
          path,
          hash: this.keep(bytes),
          bytes: bytes.length,
          mediaType: mediaTypeOf(bytes.subarray(0, 512)),
        })
      }
    }
  }

  private keep(bytes: Buffer): string {
    const hash = createHash('sha256').update(bytes).digest('hex')
    if (this.contents.has(hash)) return hash
    this.folder ??= mkdtempSync(join(tmpdir(), 'bobbin-attached-'))
    writeFileSync(join(this.folder, hash), bytes, { mode: 0o600 })
    this.contents.add(hash)
    return hash
  }

  /** Stores the attachments of a file whose attempts were just stored, in the transaction that has its stage. */
  async store(db: Queryable, blobs: BlobStore, place: { projectId: number; runId: number; day: string; fileId: number }): Promise<void> {
    if (this.staged.length === 0) return
    for (const hash of this.contents) await blobs.put(hash, readFileSync(join(this.folder ?? '', hash)))
    const column = <K extends keyof Staged>(key: K) => this.staged.map((one) => one[key])
    await run(db, STORE_ATTACHMENTS, {
      ...place,
      seqs: column('seq'),
      ordinals: column('ordinal'),
      names: column('name'),
      paths: column('path'),
      hashes: column('hash'),
      sizes: column('bytes'),
      types: column('mediaType'),
    })
  }

  dispose(): void {
    if (this.folder) rmSync(this.folder, { recursive: true, force: true })
    this.folder = null
  }
}

/** Attempts are numbered on from those that the run had; the nth of a script in the stage is the nth that this file stored of it. */
const STORE_ATTACHMENTS = `
with named as (
  select * from unnest($seqs::int[], $ordinals::int[], $names::text[], $paths::text[], $hashes::text[], $sizes::bigint[], $types::text[])
    with ordinality as x (seq, ordinal, name, path, hash, bytes, type, nth)
), staged as (
  select a.seq, a.ordinal, t.script_id, row_number() over (partition by t.script_id order by a.seq, a.ordinal) as nth
  from stage_attempt a join stage_script t on t.seq = a.seq
  where t.script_id in (select script_id from stage_script join named n using (seq))
), stored as (
  select a.script_id, a.ordinal, row_number() over (partition by a.script_id order by a.ordinal) as nth
  from attempt a where a.run_id = $runId and a.day = $day::date and a.file_id = $fileId
)
insert into attachment (project_id, run_id, script_id, file_id, ordinal, name, path, hash, bytes, media_type)
select $projectId, $runId, t.script_id, $fileId, t.ordinal, left(n.name, 500), left(n.path, 2000), decode(n.hash, 'hex'), n.bytes, n.type
from named n
join staged g on g.seq = n.seq and g.ordinal = n.ordinal
join stored t on t.script_id = g.script_id and t.nth = g.nth
order by n.nth`
