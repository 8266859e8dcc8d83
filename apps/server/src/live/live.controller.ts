import { Body, Controller, Delete, HttpCode, Param, ParseIntPipe, Post } from '@nestjs/common'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { BatchTaken, FeedClosed, FeedOpened } from '../contract/index.js'
import { BatchDto, CloseFeedDto, OpenFeedDto } from './live.dto.js'
import { LiveService } from './live.service.js'

@Controller('projects/:project/feeds')
export class FeedsController {
  constructor(private readonly live: LiveService) {}

  /** Opens a feed: a sender that tells the results of a run one by one while its tests run. Opening it again finds it. */
  @Post()
  @Needs('deliver')
  @HttpCode(200)
  open(@Ctx() context: Context, @Body() feed: OpenFeedDto): Promise<FeedOpened> {
    return this.live.open(context, feed)
  }

  /** Takes the next batch of results. One that was taken before changes nothing, so that it may be sent again. */
  @Post(':id/batches')
  @Needs('deliver')
  @HttpCode(200)
  take(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() batch: BatchDto): Promise<BatchTaken> {
    return this.live.take(context, id, batch)
  }

  /** Says that everything was sent. The run ends with its last feed, once its announced shards are in. */
  @Post(':id/close')
  @Needs('deliver')
  @HttpCode(200)
  close(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() close: CloseFeedDto): Promise<FeedClosed> {
    return this.live.close(context, id, close)
  }
}

@Controller('projects/:project/runs')
export class StopController {
  constructor(private readonly live: LiveService) {}

  /** Asks a live run to stop: its reporters are told with their next batch, and tell their runner where they can. */
  @Post(':id/stop')
  @Needs('run')
  @HttpCode(204)
  stop(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.live.stop(context, id)
  }

  /** Takes the asking to stop back. */
  @Delete(':id/stop')
  @Needs('run')
  @HttpCode(204)
  takeBack(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.live.takeBack(context, id)
  }
}
