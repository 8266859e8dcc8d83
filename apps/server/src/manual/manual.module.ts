import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { DefectsModule } from '../defects/index.js'
import { AssignmentsService } from './assignments.service.js'
import { DoingService } from './doing.service.js'
import { AssignmentEnded } from './ended.js'
import { AssignedCasesController, AssignmentsController, SignOffsController } from './manual.controller.js'
import { ReportController } from './report.controller.js'
import { ReportService } from './report.service.js'
import { SignOffService } from './sign-off.service.js'

@Module({
  imports: [AccessModule, DefectsModule],
  controllers: [AssignmentsController, AssignedCasesController, SignOffsController, ReportController],
  exports: [AssignmentEnded, AssignmentsService],
  providers: [AssignmentEnded, AssignmentsService, DoingService, ReportService, SignOffService],
})
export class ManualModule {}
