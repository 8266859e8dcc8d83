import { Module } from '@nestjs/common'
import { SequelizeModule } from '@nestjs/sequelize'
import { Area } from './area.model.js'
import { CasesController } from './cases.controller.js'
import { CasesService } from './cases.service.js'
import { TestCase } from './test-case.model.js'

@Module({
  imports: [SequelizeModule.forFeature([TestCase, Area])],
  controllers: [CasesController],
  providers: [CasesService],
  exports: [CasesService],
})
export class CasesModule {}
