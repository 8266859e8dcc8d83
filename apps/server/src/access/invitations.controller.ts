import { Body, Controller, Delete, Get, HttpCode, Inject, Param, ParseIntPipe, Post, Req, Res } from '@nestjs/common'
import type { Response } from 'express'
import type { InvitationAccepted, InvitationRow, InvitationSeen, MadeInvitation } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { AcceptDto, InvitationSecretDto, NewInvitationDto } from './access.dto.js'
import { type BobbinRequest, type Context, Ctx, Needs, PersonOnly, Public } from './context.js'
import { InvitationsService } from './invitations.service.js'
import { placeOf, sessionOf, setSession } from './session-cookie.js'
import { SessionsService } from './sessions.service.js'

@Controller()
export class InvitationsController {
  constructor(
    private readonly invitations: InvitationsService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** The project's invitations that can still be accepted. */
  @Get('projects/:project/invitations')
  @Needs('manage')
  @PersonOnly()
  list(@Ctx() context: Context): Promise<InvitationRow[]> {
    return this.invitations.list(context)
  }

  /** Invites somebody by a link, which is answered this once: it can be accepted once, within 7 days. */
  @Post('projects/:project/invitations')
  @Needs('manage')
  @PersonOnly()
  make(@Ctx() context: Context, @Body() { email, role }: NewInvitationDto): Promise<MadeInvitation> {
    return this.invitations.make(context, email, role ?? 'engineer')
  }

  /** Withdraws an invitation. */
  @Delete('projects/:project/invitations/:id')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  withdraw(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.invitations.withdraw(context, id)
  }

  /** What the holder of a link is invited to. */
  @Public()
  @Post('invitations/look')
  @HttpCode(200)
  look(@Body() { secret }: InvitationSecretDto): Promise<InvitationSeen> {
    return this.invitations.look(secret)
  }

  /** Accepts an invitation: as who is signed in, or with a new account, which is signed in then. */
  @Public()
  @Post('invitations/accept')
  @HttpCode(200)
  async accept(
    @Body() { secret, account }: AcceptDto,
    @Req() request: BobbinRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<InvitationAccepted> {
    const place = placeOf(request)
    const cookie = sessionOf(request)
    const caller = cookie ? await this.sessions.callerOf(cookie) : null
    const { accountId, slug, isNew } = await this.invitations.accept(secret, caller, account ?? null)
    if (isNew) setSession(request, response, await this.sessions.open(accountId, place), this.config)
    return { project: slug }
  }
}
