import { Controller, Get, Query, StreamableFile } from '@nestjs/common'
import { type Context, Ctx, Needs } from '../access/index.js'
import type { Report } from '../contract/index.js'
import { ReportQuery } from './manual.dto.js'
import { reportCsv, reportPdf, reportXlsx } from './report-files.js'
import { ReportService } from './report.service.js'

@Controller('projects/:project/report')
export class ReportController {
  constructor(private readonly reports: ReportService) {}

  /** What was planned, is under way and was done in the runs of a release, a plan or one run, by hand and by scripts. */
  @Get()
  @Needs('read')
  get(@Ctx() context: Context, @Query() query: ReportQuery): Promise<Report> {
    return this.reports.get(context, query)
  }

  /**
   * The report as CSV, a line a case, environment and profile, with its steps below it.
   * @answers text/csv
   */
  @Get('csv')
  @Needs('read')
  async csv(@Ctx() context: Context, @Query() query: ReportQuery): Promise<StreamableFile> {
    const report = await this.reports.get(context, query)
    return file(Buffer.from(reportCsv(report)), report, 'csv', 'text/csv; charset=utf-8')
  }

  /**
   * The same as a workbook.
   * @answers application/vnd.openxmlformats-officedocument.spreadsheetml.sheet
   */
  @Get('xlsx')
  @Needs('read')
  async xlsx(@Ctx() context: Context, @Query() query: ReportQuery): Promise<StreamableFile> {
    const report = await this.reports.get(context, query)
    return file(await reportXlsx(report), report, 'xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
  }

  /**
   * The report on A4: a page that sums it up, then every case with its steps.
   * @answers application/pdf
   */
  @Get('pdf')
  @Needs('read')
  async pdf(@Ctx() context: Context, @Query() query: ReportQuery): Promise<StreamableFile> {
    const report = await this.reports.get(context, query)
    return file(await reportPdf(report, knownZone(query.zone)), report, 'pdf', 'application/pdf')
  }
}

function file(content: Buffer, { title }: Report, ending: string, type: string): StreamableFile {
  const name = `${title.replace(/[^\p{L}\p{N}.-]+/gu, '-')}-report.${ending}`
  return new StreamableFile(content, {
    type,
    disposition: `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
    length: content.length,
  })
}

function knownZone(zone = 'UTC'): string {
  try {
    return new Intl.DateTimeFormat('en-GB', { timeZone: zone }).resolvedOptions().timeZone
  } catch {
    return 'UTC'
  }
}
