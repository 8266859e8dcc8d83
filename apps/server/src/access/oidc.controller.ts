import { Controller, Get, Inject, Query, Req, Res } from '@nestjs/common'
import type { Response } from 'express'
import { CONFIG, type Config } from '../platform/config.js'
import { Problem } from '../platform/problem.js'
import { OidcStartDto } from './access.dto.js'
import { type BobbinRequest, Public } from './context.js'
import { type Journey, OidcService } from './oidc.service.js'
import { placeOf, setSession } from './session-cookie.js'
import { SessionsService } from './sessions.service.js'

const COOKIE = 'bobbin_oidc'
const COOKIE_PATH = '/api/oidc'
const MINUTES = 10

@Controller('oidc')
@Public()
export class OidcController {
  constructor(
    private readonly oidc: OidcService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /**
   * Goes to where people sign in besides here, and afterwards to a page of Bobbin.
   * @answers text/html
   */
  @Get('start')
  async start(@Query() { to }: OidcStartDto, @Req() request: BobbinRequest, @Res() response: Response): Promise<void> {
    const { url, journey } = await this.oidc.begin(to ?? '/')
    response.cookie(COOKIE, JSON.stringify(journey), {
      httpOnly: true,
      sameSite: 'lax',
      secure: request.secure || this.config.secureCookies,
      path: COOKIE_PATH,
      maxAge: MINUTES * 60_000,
    })
    response.redirect(url.href)
  }

  /**
   * Where the provider sends people back to. What went wrong is told on the sign-in page.
   * @answers text/html
   */
  @Get('callback')
  async callback(@Req() request: BobbinRequest, @Res() response: Response): Promise<void> {
    const journey = journeyOf(request)
    response.clearCookie(COOKIE, { path: COOKIE_PATH })
    try {
      if (!journey) throw new Problem('notSignedIn', 'oidcLate', 'Signing in took too long. Try again')
      const accountId = await this.oidc.end(new URL(request.originalUrl, 'http://here').search, journey)
      setSession(request, response, await this.sessions.open(accountId, placeOf(request)), this.config)
      response.redirect(journey.to)
    } catch (error) {
      if (!(error instanceof Problem)) throw error
      response.redirect(`/sign-in?problem=${encodeURIComponent(error.code)}`)
    }
  }
}

function journeyOf(request: BobbinRequest): Journey | null {
  const kept = (request.cookies as Record<string, unknown> | undefined)?.[COOKIE]
  if (typeof kept !== 'string') return null
  try {
    const { state, nonce, verifier, to } = JSON.parse(kept) as Partial<Journey>
    if (!state || !nonce || !verifier) return null
    // the browser's own word: never to another site
    return { state, nonce, verifier, to: to && /^\/(?![/\\])/.test(to) ? to : '/' }
  } catch {
    return null
  }
}
