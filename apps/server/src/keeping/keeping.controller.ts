import { Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { Space } from '../contract/index.js'
import { KeepingService } from './keeping.service.js'

@Controller('projects/:project')
export class KeepingController {
  constructor(private readonly keeping: KeepingService) {}

  /** What takes how much space, and what was forgotten. */
  @Get('space')
  @Needs('read')
  space(@Ctx() context: Context): Promise<Space> {
    return this.keeping.space(context)
  }

  /** Measures the space anew, which goes through all texts of the project. */
  @Post('space/measurement')
  @Needs('read')
  @PersonOnly()
  @HttpCode(200)
  measure(@Ctx() context: Context): Promise<Space> {
    return this.keeping.measure(context)
  }

  /** Forgets now what the next night would. */
  @Post('space/forgetting')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(200)
  forget(@Ctx() context: Context): Promise<Space> {
    return this.keeping.forget(context)
  }

  /** Keeps a run with all its details, however old it gets. */
  @Put('runs/:id/keep')
  @Needs('run')
  @HttpCode(204)
  keep(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.keeping.keepRun(context, id, true)
  }

  /** Lets the details of a run be forgotten when they are old enough. */
  @Delete('runs/:id/keep')
  @Needs('run')
  @HttpCode(204)
  letGo(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.keeping.keepRun(context, id, false)
  }
}
