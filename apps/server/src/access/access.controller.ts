import { Body, Controller, Delete, Get, HttpCode, Inject, Post, Req, Res } from '@nestjs/common'
import type { Me } from '@bobbin/client'
import { IsEmail, IsNotEmpty, IsString, MaxLength } from 'class-validator'
import type { Response } from 'express'
import { CONFIG, type Config } from '../platform/config.js'
import { SESSION_COOKIE } from './access.guard.js'
import { AccessService } from './access.service.js'
import { type BobbinRequest, type Caller, Public, Who } from './context.js'

export class SignInDto {
  @IsEmail()
  @MaxLength(320)
  email: string
  @IsString()
  @IsNotEmpty()
  @MaxLength(1024)
  password: string
}

@Controller('session')
export class AccessController {
  constructor(
    private readonly access: AccessService,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  @Public()
  @Post()
  @HttpCode(204)
  async signIn(@Body() body: SignInDto, @Res({ passthrough: true }) response: Response): Promise<void> {
    const secret = await this.access.signIn(body.email, body.password)
    response.cookie(SESSION_COOKIE, secret, {
      httpOnly: true,
      sameSite: 'lax',
      secure: this.config.secureCookies,
      path: '/',
      maxAge: 14 * 86_400_000,
    })
  }

  @Get()
  me(@Who() caller: Caller): Promise<Me> {
    return this.access.me(caller)
  }

  @Delete()
  @HttpCode(204)
  async signOut(@Req() request: BobbinRequest, @Res({ passthrough: true }) response: Response): Promise<void> {
    const secret = (request.cookies as Record<string, string>)[SESSION_COOKIE]
    if (secret) await this.access.signOut(secret)
    response.clearCookie(SESSION_COOKIE, { path: '/' })
  }
}
