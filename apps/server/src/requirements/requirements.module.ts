import { Body, Controller, Delete, Get, HttpCode, Module, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs } from '../access/index.js'
import type { RequirementList, RequirementMade, RequirementsImported } from '../contract/index.js'
import { lensOf } from '../runs/index.js'
import { RequirementDto, RequirementLinesDto, RequirementsDto, TiesDto } from './requirements.dto.js'
import { RequirementsService } from './requirements.service.js'

@Controller('projects/:project/requirements')
export class RequirementsController {
  constructor(private readonly requirements: RequirementsService) {}

  /** What must hold, with the cases that verify it and how they stand in the newest runs. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() dto: RequirementsDto): Promise<RequirementList> {
    return this.requirements.list(context, lensOf(dto), dto)
  }

  /** Adds a requirement. */
  @Post()
  @Needs('editCases')
  add(@Ctx() context: Context, @Body() dto: RequirementDto): Promise<RequirementMade> {
    return this.requirements.add(context, dto)
  }

  /** Adds requirements, and changes those whose key is there. */
  @Post('lines')
  @Needs('editCases')
  @HttpCode(200)
  import(@Ctx() context: Context, @Body() { rows }: RequirementLinesDto): Promise<RequirementsImported> {
    return this.requirements.import(context, rows)
  }

  /** Changes a requirement. */
  @Put(':id')
  @Needs('editCases')
  @HttpCode(204)
  change(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: RequirementDto): Promise<void> {
    return this.requirements.change(context, id, dto)
  }

  /** Deletes a requirement; its cases stay. */
  @Delete(':id')
  @Needs('organize')
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.requirements.remove(context, id)
  }

  /** Ties cases to a requirement, and unties others. */
  @Put(':id/cases')
  @Needs('editCases')
  @HttpCode(204)
  tie(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() dto: TiesDto): Promise<void> {
    return this.requirements.tie(context, id, dto)
  }
}

@Module({ imports: [AccessModule], controllers: [RequirementsController], providers: [RequirementsService] })
export class RequirementsModule {}
