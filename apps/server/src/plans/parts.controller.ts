import { Body, Controller, Get, HttpCode, Param, ParseIntPipe, Post, Query, Res } from '@nestjs/common'
import type { Response } from 'express'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { PartList, PartLog, PartTold, StartRow, WorkAnswer } from '../contract/index.js'
import { PartsService } from './parts.service.js'
import { LogFromDto, PartEndDto, PartLogDto, RerunDto, WorkDto } from './plans.dto.js'
import { StartsService } from './starts.service.js'
import { WorkService } from './work.service.js'

@Controller('projects/:project/agents')
export class WorkController {
  constructor(private readonly service: WorkService) {}

  /** An agent asks for work, and says what it runs; answered when there is something to tell, or its patience ends. */
  @Post(':id/work')
  @Needs('work')
  @HttpCode(200)
  work(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Body() asked: WorkDto,
    @Res({ passthrough: true }) response: Response,
  ): Promise<WorkAnswer> {
    let gone = false
    response.once('close', () => (gone = true))
    return this.service.work(context, id, asked, () => gone)
  }
}

@Controller('projects/:project/parts')
export class PartsController {
  constructor(
    private readonly parts: PartsService,
    private readonly work: WorkService,
    private readonly starts: StartsService,
  ) {}

  /** What a part printed, from a place on. */
  @Get(':id/log')
  @Needs('read')
  log(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() { from }: LogFromDto): Promise<PartLog> {
    return this.parts.log(context, id, from ?? 0)
  }

  /** Takes a piece of what a part prints; an empty one only says that its agent is there. Sent again, it changes nothing. */
  @Post(':id/log')
  @Needs('work')
  @HttpCode(200)
  tell(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() piece: PartLogDto): Promise<PartTold> {
    return this.work.log(context, id, piece)
  }

  /** A part is over, and its results are delivered. */
  @Post(':id/end')
  @Needs('work')
  @HttpCode(204)
  end(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() ended: PartEndDto): Promise<void> {
    return this.work.end(context, id, ended)
  }

  /** Stops one part. */
  @Post(':id/stop')
  @Needs('start')
  @HttpCode(204)
  stop(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.starts.stopPart(context, id)
  }
}

@Controller('projects/:project/runs')
export class PartsOfRunController {
  constructor(
    private readonly parts: PartsService,
    private readonly starts: StartsService,
  ) {}

  /** The parts of a run that a plan started, and the runs that did it again. */
  @Get(':id/parts')
  @Needs('read')
  list(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<PartList> {
    return this.parts.ofRun(context, id)
  }

  /** Does a run again: what failed, errored or did not run, or the results of some scripts. */
  @Post(':id/rerun')
  @Needs('run')
  @HttpCode(200)
  rerun(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { scripts }: RerunDto): Promise<StartRow> {
    return this.starts.rerun(context, id, scripts ?? null)
  }
}
