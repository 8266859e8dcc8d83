import { Module } from '@nestjs/common'
import { APP_GUARD } from '@nestjs/core'
import { SequelizeModule } from '@nestjs/sequelize'
import { Project } from './project.model.js'
import { SessionsController } from './sessions.controller.js'
import { Mailer } from '../platform/mailer.js'
import { OidcController } from './oidc.controller.js'
import { OidcService } from './oidc.service.js'
import { PasswordResetController } from './password-reset.controller.js'
import { PasswordResetService } from './password-reset.service.js'
import { AccessGuard } from './access.guard.js'
import { AccessService } from './access.service.js'
import { Account } from './account.model.js'
import { ApiToken } from './api-token.model.js'
import { FirstRunController } from './first-run.controller.js'
import { FirstRunService } from './first-run.service.js'
import { Session } from './session.model.js'
import { SessionsService } from './sessions.service.js'
import { InvitationsController } from './invitations.controller.js'
import { InvitationsService } from './invitations.service.js'
import { ServerController } from './server.controller.js'
import { ServerService } from './server.service.js'
import { TokensController } from './tokens.controller.js'
import { TokensService } from './tokens.service.js'

@Module({
  imports: [SequelizeModule.forFeature([Account, Session, ApiToken, Project])],
  controllers: [
    OidcController,
    PasswordResetController,
    SessionsController,
    FirstRunController,
    TokensController,
    InvitationsController,
    ServerController,
  ],
  providers: [
    AccessService,
    SessionsService,
    TokensService,
    FirstRunService,
    InvitationsService,
    ServerService,
    PasswordResetService,
    OidcService,
    Mailer,
    { provide: APP_GUARD, useClass: AccessGuard },
  ],
  exports: [Mailer, AccessService, TokensService, FirstRunService, SessionsService],
})
export class AccessModule {}
