import { Body, Controller, Get, HttpCode, Param, Patch, Post, Query } from '@nestjs/common'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { CaseChange, CaseDetail, CaseEdited, CaseFacets, CaseList, OutlineMade } from '../contract/index.js'
import { CaseChangesService } from './case-changes.service.js'
import { BulkDto, CaseEditDto, CaseFilterDto, CaseKeysDto, FromTemplateDto, NewCaseDto, OutlineDto } from './cases.dto.js'
import { CasesService } from './cases.service.js'

@Controller('projects/:project/cases')
export class CasesController {
  constructor(
    private readonly cases: CasesService,
    private readonly changes: CaseChangesService,
  ) {}

  /** The cases that fit the filters. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() filter: CaseFilterDto): Promise<CaseList> {
    return this.cases.list(context, filter)
  }

  /** What the filters may choose from. */
  @Get('facets')
  @Needs('read')
  facets(@Ctx() context: Context): Promise<CaseFacets> {
    return this.cases.facets(context)
  }

  /** Makes a case. */
  @Post()
  @Needs('editCases')
  make(@Ctx() context: Context, @Body() body: NewCaseDto): Promise<CaseEdited> {
    return this.cases.make(context, body)
  }

  /** Makes cases and areas of pasted lines, all or none. */
  @Post('outline')
  @Needs('editCases')
  outline(@Ctx() context: Context, @Body() body: OutlineDto): Promise<OutlineMade> {
    return this.cases.outline(context, body.text, body.areaId ?? null)
  }

  /** Copies cases of a template that ships with Bobbin into an area of its name, all or none. */
  @Post('from-template')
  @Needs('editCases')
  fromTemplate(@Ctx() context: Context, @Body() { template, places, areaId = null }: FromTemplateDto): Promise<OutlineMade> {
    return this.cases.fromTemplate(context, template, places, areaId)
  }

  /** Changes many cases in the same way. */
  @Post('bulk')
  @Needs('editCases')
  @HttpCode(200)
  bulk(@Ctx() context: Context, @Body() body: BulkDto): Promise<CaseChange> {
    return this.changes.bulk(context, body.keys, body.set)
  }

  /** Deletes cases. Undo brings them back. */
  @Post('delete')
  @Needs('organize')
  @HttpCode(200)
  delete(@Ctx() context: Context, @Body() body: CaseKeysDto): Promise<CaseChange> {
    return this.changes.delete(context, body.keys)
  }

  /** A case with everything it says. */
  @Get(':key')
  @Needs('read')
  get(@Ctx() context: Context, @Param('key') key: string): Promise<CaseDetail> {
    return this.cases.get(context, key)
  }

  /** Changes a case that nobody changed since it was read. Otherwise refused, with theirs as “theirs”. */
  @Patch(':key')
  @Needs('editCases')
  edit(@Ctx() context: Context, @Param('key') key: string, @Body() body: CaseEditDto): Promise<CaseEdited> {
    return this.cases.edit(context, key, body)
  }
}
