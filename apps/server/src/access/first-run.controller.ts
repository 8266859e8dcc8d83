import { Body, Controller, Get, HttpCode, Inject, Post, Req, Res } from '@nestjs/common'
import type { Response } from 'express'
import type { FirstRun } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { FirstRunDto } from './access.dto.js'
import { type BobbinRequest, Public } from './context.js'
import { FirstRunService } from './first-run.service.js'
import { placeOf, setSession } from './session-cookie.js'
import { SessionsService } from './sessions.service.js'

@Controller('first-run')
@Public()
export class FirstRunController {
  constructor(
    private readonly first: FirstRunService,
    private readonly sessions: SessionsService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Whether nobody has an account yet. */
  @Get()
  async get(): Promise<FirstRun> {
    return { needed: await this.first.needed() }
  }

  /** Makes the first account and project, and signs in. Refused once there is an account. */
  @Post()
  @HttpCode(204)
  async make(@Body() body: FirstRunDto, @Req() request: BobbinRequest, @Res({ passthrough: true }) response: Response): Promise<void> {
    const accountId = await this.first.make(body, placeOf(request).address)
    setSession(request, response, await this.sessions.open(accountId, placeOf(request)), this.config)
  }
}
