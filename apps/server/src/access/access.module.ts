import { Module } from '@nestjs/common'
import { APP_GUARD } from '@nestjs/core'
import { SequelizeModule } from '@nestjs/sequelize'
import { Project } from '../projects/project.model.js'
import { AccessController } from './access.controller.js'
import { AccessGuard } from './access.guard.js'
import { AccessService } from './access.service.js'
import { Account } from './account.model.js'
import { ApiToken } from './api-token.model.js'
import { Session } from './session.model.js'

@Module({
  imports: [SequelizeModule.forFeature([Account, Session, ApiToken, Project])],
  controllers: [AccessController],
  providers: [AccessService, { provide: APP_GUARD, useClass: AccessGuard }],
  exports: [AccessService],
})
export class AccessModule {}
