import { type AttachmentRef, mediaTypeOf } from '@bobbin/core'
import { hash } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { BlobStore } from '../../platform/blobs/blob-store.js'
import { type InTransaction, run } from '../../platform/database.js'
import { bytesField, copyChunks, NULL_FIELD, textField } from './copy-text.js'
import { Spool } from './spool.js'

const COLUMNS = ['seq', 'ordinal', 'name', 'path', 'hash', 'bytes', 'type']

const MAKE_STAGE_ATTACHMENT =
  'create temporary table if not exists stage_attachment (nth int generated always as identity, seq int, ordinal int, name text, path text, hash bytea, bytes bigint, type text) on commit delete rows'

/** Attachments that the results of a file bring or name, until their file is stored: all on disk, each content once. */
export class StagedAttachments {
  private readonly rows = new Spool()
  /** The media types of contents, by hash. */
  private readonly contents = new Map<string, string>()
  private folder: string | null = null

  get isEmpty(): boolean {
    return this.rows.isEmpty
  }

  add(seq: number, ordinal: number, refs: readonly AttachmentRef[]): void {
    for (const { name, path, mediaType, content } of refs) {
      const own = content === null ? null : this.keep(Buffer.from(content.text, content.encoding))
      const fields = [name, path].map(textField)
      this.rows.add(
        [
          seq,
          ordinal,
          ...fields,
          own ? bytesField(own.hash) : NULL_FIELD,
          own?.bytes ?? NULL_FIELD,
          textField(own?.mediaType ?? mediaType),
        ].join('\t'),
      )
    }
  }

  private keep(content: Buffer): { hash: string; bytes: number; mediaType: string } {
    const sha = hash('sha256', content, 'hex')
    let mediaType = this.contents.get(sha)
    if (mediaType === undefined) {
      this.folder ??= mkdtempSync(join(tmpdir(), 'bobbin-attached-'))
      writeFileSync(join(this.folder, sha), content, { mode: 0o600 })
      mediaType = mediaTypeOf(content.subarray(0, 512))
      this.contents.set(sha, mediaType)
    }
    return { hash: sha, bytes: content.length, mediaType }
  }

  /** Stores the attachments of a file whose attempts were just stored, in the transaction that has its stage. */
  async store(
    db: InTransaction,
    blobs: BlobStore,
    place: { projectId: number; runId: number; day: string; fileId: number },
  ): Promise<void> {
    if (this.rows.isEmpty) return
    for (const sha of this.contents.keys()) await blobs.put(sha, readFileSync(join(this.folder ?? '', sha)))
    await run(db, MAKE_STAGE_ATTACHMENT)
    await copyChunks(db.transaction, 'stage_attachment', COLUMNS, this.rows.chunks())
    await run(db, STORE_ATTACHMENTS, place)
  }

  dispose(): void {
    this.rows.dispose()
    if (this.folder) rmSync(this.folder, { recursive: true, force: true })
    this.folder = null
  }
}

/**
 * Attempts are numbered on from those that the run had. Counted from the last, the nth of a script in the stage is the nth that this
 * file stored of it: a live file stored others before, with earlier batches.
 */
const STORE_ATTACHMENTS = `
with staged as (
  select seq, ordinal, script_id, row_number() over (partition by script_id order by seq desc, ordinal desc) as nth
  from stage_attempt where script_id in (select script_id from stage_attempt join stage_attachment using (seq))
), stored as (
  select a.script_id, a.ordinal, row_number() over (partition by a.script_id order by a.ordinal desc) as nth
  from attempt a where a.run_id = $runId and a.day = $day::date and a.file_id = $fileId
)
insert into attachment (project_id, run_id, script_id, file_id, ordinal, name, path, hash, bytes, media_type)
select $projectId, $runId, t.script_id, $fileId, t.ordinal, left(n.name, 500), left(n.path, 2000), n.hash, n.bytes, n.type
from stage_attachment n
join staged g on g.seq = n.seq and g.ordinal = n.ordinal
join stored t on t.script_id = g.script_id and t.nth = g.nth
order by n.nth`
