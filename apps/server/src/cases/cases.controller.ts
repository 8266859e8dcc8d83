import { Body, Controller, Get, Param, Patch, Post, Query } from '@nestjs/common'
import type { AreaNode, CaseDetail, CaseList, OutlineMade } from '../contract/index.js'
import { Ctx, type Context } from '../access/index.js'
import { CaseEditDto, CaseFilterDto, OutlineDto } from './cases.dto.js'
import { CasesService } from './cases.service.js'

@Controller('projects/:project')
export class CasesController {
  constructor(private readonly cases: CasesService) {}

  @Get('areas')
  areas(@Ctx() context: Context): Promise<AreaNode[]> {
    return this.cases.listAreas(context)
  }

  @Get('cases')
  list(@Ctx() context: Context, @Query() filter: CaseFilterDto): Promise<CaseList> {
    return this.cases.list(context, filter)
  }

  @Post('cases/outline')
  outline(@Ctx() context: Context, @Body() body: OutlineDto): Promise<OutlineMade> {
    return this.cases.outline(context, body.text, body.areaId ?? null)
  }

  @Get('cases/:key')
  get(@Ctx() context: Context, @Param('key') key: string): Promise<CaseDetail> {
    return this.cases.get(context, key)
  }

  @Patch('cases/:key')
  edit(@Ctx() context: Context, @Param('key') key: string, @Body() body: CaseEditDto): Promise<CaseDetail> {
    return this.cases.edit(context, key, body)
  }
}
