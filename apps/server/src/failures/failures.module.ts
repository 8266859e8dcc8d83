import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { DefectsModule } from '../defects/index.js'
import { HistoryModule } from '../history/index.js'
import { PlansModule } from '../plans/index.js'
import { DecisionsService } from './decisions.service.js'
import { FailureDetailService } from './failure-detail.service.js'
import { FailureListService } from './failure-list.service.js'
import { FailureWatch } from './failure-watch.js'
import { FailuresController, MutesController } from './failures.controller.js'
import { GroupDefectsService } from './group-defects.service.js'
import { MutesService } from './mutes.service.js'
import { SuggestionsService } from './suggestions.service.js'

@Module({
  imports: [AccessModule, DefectsModule, HistoryModule, PlansModule],
  controllers: [FailuresController, MutesController],
  providers: [
    FailureListService,
    FailureDetailService,
    DecisionsService,
    SuggestionsService,
    GroupDefectsService,
    MutesService,
    FailureWatch,
  ],
  exports: [FailureListService],
})
export class FailuresModule {}
