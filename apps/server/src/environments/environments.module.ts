import { Module } from '@nestjs/common'
import { EnvironmentsController, ProfilesController, ReleasesController } from './environments.controller.js'
import { EnvironmentsService } from './environments.service.js'
import { ReleasesService } from './releases.service.js'

@Module({
  controllers: [EnvironmentsController, ProfilesController, ReleasesController],
  providers: [EnvironmentsService, ReleasesService],
  exports: [EnvironmentsService],
})
export class EnvironmentsModule {}
