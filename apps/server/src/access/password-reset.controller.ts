import { Body, Controller, Get, HttpCode, Inject, Post, Req, Res } from '@nestjs/common'
import type { Response } from 'express'
import type { ResetSeen, SignInWays } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { Mailer } from '../platform/mailer.js'
import { ResetAcceptDto, ResetRequestDto, ResetSecretDto } from './access.dto.js'
import { type BobbinRequest, Public } from './context.js'
import { PasswordResetService } from './password-reset.service.js'
import { placeOf, setSession } from './session-cookie.js'
import { SessionsService } from './sessions.service.js'

@Controller()
@Public()
export class PasswordResetController {
  constructor(
    private readonly resets: PasswordResetService,
    private readonly sessions: SessionsService,
    private readonly mailer: Mailer,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** How one can sign in here. */
  @Get('sign-in-ways')
  ways(): SignInWays {
    return { oidc: this.config.oidc?.name ?? null, mail: this.mailer.sends }
  }

  /** Sends a link for a new password by mail. The answer is the same whether there is such an account. */
  @Post('password-resets')
  @HttpCode(204)
  request(@Body() { email }: ResetRequestDto, @Req() request: BobbinRequest): Promise<void> {
    return this.resets.request(email, placeOf(request).address)
  }

  /** Whose password a link sets. */
  @Post('password-resets/look')
  @HttpCode(200)
  look(@Body() { secret }: ResetSecretDto): Promise<ResetSeen> {
    return this.resets.look(secret)
  }

  /** Sets a new password by a link, ends every session of the account, and signs in. */
  @Post('password-resets/accept')
  @HttpCode(204)
  async accept(
    @Body() { secret, password }: ResetAcceptDto,
    @Req() request: BobbinRequest,
    @Res({ passthrough: true }) response: Response,
  ): Promise<void> {
    const place = placeOf(request)
    const accountId = await this.resets.accept(secret, password, place.address)
    setSession(request, response, await this.sessions.open(accountId, place), this.config)
  }
}
