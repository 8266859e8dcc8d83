import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { DefectsModule } from '../defects/index.js'
import { FailuresModule } from '../failures/index.js'
import { ManualModule } from '../manual/index.js'
import { CommentsController } from './comments.controller.js'
import { CommentsService } from './comments.service.js'
import { MineService } from './mine.service.js'

@Module({
  imports: [AccessModule, DefectsModule, FailuresModule, ManualModule],
  controllers: [CommentsController],
  providers: [CommentsService, MineService],
  exports: [MineService],
})
export class CommentsModule {}
