import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Patch, Post, Put, Query } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { CommentList, Mine, MineCount } from '../contract/index.js'
import { LensDto, lensOf } from '../runs/index.js'
import { CommentDto, CommentEditDto, FollowDto, SubjectDto } from './comments.dto.js'
import { CommentsService } from './comments.service.js'
import { MineService } from './mine.service.js'

@Controller('projects/:project')
export class CommentsController {
  constructor(
    private readonly comments: CommentsService,
    private readonly own: MineService,
  ) {}

  /** Comments on something, and who can be mentioned. */
  @Get('comments')
  @Needs('read')
  list(@Ctx() context: Context, @Query() subject: SubjectDto): Promise<CommentList> {
    return this.comments.list(context, subject)
  }

  /** Comments on something. */
  @Post('comments')
  @Needs('read')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() comment: CommentDto): Promise<CommentList> {
    return this.comments.add(context, comment)
  }

  /** Edits a comment of one’s own. */
  @Patch('comments/:id')
  @Needs('read')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() comment: CommentEditDto): Promise<CommentList> {
    return this.comments.edit(context, id, comment)
  }

  /** Deletes a comment of one’s own; who manages the project may delete any. */
  @Delete('comments/:id')
  @Needs('read')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.comments.remove(context, id)
  }

  /** Follows something, or no longer. */
  @Put('follows')
  @Needs('read')
  @PersonOnly()
  follow(@Ctx() context: Context, @Body() follow: FollowDto): Promise<CommentList> {
    return this.comments.follow(context, follow)
  }

  /** What waits for who is signed in. */
  @Get('mine')
  @Needs('read')
  mine(@Ctx() context: Context, @Query() lens: LensDto): Promise<Mine> {
    return this.own.get(context, lensOf(lens))
  }

  /** How much of it there is. */
  @Get('mine/count')
  @Needs('read')
  count(@Ctx() context: Context): Promise<MineCount> {
    return this.own.count(context)
  }

  /** Marks all mentions as read. */
  @Post('mine/read')
  @Needs('read')
  @PersonOnly()
  @HttpCode(204)
  readAll(@Ctx() context: Context): Promise<void> {
    return this.comments.read(context, null)
  }

  /** Marks a mention as read. */
  @Post('mine/read/:id')
  @Needs('read')
  @PersonOnly()
  @HttpCode(204)
  read(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.comments.read(context, id)
  }
}
