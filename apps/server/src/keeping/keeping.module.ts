import { Module } from '@nestjs/common'
import { IntakeModule } from '../intake/index.js'
import { KeepingController } from './keeping.controller.js'
import { KeepingService } from './keeping.service.js'
import { NightWatch } from './night-watch.js'

@Module({ imports: [IntakeModule], controllers: [KeepingController], providers: [KeepingService, NightWatch] })
export class KeepingModule {}
