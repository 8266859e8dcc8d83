import { Controller, Get, Module, Query } from '@nestjs/common'
import type { Brief } from '../contract/index.js'
import { Ctx, type Context, Needs } from '../access/index.js'
import { FailuresModule } from '../failures/index.js'
import { HistoryModule } from '../history/index.js'
import { LensDto, lensOf, RunsModule } from '../runs/index.js'
import { BriefService } from './brief.service.js'

@Controller('projects/:project/brief')
export class BriefController {
  constructor(private readonly brief: BriefService) {}

  /** What a person who opens Bobbin should know, worst first. */
  @Get()
  @Needs('read')
  get(@Ctx() context: Context, @Query() lens: LensDto): Promise<Brief> {
    return this.brief.get(context, lensOf(lens))
  }
}

@Module({ imports: [FailuresModule, RunsModule, HistoryModule], controllers: [BriefController], providers: [BriefService] })
export class BriefModule {}
