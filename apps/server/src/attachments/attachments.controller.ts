import { Controller, Get, Header, Headers, Param, ParseIntPipe, Res, StreamableFile } from '@nestjs/common'
import type { Response } from 'express'
import { type Context, Ctx, Needs } from '../access/index.js'
import type { ArchiveEntry } from '../contract/index.js'
import { Sandboxed } from '../platform/sandboxed.js'
import { shownFile } from '../platform/shown-file.js'
import { AttachmentsService } from './attachments.service.js'

@Controller('projects/:project')
export class AttachmentsController {
  constructor(private readonly attachments: AttachmentsService) {}

  /**
   * The content of an attachment. Its type is that of its bytes, and it can run nothing. A part of it is given to who asks for a range.
   * @answers application/octet-stream
   */
  @Get('attachments/:id')
  @Needs('read')
  @Header('accept-ranges', 'bytes')
  @Sandboxed()
  async content(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Headers('range') header: string | undefined,
    @Res({ passthrough: true }) response: Response,
  ): Promise<StreamableFile> {
    const found = await this.attachments.content(context, id, header)
    const { bytes, range } = found
    if (range) {
      response.status(206).setHeader('content-range', `bytes ${range.start}-${range.end}/${bytes}`)
      // what is packed on its way is no part of it any more
      response.setHeader('cache-control', 'private, max-age=3600, immutable, no-transform')
    }
    return shownFile(found, range ? range.end - range.start + 1 : bytes)
  }

  /**
   * A picture made small.
   * @answers image/webp
   */
  @Get('attachments/:id/thumbnail')
  @Needs('read')
  @Sandboxed()
  async thumbnail(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<StreamableFile> {
    return new StreamableFile(await this.attachments.thumbnail(context, id), { type: 'image/webp', disposition: 'inline' })
  }

  /** The files in an attached archive, with their sizes unpacked. */
  @Get('attachments/:id/entries')
  @Needs('read')
  entries(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<ArchiveEntry[]> {
    return this.attachments.entries(context, id)
  }

  /**
   * All attachments of an attempt as one zip.
   * @answers application/zip
   */
  @Get('runs/:id/results/:script/attempts/:ordinal/attachments')
  @Needs('read')
  @Sandboxed()
  async zip(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('script', ParseIntPipe) script: number,
    @Param('ordinal', ParseIntPipe) ordinal: number,
  ): Promise<StreamableFile> {
    const content = await this.attachments.zip(context, id, script, ordinal)
    return new StreamableFile(content, {
      type: 'application/zip',
      disposition: `attachment; filename="run-${id}-script-${script}-attempt-${ordinal}.zip"`,
    })
  }
}
