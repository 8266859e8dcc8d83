import { Module } from '@nestjs/common'
import { KeepingController } from './keeping.controller.js'
import { KeepingService } from './keeping.service.js'
import { NightWatch } from './night-watch.js'

@Module({ controllers: [KeepingController], providers: [KeepingService, NightWatch] })
export class KeepingModule {}
