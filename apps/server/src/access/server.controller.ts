import { Body, Controller, Get, Param, ParseIntPipe, Patch } from '@nestjs/common'
import type { AccountRow, ServerProject } from '../contract/index.js'
import { ServerRightsDto, SourcesAllowedDto } from './access.dto.js'
import { AdminOnly, type Caller, PersonOnly, Who } from './context.js'
import { ServerService } from './server.service.js'

/** For those who run the server: who may do what on it, and where its projects may look. */
@Controller('server')
@AdminOnly()
@PersonOnly()
export class ServerController {
  constructor(private readonly server: ServerService) {}

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
