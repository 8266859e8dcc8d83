import { Controller, Get, Module, Query } from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs } from '../access/index.js'
import type { DayList, FlakyList, SlowList, Weave } from '../contract/index.js'
import { HistoryModule } from '../history/index.js'
import { LensDto, lensOf } from '../runs/index.js'
import { DaysDto, WeaveDto } from './trends.dto.js'
import { DaysService } from './days.service.js'
import { SlowService } from './slow.service.js'
import { TrendsService } from './trends.service.js'
import { WeaveService } from './weave.service.js'

@Controller('projects/:project/trends')
export class TrendsController {
  constructor(
    private readonly trends: TrendsService,
    private readonly slow: SlowService,
    private readonly days: DaysService,
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

@Module({
  imports: [AccessModule, HistoryModule],
  controllers: [TrendsController, WeaveController],
  providers: [DaysService, SlowService, TrendsService, WeaveService],
})
export class TrendsModule {}
