import { Controller, Get, Param, ParseIntPipe, Query } from '@nestjs/common'
import type { ResultDetail, RunDetail, RunList, RunRows } from '../contract/index.js'
import { Ctx, type Context } from '../access/index.js'
import { ChangeDto, LensDto, lensOf } from './runs.dto.js'
import { RunsService } from './runs.service.js'

@Controller('projects/:project/runs')
export class RunsController {
  constructor(private readonly runs: RunsService) {}

  @Get()
  list(@Ctx() context: Context, @Query() lens: LensDto): Promise<RunList> {
    return this.runs.list(context, lensOf(lens))
  }

  @Get(':id')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<RunDetail> {
    return this.runs.get(context, id)
  }

  @Get(':id/results')
  rows(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() query: ChangeDto): Promise<RunRows> {
    return this.runs.rowsOfChange(context, id, query.change)
  }

  @Get(':id/results/:script')
  result(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('script', ParseIntPipe) script: number,
  ): Promise<ResultDetail> {
    return this.runs.result(context, id, script)
  }
}
