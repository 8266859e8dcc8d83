import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post } from '@nestjs/common'
import type { MadeToken, TokenRow } from '../contract/index.js'
import { NewTokenDto } from './access.dto.js'
import { Ctx, PersonOnly, type Context, Needs } from './context.js'
import { TokensService } from './tokens.service.js'

@Controller('projects/:project/tokens')
@PersonOnly()
export class TokensController {
  constructor(private readonly tokens: TokensService) {}

  /** The project's tokens that are not revoked. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<TokenRow[]> {
    return this.tokens.list(context)
  }

  /** Makes a token. Its secret is answered this once. */
  @Post()
  @Needs('deliver')
  make(@Ctx() context: Context, @Body() body: NewTokenDto): Promise<MadeToken> {
    return this.tokens.make(context, body.name, body.scope, body.days, body.agent ?? null)
  }

  /** Revokes a token, at once and for good. */
  @Delete(':id')
  @Needs('deliver')
  @HttpCode(204)
  revoke(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.tokens.revoke(context, id)
  }
}
