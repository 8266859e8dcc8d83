import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { AgentsModule } from '../agents/index.js'
import { EnvironmentsModule } from '../environments/index.js'
import { ManualModule } from '../manual/index.js'
import { SuitesModule } from '../suites/index.js'
import { Bell } from './bell.js'
import { CalendarController } from './calendar.controller.js'
import { ElasticService } from './elastic.service.js'
import { HandingService } from './handing.service.js'
import { PartsController, PartsOfRunController, WorkController } from './parts.controller.js'
import { PartsService } from './parts.service.js'
import { PlanWatch } from './plan-watch.js'
import { PlansController, StartsController } from './plans.controller.js'
import { PlansService } from './plans.service.js'
import { StartsService } from './starts.service.js'
import { WorkService } from './work.service.js'

@Module({
  imports: [AccessModule, AgentsModule, EnvironmentsModule, ManualModule, SuitesModule],
  controllers: [PlansController, StartsController, WorkController, PartsController, PartsOfRunController, CalendarController],
  exports: [StartsService],
  providers: [Bell, PlansService, StartsService, WorkService, PartsService, HandingService, ElasticService, PlanWatch],
})
export class PlansModule {}
