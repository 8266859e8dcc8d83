import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common'
import type { CaseScript, ScriptDetail, ScriptList, ScriptsDecided } from '../contract/index.js'
import { Ctx, type Context, Needs } from '../access/index.js'
import { DecideDto, ScriptFilterDto } from './scripts.dto.js'
import { ScriptsService } from './scripts.service.js'

@Controller('projects/:project')
export class ScriptsController {
  constructor(private readonly scripts: ScriptsService) {}

  /** The scripts that fit the filters. */
  @Get('scripts')
  @Needs('read')
  list(@Ctx() context: Context, @Query() filter: ScriptFilterDto): Promise<ScriptList> {
    return this.scripts.list(context, filter)
  }

  /** Decides about scripts that have no case: makes one for each, or sets them aside. */
  @Post('scripts/decisions')
  @Needs('link')
  @HttpCode(200)
  decide(@Ctx() context: Context, @Body() { scripts, decision, area }: DecideDto): Promise<ScriptsDecided> {
    return this.scripts.decide(context, scripts, decision, area ?? null)
  }

  /** A script with its links and histories. */
  @Get('scripts/:id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<ScriptDetail> {
    return this.scripts.get(context, id)
  }

  /** Links a script to a case by hand. */
  @Put('scripts/:id/links/:key')
  @Needs('link')
  link(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Param('key') key: string): Promise<ScriptDetail> {
    return this.scripts.link(context, id, key)
  }

  /** Takes a link away for good. A declared key does not bring it back. */
  @Delete('scripts/:id/links/:key')
  @Needs('link')
  unlink(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Param('key') key: string): Promise<ScriptDetail> {
    return this.scripts.unlink(context, id, key)
  }

  /** The scripts of a case, each with its histories. */
  @Get('cases/:key/scripts')
  @Needs('read')
  ofCase(@Ctx() context: Context, @Param('key') key: string): Promise<CaseScript[]> {
    return this.scripts.ofCase(context, key)
  }
}
