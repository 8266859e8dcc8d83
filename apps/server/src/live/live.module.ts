import { Module } from '@nestjs/common'
import { FeedsController, StopController } from './live.controller.js'
import { LiveService } from './live.service.js'
import { SilenceWatch } from './silence-watch.js'

@Module({ controllers: [FeedsController, StopController], providers: [LiveService, SilenceWatch] })
export class LiveModule {}
