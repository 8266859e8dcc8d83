import { Module } from '@nestjs/common'
import { CasesModule } from '../cases/index.js'
import { HistoryModule } from '../history/index.js'
import { ScriptsController } from './scripts.controller.js'
import { ScriptsService } from './scripts.service.js'

@Module({ imports: [CasesModule, HistoryModule], controllers: [ScriptsController], providers: [ScriptsService], exports: [ScriptsService] })
export class ScriptsModule {}
