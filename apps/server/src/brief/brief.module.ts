import { Controller, Get, HttpCode, Module, Post, Query } from '@nestjs/common'
import type { Brief, BriefLook } from '../contract/index.js'
import { AccessModule, Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import { CommentsModule } from '../comments/index.js'
import { HistoryModule } from '../history/index.js'
import { MappingModule } from '../mapping/index.js'
import { lensOf, RunsModule } from '../runs/index.js'
import { TrendsModule } from '../trends/index.js'
import { BriefDto } from './brief.dto.js'
import { BriefLooksService } from './brief-looks.service.js'
import { BriefMailService } from './brief-mail.service.js'
import { BriefService } from './brief.service.js'

@Controller('projects/:project/brief')
export class BriefController {
  constructor(
    private readonly brief: BriefService,
    private readonly looks: BriefLooksService,
  ) {}

  /** What a person who opens Bobbin should know, worst first. */
  @Get()
  @Needs('read')
  get(@Ctx() context: Context, @Query() dto: BriefDto): Promise<Brief> {
    return this.brief.get(context, lensOf(dto), dto.since ? new Date(dto.since) : null)
  }

  /** Notes that you look at the Brief now, and says when you did before. Looks within an hour are one. */
  @Post('looks')
  @Needs('read')
  @PersonOnly()
  @HttpCode(200)
  look(@Ctx() context: Context): Promise<BriefLook> {
    return this.looks.note(context)
  }
}

@Module({
  imports: [AccessModule, CommentsModule, MappingModule, TrendsModule, RunsModule, HistoryModule],
  controllers: [BriefController],
  providers: [BriefService, BriefLooksService, BriefMailService],
  exports: [BriefService],
})
export class BriefModule {}
