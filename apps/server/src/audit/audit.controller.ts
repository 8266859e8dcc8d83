import { Controller, Get, HttpCode, Param, ParseIntPipe, Post, Query, StreamableFile } from '@nestjs/common'
import { Readable } from 'node:stream'
import { AdminOnly, Ctx, type Context, PersonOnly, Needs } from '../access/index.js'
import type { ActList, ActUndone } from '../contract/index.js'
import { ActExportDto, ActFilterDto } from './audit.dto.js'
import { AuditService } from './audit.service.js'
import { UndoService } from './undo.service.js'

@Controller('projects/:project/acts')
@PersonOnly()
export class AuditController {
  constructor(
    private readonly audit: AuditService,
    private readonly undoing: UndoService,
  ) {}

  /** What was done in the project, newest first: by whom, to what, and what it changed. */
  @Get()
  @Needs('read')
  list(@Ctx() { project }: Context, @Query() filter: ActFilterDto): Promise<ActList> {
    return this.audit.list(project.id, filter)
  }

  /**
   * The acts that fit as a table, oldest first; as NDJSON with all that each changed.
   * @answers text/csv
   */
  @Get('export')
  @Needs('read')
  export(@Ctx() { project }: Context, @Query() { format, ...filter }: ActExportDto): StreamableFile {
    const lines = format === 'csv' ? this.audit.csv(project.id, filter) : this.audit.ndjson(project.id, filter)
    return new StreamableFile(Readable.from(lines), {
      type: format === 'csv' ? 'text/csv; charset=utf-8' : 'application/x-ndjson',
      disposition: `attachment; filename="${project.slug}-audit-log.${format}"`,
    })
  }

  /** Undoes an act. What somebody changed since is left as it is. The undoing is an act itself, and can be undone. */
  @Post(':id/undo')
  @Needs('read')
  @HttpCode(200)
  undo(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<ActUndone> {
    return this.undoing.undo(context, id)
  }
}

@Controller('server/acts')
@AdminOnly()
@PersonOnly()
export class ServerAuditController {
  constructor(private readonly audit: AuditService) {}

  /** What was done with accounts and the server as a whole, newest first. */
  @Get()
  list(@Query() filter: ActFilterDto): Promise<ActList> {
    return this.audit.list(null, filter)
  }
}
