import { Controller, Get, Module, Param, ParseIntPipe, Query } from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs } from '../access/index.js'
import type { ActivityList, AreaList, DayList, FiguresRecount, FlakyList, SlowList, TestLife, Weave } from '../contract/index.js'
import { HistoryModule } from '../history/index.js'
import { LensDto, lensOf, RunsModule } from '../runs/index.js'
import { ActivityDto, AreasDto, DaysDto, WeaveDto } from './trends.dto.js'
import { ACTIVITY_KINDS, ActivityService } from './activity.service.js'
import { AreasService } from './areas.service.js'
import { DaysService } from './days.service.js'
import { FiguresService } from './figures.service.js'
import { LifeService } from './life.service.js'
import { SlowService } from './slow.service.js'
import { TrendsService } from './trends.service.js'
import { WeaveService } from './weave.service.js'

@Controller('projects/:project/trends')
export class TrendsController {
  constructor(
    private readonly trends: TrendsService,
    private readonly slow: SlowService,
    private readonly days: DaysService,
    private readonly areas: AreasService,
    private readonly activities: ActivityService,
    private readonly figures: FiguresService,
  ) {}

  /** Flaky tests in the lens, by what they cost. */
  @Get('flaky')
  @Needs('read')
  flaky(@Ctx() context: Context, @Query() lens: LensDto): Promise<FlakyList> {
    return this.trends.flaky(context, lensOf(lens))
  }

  /** Tests that take long, that take longer than they did, and what splitting over machines would win. */
  @Get('slow')
  @Needs('read')
  slowest(@Ctx() context: Context, @Query() lens: LensDto): Promise<SlowList> {
    return this.slow.get(context, lensOf(lens))
  }

  /** What failed, day by day, by environment, area, suite, file, team, cause or pipeline; and what a spike is made of. */
  @Get('days')
  @Needs('read')
  dayByDay(@Ctx() context: Context, @Query() dto: DaysDto): Promise<DayList> {
    const { by = 'area', from, to, outages } = dto
    const chosen: [string, string] | null = from === undefined ? null : [from, to ?? from]
    return this.days.get(context, lensOf(dto), { by, chosen, outages: outages !== 'without' })
  }

  /** How areas or suites stand: covered, failing, planned. */
  @Get('areas')
  @Needs('read')
  byArea(@Ctx() context: Context, @Query() dto: AreasDto): Promise<AreaList> {
    return this.areas.get(context, lensOf(dto), dto.by ?? 'area', dto.plan ?? null)
  }

  /** Counts what these pages show by a second, simpler way from raw results, and says what differs. */
  @Get('recount')
  @Needs('read')
  recount(@Ctx() context: Context, @Query() lens: LensDto): Promise<FiguresRecount> {
    return this.figures.recount(context, lensOf(lens))
  }

  /** What goes on: plans, deliveries, scans, sources, agents, messages to the tracker. */
  @Get('activity')
  @Needs('read')
  activity(@Ctx() context: Context, @Query() { kinds, environment, state, person, suite }: ActivityDto): Promise<ActivityList> {
    return this.activities.get(context, {
      kinds: kinds ?? ACTIVITY_KINDS,
      environment: environment ?? null,
      state: state ?? null,
      person: person ?? null,
      suite: suite ?? null,
    })
  }
}

@Controller('projects/:project/weave')
export class WeaveController {
  constructor(private readonly weaves: WeaveService) {}

  /** Tests down, builds across: what became of each test in each build of a pipeline. */
  @Get()
  @Needs('read')
  weave(@Ctx() context: Context, @Query() dto: WeaveDto): Promise<Weave> {
    return this.weaves.get(context, lensOf(dto), { pipeline: dto.pipeline ?? null, all: dto.all === 'true' })
  }
}

@Controller('projects/:project/tests')
export class LifeController {
  constructor(private readonly lives: LifeService) {}

  /** One test's life: all its runs, what was done about it, where it does worse, and whether what was done helped. */
  @Get(':id')
  @Needs('read')
  life(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<TestLife> {
    return this.lives.get(context, id)
  }
}

@Module({
  imports: [AccessModule, HistoryModule, RunsModule],
  controllers: [TrendsController, WeaveController, LifeController],
  providers: [ActivityService, AreasService, DaysService, FiguresService, LifeService, SlowService, TrendsService, WeaveService],
  exports: [ActivityService, AreasService, DaysService, SlowService, TrendsService, WeaveService],
})
export class TrendsModule {}
