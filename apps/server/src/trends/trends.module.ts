import { Controller, Get, Module, Query } from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs } from '../access/index.js'
import type { FlakyList, Weave } from '../contract/index.js'
import { HistoryModule } from '../history/index.js'
import { LensDto, lensOf } from '../runs/index.js'
import { WeaveDto } from './trends.dto.js'
import { TrendsService } from './trends.service.js'
import { WeaveService } from './weave.service.js'

@Controller('projects/:project/trends')
export class TrendsController {
  constructor(private readonly trends: TrendsService) {}

  /** Flaky tests in the lens, by what they cost. */
  @Get('flaky')
  @Needs('read')
  flaky(@Ctx() context: Context, @Query() lens: LensDto): Promise<FlakyList> {
    return this.trends.flaky(context, lensOf(lens))
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
  providers: [TrendsService, WeaveService],
})
export class TrendsModule {}
