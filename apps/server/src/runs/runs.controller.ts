import { Controller, Get, Param, ParseIntPipe, Query, StreamableFile } from '@nestjs/common'
import type { ResultDetail, RunDetail, RunList, RunRows, Threads } from '../contract/index.js'
import { Ctx, type Context, Needs } from '../access/index.js'
import { ChangeDto, LensDto, lensOf, RunExportDto, SpanDto, ThreadsDto } from './runs.dto.js'
import { RunExportService } from './run-export.service.js'
import { RunsService } from './runs.service.js'

@Controller('projects/:project/runs')
export class RunsController {
  constructor(
    private readonly runs: RunsService,
    private readonly exports: RunExportService,
  ) {}

  /** The runs in the lens, newest first. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() lens: LensDto): Promise<RunList> {
    return this.runs.list(context, lensOf(lens))
  }

  /** A run, by what changed against the build before. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() { span }: SpanDto): Promise<RunDetail> {
    return this.runs.get(context, id, span)
  }

  /**
   * Every result of a run as a table.
   * @answers text/csv
   */
  @Get(':id/export')
  @Needs('read')
  export(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() { format }: RunExportDto): Promise<StreamableFile> {
    return this.exports.results(context, id, format)
  }

  /** The results of a run that changed in one way. */
  @Get(':id/results')
  @Needs('read')
  rows(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() query: ChangeDto): Promise<RunRows> {
    return this.runs.rowsOfChange(context, id, query.change, query.span)
  }

  /** Threads of some scripts in the lane of a run, up to that run. */
  @Get(':id/threads')
  @Needs('read')
  threads(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() { scripts, span }: ThreadsDto): Promise<Threads> {
    return this.runs.threads(context, id, scripts, span)
  }

  /** What became of one script in a run, with its attempts. */
  @Get(':id/results/:script')
  @Needs('read')
  result(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('script', ParseIntPipe) script: number,
  ): Promise<ResultDetail> {
    return this.runs.result(context, id, script)
  }
}
