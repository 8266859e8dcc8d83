import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { EventsModule } from '../events/events.module.js'
import { RunsModule } from '../runs/index.js'
import { DeliveriesController } from './deliveries/deliveries.controller.js'
import { DeliveriesService } from './deliveries/deliveries.service.js'
import { IntakeController } from './intake.controller.js'
import { DeliveryReader } from './queue/delivery-reader.js'
import { IntakeService } from './intake.service.js'
import { ScriptMemory } from './placing/known-scripts.js'
import { QueueController } from './queue/queue.controller.js'
import { QueueService } from './queue/queue.service.js'
import { RecountController } from './deliveries/recount.controller.js'

@Module({
  imports: [AccessModule, EventsModule, RunsModule],
  controllers: [IntakeController, QueueController, DeliveriesController, RecountController],
  providers: [IntakeService, ScriptMemory, QueueService, DeliveryReader, DeliveriesService],
  exports: [IntakeService, QueueService, ScriptMemory],
})
export class IntakeModule {}
