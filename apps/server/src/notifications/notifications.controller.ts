import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { NotificationLog, NotificationRules } from '../contract/index.js'
import { NotificationLogDto, NotificationRuleDto } from './notifications.dto.js'
import { RulesService } from './rules.service.js'

@Controller('projects/:project/notifications')
export class NotificationsController {
  constructor(private readonly rules: RulesService) {}

  /** What you and the project are told, where and when. */
  @Get('rules')
  @Needs('read')
  @PersonOnly()
  list(@Ctx() context: Context): Promise<NotificationRules> {
    return this.rules.list(context)
  }

  /** Adds a rule of your own, or of the project. */
  @Post('rules')
  @Needs('read')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() rule: NotificationRuleDto): Promise<NotificationRules> {
    return this.rules.add(context, rule)
  }

  /** Changes a rule. */
  @Put('rules/:id')
  @Needs('read')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() rule: NotificationRuleDto): Promise<NotificationRules> {
    return this.rules.edit(context, id, rule)
  }

  /** Deletes a rule. */
  @Delete('rules/:id')
  @Needs('read')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.rules.remove(context, id)
  }

  /** Sends a test message by a rule. */
  @Post('rules/:id/test')
  @Needs('read')
  @PersonOnly()
  @HttpCode(204)
  tryOut(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.rules.tryOut(context, id)
  }

  /** What was sent, waits, or was given up, and by which rule. */
  @Get('log')
  @Needs('read')
  @PersonOnly()
  log(@Ctx() context: Context, @Query() page: NotificationLogDto): Promise<NotificationLog> {
    return this.rules.log(context, page)
  }
}
