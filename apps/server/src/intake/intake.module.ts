import { Module } from '@nestjs/common'
import { RunsModule } from '../runs/index.js'
import { IntakeController } from './intake.controller.js'
import { IntakeService } from './intake.service.js'

@Module({ imports: [RunsModule], controllers: [IntakeController], providers: [IntakeService] })
export class IntakeModule {}
