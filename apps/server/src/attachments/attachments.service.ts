import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import parseRange from 'range-parser'
import { Sequelize } from 'sequelize-typescript'
import { buffer } from 'node:stream/consumers'
import type { Readable } from 'node:stream'
import { ZipFile } from 'yazl'
import type { Context, Project } from '../access/index.js'
import type { ArchiveEntry } from '../contract/index.js'
import { BLOBS, type BlobStore, type ByteRange } from '../platform/blobs/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { entriesOf } from './entries.js'
import { thumbnailOf } from './thumbnail.js'

interface StoredAttachment {
  name: string
  hash: string
  bytes: number
  mediaType: string
}

/** A content on its way to somebody, whole or in part. */
export interface Content {
  name: string
  mediaType: string
  content: Readable
  /** Size of the whole, in bytes. */
  bytes: number
  range: ByteRange | null
}

/** Pictures larger than this get no thumbnail, in bytes. */
const MOST_PICTURE = 20 * 1024 ** 2

@Injectable()
export class AttachmentsService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
  ) {}

  /** @param range the header of that name, as players of videos send it */
  async content({ project }: Context, id: number, range: string | undefined): Promise<Content> {
    const { name, mediaType, bytes, hash } = await this.stored(project, id)
    const part = range === undefined ? null : partOf(range, bytes)
    return { name, mediaType, bytes, range: part, content: await this.read(name, hash, part ?? undefined) }
  }

  async thumbnail({ project }: Context, id: number): Promise<Buffer> {
    const { name, mediaType, bytes, hash } = await this.stored(project, id)
    const picture =
      mediaType.startsWith('image/') && bytes <= MOST_PICTURE ? await thumbnailOf(await buffer(await this.read(name, hash))) : null
    if (!picture) throw new Problem('notFound', 'noPicture', `“${name}” is not an image that can be shown small`)
    return picture
  }

  /** The files in an archive. */
  async entries({ project }: Context, id: number): Promise<ArchiveEntry[]> {
    const { name, hash } = await this.stored(project, id)
    return entriesOf(name, await this.read(name, hash))
  }

  /** All attachments of an attempt as one zip, in their order; two of one name are told apart by a number. */
  async zip({ project }: Context, runId: number, scriptId: number, ordinal: number): Promise<Readable> {
    const rows = await rowsOf<StoredAttachment>(
      this,
      `${SELECT} where project_id = $projectId and run_id = $runId and script_id = $scriptId and ordinal = $ordinal and hash is not null order by id`,
      { projectId: project.id, runId, scriptId, ordinal },
    )
    if (rows.length === 0) throw notFound('attachment of attempt', ordinal)
    const zip = new ZipFile()
    const taken = new Set<string>()
    for (const { name, hash, mediaType } of rows) {
      // what is packed already gets no smaller
      const compress = mediaType === 'text/plain'
      zip.addReadStreamLazy(freeName(name, taken), { compress }, (give) => {
        this.read(name, hash).then(
          (content) => give(null, content),
          (error: unknown) => give(error, undefined as never),
        )
      })
    }
    zip.end()
    return zip.outputStream as Readable
  }

  private async stored(project: Project, id: number): Promise<StoredAttachment> {
    const [row] = await rowsOf<Omit<StoredAttachment, 'hash'> & { hash: string | null }>(
      this,
      `${SELECT} where id = $id and project_id = $projectId`,
      { id, projectId: project.id },
    )
    if (!row) throw new Problem('notFound', 'notFound', 'There is no such attachment')
    if (row.hash === null) throw notDelivered(row.name)
    return { ...row, hash: row.hash }
  }

  private async read(name: string, hash: string, range?: ByteRange): Promise<Readable> {
    const content = await this.blobs.get(hash, range)
    if (!content) throw notDelivered(name)
    return content
  }
}

const SELECT = `select name, encode(hash, 'hex') as hash, bytes::float8 as bytes, media_type as "mediaType" from attachment`

const notDelivered = (name: string) =>
  new Problem('notFound', 'notDelivered', `“${name}” is named in the report and was not delivered with it`)

/** One part of a content; the whole where the header asks for several, or makes no sense. */
function partOf(header: string, bytes: number): ByteRange | null {
  const ranges = parseRange(bytes, header, { combine: true })
  if (ranges === -1) throw new Problem('range', 'range', `It has ${bytes} bytes, and none of those that are asked for`)
  return ranges !== -2 && ranges.length === 1 && ranges.type === 'bytes' ? (ranges[0] ?? null) : null
}

/** `shot.png`, `shot (2).png`; without folders that would lead out of where it is unpacked. */
function freeName(wanted: string, taken: Set<string>): string {
  const name = wanted.split(/[\\/]/).at(-1)?.replace(/^\.+$/, '') || 'attachment'
  const [, stem = name, end = ''] = /^(.+?)(\.[^.]*)?$/s.exec(name) ?? []
  let free = name
  for (let i = 2; taken.has(free); i++) free = `${stem} (${i})${end}`
  taken.add(free)
  return free
}
