import { Global, Module } from '@nestjs/common'
import { Jobs } from '../platform/jobs/jobs.js'
import { JobsController } from './jobs.controller.js'
import { JobsService } from './jobs.service.js'

@Global()
@Module({ controllers: [JobsController], providers: [Jobs, JobsService], exports: [Jobs] })
export class JobsModule {}
