import { Body, Controller, Delete, Get, HttpCode, Inject, Param, ParseIntPipe, Post, Put, Req, Res } from '@nestjs/common'
import type { Response } from 'express'
import type { Me, SessionRow } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { NewPasswordDto, SignInDto } from './access.dto.js'
import { AccessService } from './access.service.js'
import { type BobbinRequest, type Caller, PersonOnly, Public, Who, SignedIn } from './context.js'
import { clearSession, placeOf, sessionOf, setKnown, setSession } from './session-cookie.js'
import { SessionsService } from './sessions.service.js'

@Controller()
export class SessionsController {
  constructor(
    private readonly access: AccessService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Signs in. Sets the session's cookie. */
  @Public()
  @Post('session')
  @HttpCode(204)
  async signIn(@Body() body: SignInDto, @Req() request: BobbinRequest, @Res({ passthrough: true }) response: Response): Promise<void> {
    const secret = await this.sessions.signIn(body.email, body.password, placeOf(request), sessionOf(request))
    setSession(request, response, secret, this.config)
    setKnown(request, response, this.sessions.knownBrowser(body.email), this.config)
  }

  /** Who asks, and their projects. */
  @Get('session')
  @SignedIn()
  me(@Who() caller: Caller): Promise<Me> {
    return this.access.me(caller)
  }

  /** Signs out here. */
  @Delete('session')
  @SignedIn()
  @PersonOnly()
  @HttpCode(204)
  async signOut(@Req() request: BobbinRequest, @Res({ passthrough: true }) response: Response): Promise<void> {
    const secret = sessionOf(request)
    if (secret) await this.sessions.signOut(secret)
    clearSession(response)
    // what was looked at here is not left for who comes next (W3C, Clear Site Data)
    response.setHeader('clear-site-data', '"cache"')
  }

  /** Changes one's password. Every session ends, and this one begins anew. */
  @Put('session/password')
  @SignedIn()
  @PersonOnly()
  @HttpCode(204)
  async changePassword(
    @Who() caller: Caller,
    @Body() body: NewPasswordDto,
    @Req() request: BobbinRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const secret = await this.sessions.changePassword(caller, body, placeOf(request))
    setSession(request, response, secret, this.config)
  }

  /** Where one is signed in. */
  @Get('sessions')
  @SignedIn()
  @PersonOnly()
  list(@Who() caller: Caller): Promise<SessionRow[]> {
    return this.sessions.list(caller)
  }

  /** Signs out everywhere. */
  @Delete('sessions')
  @SignedIn()
  @PersonOnly()
  @HttpCode(204)
  async endAll(@Who() caller: Caller, @Res({ passthrough: true }) response: Response): Promise<void> {
    await this.sessions.endAll(caller)
    clearSession(response)
  }

  /** Ends one of one's own sessions. */
  @Delete('sessions/:id')
  @SignedIn()
  @PersonOnly()
  @HttpCode(204)
  end(@Who() caller: Caller, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.sessions.end(caller, id)
  }
}
