import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { Area } from './area.model.js'
import { AreasController } from './areas.controller.js'
import { AreasService } from './areas.service.js'
import { CaseChangesService } from './case-changes.service.js'
import { CaseTablesController } from './case-tables.controller.js'
import { CaseTablesService } from './case-tables.service.js'
import { CasesController } from './cases.controller.js'
import { CasesService } from './cases.service.js'
import { TestCase } from './test-case.model.js'

@Module({
  imports: [SequelizeModule.forFeature([TestCase, Area])],
  controllers: [AreasController, CasesController, CaseTablesController],
  providers: [AreasService, CaseChangesService, CasesService, CaseTablesService],
  exports: [CaseChangesService, CasesService],
})
export class CasesModule {}
