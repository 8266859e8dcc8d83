import { Controller, HttpCode, Inject, Post, Query, Req } from '@nestjs/common'
import type { DeliveryReport } from '../contract/index.js'
import type { IncomingMessage } from 'node:http'
import { Ctx, Needs, type Context } from '../access/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { takeFiles } from './reading/incoming-files.js'
import { TargetDto } from './intake.dto.js'
import { IntakeService } from './intake.service.js'
import { QueueService } from './queue/queue.service.js'

@Controller('projects/:project/deliveries')
export class IntakeController {
  constructor(
    private readonly intake: IntakeService,
    private readonly queue: QueueService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * Takes result files. Where they belong is in the query, so that reading can start with the first byte. A large delivery is stored
   * first and answered at once with the state `waiting`; its report can be asked for when it is read.
   * @takes multipart/form-data
   */
  @Post()
  @Needs('deliver')
  @HttpCode(200)
  async deliver(@Ctx() context: Context, @Query() target: TargetDto, @Req() request: IncomingMessage): Promise<DeliveryReport> {
    const bytes = Math.max(Number(request.headers['content-length'] ?? 0), target.bytes ?? 0)
    if (bytes > this.config.queueBytes)
      return this.queue.take(context, target, (taker) => takeFiles(request, taker, this.config.uploadIdleMs))
    const delivery = await this.intake.open(context, target)
    try {
      await takeFiles(request, delivery, this.config.uploadIdleMs)
      return await delivery.finish()
    } finally {
      delivery.dispose()
    }
  }
}
