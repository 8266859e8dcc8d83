import { Module } from '@nestjs/common'
import { HistoryModule } from '../history/index.js'
import { ScriptsModule } from '../scripts/index.js'
import { RunExportService } from './run-export.service.js'
import { LensController } from './lens.controller.js'
import { RunsController } from './runs.controller.js'
import { RunPacks } from './run-packs.js'
import { RunsService } from './runs.service.js'

@Module({
  imports: [HistoryModule, ScriptsModule],
  controllers: [RunsController, LensController],
  providers: [RunsService, RunExportService, RunPacks],
  exports: [RunsService, RunPacks],
})
export class RunsModule {}
