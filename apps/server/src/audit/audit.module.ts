import { Module } from '@nestjs/common'
import { AuditController, ServerAuditController } from './audit.controller.js'
import { AuditService } from './audit.service.js'
import { UndoService } from './undo.service.js'

@Module({ controllers: [AuditController, ServerAuditController], providers: [AuditService, UndoService] })
export class AuditModule {}
