import { Module } from '@nestjs/common'
import { RunsModule } from '../runs/index.js'
import { DeliveriesController } from './deliveries.controller.js'
import { DeliveriesService } from './deliveries.service.js'
import { IntakeController } from './intake.controller.js'
import { IntakeService } from './intake.service.js'

@Module({ imports: [RunsModule], controllers: [IntakeController, DeliveriesController], providers: [IntakeService, DeliveriesService] })
export class IntakeModule {}
