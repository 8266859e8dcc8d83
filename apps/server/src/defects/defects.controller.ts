import {
  Body,
  Controller,
  Delete,
  Get,
  Headers,
  HttpCode,
  Param,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Put,
  Query,
  type RawBodyRequest,
  Req,
} from '@nestjs/common'
import type { Request } from 'express'
import { Ctx, type Context, Needs, PersonOnly, Public } from '../access/index.js'
import type { DefectSearch, TrackerState } from '../contract/index.js'
import { DefectSearchDto, DefectStateDto, TrackerDto } from './defects.dto.js'
import { DefectsService } from './defects.service.js'
import { TrackerService } from './tracker.service.js'

@Controller('projects/:project')
export class DefectsController {
  constructor(
    private readonly defects: DefectsService,
    private readonly trackers: TrackerService,
  ) {}

  /** The connection to the defect tracker. */
  @Get('tracker')
  @Needs('read')
  tracker(@Ctx() context: Context): Promise<TrackerState> {
    return this.trackers.get(context)
  }

  /** Connects a tracker, or changes how; to be tested before it is used. */
  @Put('tracker')
  @Needs('manage')
  @PersonOnly()
  set(@Ctx() context: Context, @Body() tracker: TrackerDto): Promise<TrackerState> {
    return this.trackers.set(context, tracker)
  }

  /** Disconnects the tracker; defects stay as they are. */
  @Delete('tracker')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context): Promise<void> {
    return this.trackers.remove(context)
  }

  /** Tests the connection, and sends what waited when all is well. */
  @Post('tracker/test')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(200)
  test(@Ctx() context: Context): Promise<TrackerState> {
    return this.trackers.test(context)
  }

  /** Defects by key or words: what the tracker finds, and what is known here. */
  @Get('defects')
  @Needs('read')
  search(@Ctx() context: Context, @Query() { search }: DefectSearchDto): Promise<DefectSearch> {
    return this.defects.search(context, search?.trim() ?? '')
  }

  /** Closes or reopens a defect in the tracker. */
  @Put('defects/:id/state')
  @Needs('decide')
  @PersonOnly()
  @HttpCode(204)
  setState(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() { open, comment }: DefectStateDto): Promise<void> {
    return this.defects.setState(context, id, open, comment)
  }

  /** Asks the tracker how a defect is. */
  @Post('defects/:id/look')
  @Needs('decide')
  @PersonOnly()
  @HttpCode(204)
  look(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.defects.refresh(context, id)
  }
}

@Controller('tracker-hooks')
@Public()
export class TrackerHooksController {
  constructor(private readonly defects: DefectsService) {}

  /** What a tracker tells of its issues; signed with the secret of its connection. */
  @Post(':hook')
  @HttpCode(204)
  hear(
    @Param('hook', ParseUUIDPipe) hook: string,
    @Headers('x-tracker-signature') signature: string | undefined,
    @Req() request: RawBodyRequest<Request>,
  ): Promise<void> {
    return this.defects.hear(hook, request.rawBody ?? Buffer.alloc(0), signature ?? '')
  }
}
