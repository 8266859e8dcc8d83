import { Controller, Get, HttpCode, Post, Query, Req, StreamableFile } from '@nestjs/common'
import type { IncomingMessage } from 'node:http'
import { Readable } from 'node:stream'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { Imported, ImportPreview } from '../contract/index.js'
import { readOneFile } from '../platform/upload.js'
import { CaseTablesService } from './case-tables.service.js'
import { CaseExportDto } from './cases.dto.js'

/** Largest table that is read, in bytes. */
const MOST_BYTES = 20 * 1024 ** 2

@Controller('projects/:project/case-tables')
export class CaseTablesController {
  constructor(private readonly tables: CaseTablesService) {}

  /**
   * The cases that fit the filters as a table.
   * @answers text/csv
   */
  @Get()
  @Needs('read')
  async export(@Ctx() context: Context, @Query() dto: CaseExportDto): Promise<StreamableFile> {
    const { content, type, name } = await this.tables.export(context, dto)
    const stream = typeof content === 'string' || Buffer.isBuffer(content) ? Readable.from([content]) : Readable.from(content)
    return new StreamableFile(stream, { type, disposition: `attachment; filename="${name}"` })
  }

  /**
   * Says what each row of a table (CSV or XLSX) would do. Nothing is stored.
   * @takes multipart/form-data
   */
  @Post('preview')
  @Needs('editCases')
  @HttpCode(200)
  async preview(@Ctx() context: Context, @Req() request: IncomingMessage): Promise<ImportPreview> {
    return this.tables.preview(context, await readOneFile(request, MOST_BYTES))
  }

  /**
   * Makes and changes cases as a table (CSV or XLSX) says. Rows that can't be taken are left out.
   * @takes multipart/form-data
   */
  @Post()
  @Needs('editCases')
  @HttpCode(200)
  async import(@Ctx() context: Context, @Req() request: IncomingMessage): Promise<Imported> {
    return this.tables.import(context, await readOneFile(request, MOST_BYTES))
  }
}
