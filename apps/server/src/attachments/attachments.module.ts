import { Module } from '@nestjs/common'
import { AttachmentsController } from './attachments.controller.js'
import { AttachmentsService } from './attachments.service.js'

@Module({ controllers: [AttachmentsController], providers: [AttachmentsService] })
export class AttachmentsModule {}
