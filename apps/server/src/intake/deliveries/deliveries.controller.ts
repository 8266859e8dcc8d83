import { Body, Controller, Get, HttpCode, Param, ParseIntPipe, Post, StreamableFile } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../../access/index.js'
import type { DeliveryDetail, DeliveryFile, DeliveryRow } from '../../contract/index.js'
import { Sandboxed } from '../../platform/sandboxed.js'
import { DeliveriesService } from './deliveries.service.js'
import { PlaceDto } from '../intake.dto.js'

@Controller('projects/:project/deliveries')
export class DeliveriesController {
  constructor(private readonly deliveries: DeliveriesService) {}

  /** The newest deliveries, each with what its files came to. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<DeliveryRow[]> {
    return this.deliveries.list(context)
  }

  /** A delivery: who, from where, what was decided, and each of its files. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<DeliveryDetail> {
    return this.deliveries.get(context, id)
  }

  /**
   * A file as it was delivered.
   * @answers application/octet-stream
   */
  @Get(':id/files/:file/original')
  @Needs('read')
  @Sandboxed()
  async original(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('file', ParseIntPipe) file: number,
  ): Promise<StreamableFile> {
    const { name, content } = await this.deliveries.original(context, id, file)
    const last = name.split(/[\\/]/).at(-1) ?? name
    return new StreamableFile(content, {
      type: 'application/octet-stream',
      disposition: `attachment; filename*=UTF-8''${encodeURIComponent(last)}`,
    })
  }

  /**
   * Reads a kept file again with the reader of today, in place of what it brought before; an undone one is taken in again. One that was
   * attached is attached again, with all that its delivery attached.
   */
  @Post(':id/files/:file/reading')
  @Needs('deliver')
  @PersonOnly()
  @HttpCode(200)
  readAgain(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('file', ParseIntPipe) file: number,
  ): Promise<DeliveryFile> {
    return this.deliveries.readAgain(context, id, file)
  }

  /** Moves a delivery to another pipeline, build, branch or environment. */
  @Post(':id/move')
  @Needs('deliver')
  @PersonOnly()
  @HttpCode(200)
  move(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() place: PlaceDto): Promise<DeliveryDetail> {
    return this.deliveries.move(context, id, place)
  }

  /** Takes all that a delivery brought out again; its files are kept, and can be read again. */
  @Post(':id/undo')
  @Needs('deliver')
  @PersonOnly()
  @HttpCode(200)
  undo(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<DeliveryDetail> {
    return this.deliveries.undo(context, id)
  }
}
