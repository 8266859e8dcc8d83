import { Controller, Get, HttpCode, Param, ParseIntPipe, Post } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../../access/index.js'
import type { DeliveryReport, QueuedDelivery } from '../../contract/index.js'
import { QueueService } from './queue.service.js'

@Controller('projects/:project')
export class QueueController {
  constructor(private readonly queue: QueueService) {}

  /** Deliveries that come in, wait, are being read, or were given up. */
  @Get('queue')
  @Needs('read')
  list(@Ctx() context: Context): Promise<QueuedDelivery[]> {
    return this.queue.list(context)
  }

  /** What a delivery came to, as its sender is answered; while it is not read its state is `waiting`. */
  @Get('deliveries/:id/report')
  @Needs('read')
  report(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<DeliveryReport> {
    return this.queue.report(context, id)
  }

  /** Reads a delivery at once that was given up or put off. */
  @Post('deliveries/:id/retry')
  @Needs('deliver')
  @PersonOnly()
  @HttpCode(204)
  retry(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.queue.retry(context, id)
  }
}
