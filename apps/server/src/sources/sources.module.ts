import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { IntakeModule } from '../intake/index.js'
import { SourceWatch } from './source-watch.js'
import { SourcesController } from './sources.controller.js'
import { SourcesService } from './sources.service.js'

@Module({ imports: [AccessModule, IntakeModule], controllers: [SourcesController], providers: [SourcesService, SourceWatch] })
export class SourcesModule {}
