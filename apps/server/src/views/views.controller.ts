import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Query } from '@nestjs/common'
import { type Context, Ctx, Needs, PersonOnly } from '../access/index.js'
import type { SavedView } from '../contract/index.js'
import { NewViewDto, ViewsOfDto } from './views.dto.js'
import { ViewsService } from './views.service.js'

@Controller('projects/:project/views')
@PersonOnly()
export class ViewsController {
  constructor(private readonly views: ViewsService) {}

  /** Saved views of a page: one's own, and those that others share. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() query: ViewsOfDto): Promise<SavedView[]> {
    return this.views.list(context, query.page)
  }

  /** Saves a view. One of the same name is saved anew. */
  @Post()
  @Needs('read')
  @HttpCode(200)
  keep(@Ctx() context: Context, @Body() body: NewViewDto): Promise<SavedView[]> {
    return this.views.keep(context, body)
  }

  /** Deletes a view of one's own. */
  @Delete(':id')
  @Needs('read')
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.views.remove(context, id)
  }
}
