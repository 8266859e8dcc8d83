import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Patch, Post, Put } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { Source, SourceList, SourceLook } from '../contract/index.js'
import { SourceDto, SourcePausedDto } from './sources.dto.js'
import { SourcesService } from './sources.service.js'

@Controller('projects/:project/sources')
export class SourcesController {
  constructor(private readonly sources: SourcesService) {}

  /** Folders and addresses that are looked into at an interval. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<SourceList> {
    return this.sources.list(context)
  }

  /** Adds a source. */
  @Post()
  @Needs('manage')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() source: SourceDto): Promise<Source> {
    return this.sources.add(context, source)
  }

  /** What a source that is only being thought of holds, and what would become of it; nothing is stored. */
  @Post('look')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(200)
  look(@Ctx() context: Context, @Body() source: SourceDto): Promise<SourceLook> {
    return this.sources.look(context, source, null)
  }

  /** The same for one that is there: what it brought before is told apart. */
  @Post(':id/look')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(200)
  lookAgain(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() source: SourceDto): Promise<SourceLook> {
    return this.sources.look(context, source, id)
  }

  /** Changes a source. */
  @Put(':id')
  @Needs('manage')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() source: SourceDto): Promise<Source> {
    return this.sources.edit(context, id, source)
  }

  /** Pauses a source, or goes on with it. */
  @Patch(':id')
  @Needs('manage')
  @PersonOnly()
  pause(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { paused }: SourcePausedDto): Promise<Source> {
    return this.sources.pause(context, id, paused)
  }

  /** Looks into a source now and takes in what is new. */
  @Post(':id/fetch')
  @Needs('deliver')
  @PersonOnly()
  @HttpCode(200)
  fetchNow(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Source> {
    return this.sources.fetchNow(context, id)
  }

  /** Forgets a source; what it brought stays. */
  @Delete(':id')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.sources.remove(context, id)
  }
}
