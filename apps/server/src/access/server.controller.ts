import { Body, Controller, Get, Param, ParseIntPipe, Patch, Post } from '@nestjs/common'
import type { AccountRow, MadeResetLink, ServerProject } from '../contract/index.js'
import { ServerRightsDto, SourcesAllowedDto } from './access.dto.js'
import { AdminOnly, type Caller, PersonOnly, Who } from './context.js'
import { PasswordResetService } from './password-reset.service.js'
import { ServerService } from './server.service.js'

/** For those who run the server: who may do what on it, and where its projects may look. */
@Controller('server')
@AdminOnly()
@PersonOnly()
export class ServerController {
  constructor(
    private readonly server: ServerService,
    private readonly resets: PasswordResetService,
  ) {}

  /** Everybody who has an account. */
  @Get('accounts')
  accounts(): Promise<AccountRow[]> {
    return this.server.accounts()
  }

  /** Changes what somebody may do on the server. */
  @Patch('accounts/:id')
  setRights(@Who() caller: Caller, @Param('id', ParseIntPipe) id: number, @Body() body: ServerRightsDto): Promise<AccountRow> {
    return this.server.setRights(caller, id, body)
  }

  /** Makes a link by which somebody sets their password anew; it is answered this once, and works once, for two hours. */
  @Post('accounts/:id/reset-link')
  resetLink(@Who() caller: Caller, @Param('id', ParseIntPipe) id: number): Promise<MadeResetLink> {
    return this.resets.make(caller, id)
  }

  /** Every project, with the folders and hosts where its sources may look. */
  @Get('projects')
  projects(): Promise<ServerProject[]> {
    return this.server.projects()
  }

  /** Says where the sources of a project may look. */
  @Patch('projects/:id')
  allowSources(@Who() caller: Caller, @Param('id', ParseIntPipe) id: number, @Body() body: SourcesAllowedDto): Promise<ServerProject> {
    return this.server.allowSources(caller, id, body)
  }
}
