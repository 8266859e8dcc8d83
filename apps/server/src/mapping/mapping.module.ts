import { Module } from '@nestjs/common'
import { RunsModule } from '../runs/index.js'
import { MappingController } from './mapping.controller.js'
import { MappingService } from './mapping.service.js'
import { PushService } from './push.service.js'
import { RulesService } from './rules.service.js'
import { SilentScripts } from './silent-scripts.js'
import { Suggester } from './suggester.js'

@Module({
  imports: [RunsModule],
  controllers: [MappingController],
  providers: [MappingService, PushService, RulesService, SilentScripts, Suggester],
  exports: [SilentScripts],
})
export class MappingModule {}
