import { Module } from '@nestjs/common'
import { AgentsController, HandoffsController, PoolsController, RecipesController } from './agents.controller.js'
import { AgentsService } from './agents.service.js'

@Module({
  controllers: [AgentsController, PoolsController, RecipesController, HandoffsController],
  providers: [AgentsService],
  exports: [AgentsService],
})
export class AgentsModule {}
