import { Controller, Get, HttpCode, Param, ParseUUIDPipe, Post } from '@nestjs/common'
import { AdminOnly, type Caller, PersonOnly, Who } from '../access/index.js'
import type { BackgroundJobs } from '../contract/index.js'
import { JobsService } from './jobs.service.js'

@Controller('server/jobs')
@AdminOnly()
@PersonOnly()
export class JobsController {
  constructor(private readonly jobs: JobsService) {}

  /** Background work by kind, and the jobs that failed for the last time. */
  @Get()
  list(): Promise<BackgroundJobs> {
    return this.jobs.list()
  }

  /** Tries a job again that failed for the last time. */
  @Post(':id/retry')
  @HttpCode(200)
  retry(@Who() caller: Caller, @Param('id', ParseUUIDPipe) id: string): Promise<BackgroundJobs> {
    return this.jobs.retry(caller, id)
  }
}
