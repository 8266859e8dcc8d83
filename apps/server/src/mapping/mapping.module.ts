import { Module } from '@nestjs/common'
import { MappingController } from './mapping.controller.js'
import { MappingService } from './mapping.service.js'
import { PushService } from './push.service.js'
import { RulesService } from './rules.service.js'
import { Suggester } from './suggester.js'

@Module({ controllers: [MappingController], providers: [MappingService, PushService, RulesService, Suggester] })
export class MappingModule {}
