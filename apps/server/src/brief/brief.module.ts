import { Controller, Get, Module, Query } from '@nestjs/common'
import type { Brief } from '../contract/index.js'
import { Ctx, type Context, Needs } from '../access/index.js'
import { CommentsModule } from '../comments/index.js'
import { HistoryModule } from '../history/index.js'
import { lensOf, RunsModule } from '../runs/index.js'
import { TrendsModule } from '../trends/index.js'
import { BriefDto } from './brief.dto.js'
import { BriefService } from './brief.service.js'

@Controller('projects/:project/brief')
export class BriefController {
  constructor(private readonly brief: BriefService) {}

  /** What a person who opens Bobbin should know, worst first. */
  @Get()
  @Needs('read')
  get(@Ctx() context: Context, @Query() dto: BriefDto): Promise<Brief> {
    return this.brief.get(context, lensOf(dto), dto.since ? new Date(dto.since) : null)
  }
}

@Module({
  imports: [CommentsModule, TrendsModule, RunsModule, HistoryModule],
  controllers: [BriefController],
  providers: [BriefService],
  exports: [BriefService],
})
export class BriefModule {}
