import { Body, Controller, Get, HttpCode, Param, ParseIntPipe, Post, Query } from '@nestjs/common'
import { Ctx, type Context, Needs } from '../access/index.js'
import type { ScanList, ScanOpened, ScanReport } from '../contract/index.js'
import { PageDto } from '../platform/page.dto.js'
import { FinishScanDto, NewScanDto, ScannedTestsDto } from './scans.dto.js'
import { ScansService } from './scans.service.js'

@Controller('projects/:project/scans')
export class ScansController {
  constructor(private readonly scans: ScansService) {}

  /** Scans of source trees, newest first. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() page: PageDto): Promise<ScanList> {
    return this.scans.list(context, page)
  }

  /** Begins a scan of a source tree. Its tests follow; nothing changes until it is finished. */
  @Post()
  @Needs('deliver')
  open(@Ctx() context: Context, @Body() scan: NewScanDto): Promise<ScanOpened> {
    return this.scans.open(context, scan)
  }

  /** Adds tests to a scan that is not finished. */
  @Post(':id/tests')
  @Needs('deliver')
  @HttpCode(204)
  add(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() tests: ScannedTestsDto): Promise<void> {
    return this.scans.add(context, id, tests)
  }

  /** Finishes a scan: what it found becomes what is known of the tree, or is only told. */
  @Post(':id/finish')
  @Needs('deliver')
  @HttpCode(200)
  finish(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() end: FinishScanDto): Promise<ScanReport> {
    return this.scans.finish(context, id, end)
  }
}
