import { Controller, Delete, Get, Param, ParseIntPipe, Put, Query } from '@nestjs/common'
import type { CaseScript, ScriptDetail, ScriptList } from '../contract/index.js'
import { Ctx, type Context } from '../access/index.js'
import { ScriptFilterDto } from './scripts.dto.js'
import { ScriptsService } from './scripts.service.js'

@Controller('projects/:project')
export class ScriptsController {
  constructor(private readonly scripts: ScriptsService) {}

  @Get('scripts')
  list(@Ctx() context: Context, @Query() filter: ScriptFilterDto): Promise<ScriptList> {
    return this.scripts.list(context, filter)
  }

  @Get('scripts/:id')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<ScriptDetail> {
    return this.scripts.get(context, id)
  }

  @Put('scripts/:id/links/:key')
  link(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Param('key') key: string): Promise<ScriptDetail> {
    return this.scripts.link(context, id, key)
  }

  @Delete('scripts/:id/links/:key')
  unlink(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Param('key') key: string): Promise<ScriptDetail> {
    return this.scripts.unlink(context, id, key)
  }

  @Get('cases/:key/scripts')
  ofCase(@Ctx() context: Context, @Param('key') key: string): Promise<CaseScript[]> {
    return this.scripts.ofCase(context, key)
  }
}
