import { Module } from '@nestjs/common'
import { AccessModule } from '../access/index.js'
import { NotificationsController } from './notifications.controller.js'
import { RulesService } from './rules.service.js'
import { SenderService } from './sender.service.js'

@Module({
  imports: [AccessModule],
  controllers: [NotificationsController],
  providers: [RulesService, SenderService],
})
export class NotificationsModule {}
