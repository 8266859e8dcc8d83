import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { DefectsController, TrackerHooksController } from './defects.controller.js'
import { DefectsService } from './defects.service.js'
import { TrackerService } from './tracker.service.js'
import { TrackerWatch } from './tracker-watch.js'

@Module({
  imports: [AccessModule],
  controllers: [DefectsController, TrackerHooksController],
  providers: [TrackerService, DefectsService, TrackerWatch],
  exports: [DefectsService],
})
export class DefectsModule {}
