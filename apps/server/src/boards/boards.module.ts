import { BOARD_PARTS, type BoardPart } from '@bobbin/core'
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Module,
  Param,
  ParseEnumPipe,
  ParseIntPipe,
  ParseUUIDPipe,
  Post,
  Put,
} from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs, PersonOnly, Public } from '../access/index.js'
import { BriefModule } from '../brief/index.js'
import { BuildsModule } from '../builds/index.js'
import type { Board, BoardHead, BoardList, BoardParts } from '../contract/index.js'
import { FailuresModule } from '../failures/index.js'
import { TrendsModule } from '../trends/index.js'
import { BoardDto } from './boards.dto.js'
import { BoardsService } from './boards.service.js'

const PARTS = Object.fromEntries(BOARD_PARTS.map((part) => [part, part]))

@Controller('projects/:project/boards')
@PersonOnly()
export class BoardsController {
  constructor(private readonly boards: BoardsService) {}

  /** One's own boards, and those that others share; for who manages the project also those with a link for walls. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<BoardList> {
    return this.boards.list(context)
  }

  /** A board: its name, its lens and its tiles. */
  @Get(':id')
  @Needs('read')
  head(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<BoardHead> {
    return this.boards.head(context, id)
  }

  /** What tiles of a board show: one part at a time, so that none waits for another. */
  @Get(':id/parts/:part')
  @Needs('read')
  part(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('part', new ParseEnumPipe(PARTS)) part: BoardPart,
  ): Promise<BoardParts> {
    return this.boards.part(context, id, part)
  }

  /** Makes a board of one's own. */
  @Post()
  @Needs('read')
  add(@Ctx() context: Context, @Body() dto: BoardDto): Promise<Board> {
    return this.boards.add(context, dto)
  }

  /** Changes a board of one's own. */
  @Put(':id')
  @Needs('read')
  change(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: BoardDto): Promise<Board> {
    return this.boards.change(context, id, dto)
  }

  /** Deletes a board of one's own; what its tiles show stays. */
  @Delete(':id')
  @HttpCode(204)
  @Needs('read')
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.boards.remove(context, id)
  }

  /** Makes a link under which a board is shown without signing in; one that there was ends. */
  @Post(':id/wall')
  @Needs('manage')
  open(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Board> {
    return this.boards.open(context, id)
  }

  /** Revokes the link of a board of one's own; who manages the project revokes any. */
  @Delete(':id/wall')
  @Needs('read')
  close(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Board> {
    return this.boards.close(context, id)
  }
}

@Controller('wall')
export class WallController {
  constructor(private readonly boards: BoardsService) {}

  /** A board on a wall: for whoever has its link. */
  @Get(':key')
  @Public()
  @Header('cache-control', 'no-store')
  wall(@Param('key', ParseUUIDPipe) key: string): Promise<BoardHead> {
    return this.boards.wall(key)
  }

  /** What tiles of a board on a wall show, one part at a time. */
  @Get(':key/parts/:part')
  @Public()
  @Header('cache-control', 'no-store')
  wallPart(@Param('key', ParseUUIDPipe) key: string, @Param('part', new ParseEnumPipe(PARTS)) part: BoardPart): Promise<BoardParts> {
    return this.boards.wallPart(key, part)
  }
}

@Module({
  imports: [AccessModule, BriefModule, BuildsModule, FailuresModule, TrendsModule],
  controllers: [BoardsController, WallController],
  providers: [BoardsService],
})
export class BoardsModule {}
