import { Controller, Get, Inject, Injectable, Module, Param, ParseIntPipe, StreamableFile } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, Ctx } from '../access/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { rowsOf } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import { Sandboxed } from '../platform/sandboxed.js'

/** What a browser may show by itself; everything else is handed out to be saved. */
const SHOWN = new Set(['image/png', 'image/jpeg', 'image/gif', 'image/webp', 'video/webm', 'video/mp4', 'text/plain'])

@Injectable()
export class AttachmentsService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
  ) {}

  async content({ project }: Context, id: number): Promise<StreamableFile> {
    const [row] = await rowsOf<{ name: string; hash: string | null; bytes: string; mediaType: string }>(
      this,
      `select name, encode(hash, 'hex') as hash, bytes, media_type as "mediaType" from attachment where id = $id and project_id = $projectId`,
      { id, projectId: project.id },
    )
    if (!row) throw new Problem('notFound', 'notFound', 'There is no such attachment')
    const content = row.hash && (await this.blobs.get(row.hash))
    if (!content) throw new Problem('notFound', 'notDelivered', `“${row.name}” is named in the report and was not delivered with it`)
    const shown = SHOWN.has(row.mediaType)
    return new StreamableFile(content, {
      type: row.mediaType === 'text/plain' ? 'text/plain; charset=utf-8' : shown ? row.mediaType : 'application/octet-stream',
      disposition: `${shown ? 'inline' : 'attachment'}; filename*=UTF-8''${encodeURIComponent(row.name)}`,
      length: Number(row.bytes),
    })
  }
}

@Controller('projects/:project/attachments')
export class AttachmentsController {
  constructor(private readonly attachments: AttachmentsService) {}

  /**
   * The content of an attachment. Its type is that of its bytes, and it can run nothing.
   * @answers application/octet-stream
   */
  @Get(':id')
  @Sandboxed()
  content(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<StreamableFile> {
    return this.attachments.content(context, id)
  }
}

@Module({ controllers: [AttachmentsController], providers: [AttachmentsService] })
export class AttachmentsModule {}
