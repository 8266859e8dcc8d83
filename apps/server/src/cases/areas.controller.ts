import { Body, Controller, Delete, Get, Param, ParseIntPipe, Patch, Post } from '@nestjs/common'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { AreaDeleted, AreaNode } from '../contract/index.js'
import { AreasService } from './areas.service.js'
import { AreaEditDto, NewAreaDto } from './cases.dto.js'

@Controller('projects/:project/areas')
export class AreasController {
  constructor(private readonly areas: AreasService) {}

  /** The tree of areas. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<AreaNode[]> {
    return this.areas.list(context)
  }

  /** Makes an area. */
  @Post()
  @Needs('editCases')
  make(@Ctx() context: Context, @Body() body: NewAreaDto): Promise<AreaNode> {
    return this.areas.make(context, body)
  }

  /** Renames an area, moves it, or puts it before another. */
  @Patch(':id')
  @Needs('organize')
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() body: AreaEditDto): Promise<AreaNode> {
    return this.areas.edit(context, id, body)
  }

  /** Deletes an area. What stood in it moves up one level. */
  @Delete(':id')
  @Needs('organize')
  delete(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<AreaDeleted> {
    return this.areas.delete(context, id)
  }
}
