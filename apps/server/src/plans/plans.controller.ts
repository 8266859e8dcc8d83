import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { PlanDetail, PlanList, StartRow, Today } from '../contract/index.js'
import { PartsService } from './parts.service.js'
import { DayDto, PlanDto, StartDto, StopDto } from './plans.dto.js'
import { PlansService } from './plans.service.js'
import { StartsService } from './starts.service.js'

@Controller('projects/:project/plans')
export class PlansController {
  constructor(
    private readonly plans: PlansService,
    private readonly starts: StartsService,
    private readonly parts: PartsService,
  ) {}

  /** Plans, and when each starts next. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<PlanList> {
    return this.plans.list(context)
  }

  /** A day on one page: what ran, runs, waits and will run. */
  @Get('today')
  @Needs('read')
  today(@Ctx() context: Context, @Query() { from }: DayDto): Promise<Today> {
    return this.parts.today(context, from ? new Date(from) : new Date(new Date().setUTCHours(0, 0, 0, 0)))
  }

  /** A plan with its forecast, its next times, and what it started. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<PlanDetail> {
    return this.plans.get(context, id)
  }

  /** Adds a plan. */
  @Post()
  @Needs('run')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() plan: PlanDto): Promise<PlanDetail> {
    return this.plans.add(context, plan)
  }

  /** Changes a plan: all that it says. What is under way goes on as it was started. */
  @Put(':id')
  @Needs('run')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() plan: PlanDto): Promise<PlanDetail> {
    return this.plans.edit(context, id, plan)
  }

  /** Deletes a plan. What it ran stays. */
  @Delete(':id')
  @Needs('run')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.plans.remove(context, id)
  }

  /** The same plan under another name, without its times. */
  @Post(':id/copy')
  @Needs('run')
  @PersonOnly()
  @HttpCode(200)
  duplicate(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<PlanDetail> {
    return this.plans.duplicate(context, id)
  }

  /** Starts a plan now; a trial stays out of the record. Also for programs outside, with a token of the scope “start”. */
  @Post(':id/start')
  @Needs('start')
  @HttpCode(200)
  start(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { trial }: StartDto): Promise<StartRow> {
    return this.starts.startNow(context, id, trial ?? false)
  }
}

@Controller('projects/:project/starts')
export class StartsController {
  constructor(private readonly starts: StartsService) {}

  /** What became of a start: its runs, parts, and what was left out. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<StartRow> {
    return this.starts.get(context, id)
  }

  /** Stops what is under way of a start, or of one of its runs. */
  @Post(':id/stop')
  @Needs('start')
  @HttpCode(204)
  stop(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { runId }: StopDto): Promise<void> {
    return this.starts.stop(context, id, runId ?? null)
  }
}
