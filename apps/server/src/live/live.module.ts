import { Module } from '@nestjs/common'
import { IntakeModule } from '../intake/index.js'
import { FeedsController, StopController } from './live.controller.js'
import { LiveService } from './live.service.js'
import { SilenceWatch } from './silence-watch.js'

@Module({
  imports: [IntakeModule],
  controllers: [FeedsController, StopController],
  providers: [LiveService, SilenceWatch],
})
export class LiveModule {}
