import { Controller, Get, Module, Query } from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs } from '../access/index.js'
import type { FlakyList } from '../contract/index.js'
import { HistoryModule } from '../history/index.js'
import { LensDto, lensOf } from '../runs/index.js'
import { TrendsService } from './trends.service.js'

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

@Module({ imports: [AccessModule, HistoryModule], controllers: [TrendsController], providers: [TrendsService] })
export class TrendsModule {}
