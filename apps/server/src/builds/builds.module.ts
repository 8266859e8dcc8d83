import { Controller, Get, Module, Param, ParseIntPipe, Query } from '@nestjs/common'
import { AccessModule, Ctx, type Context, Needs } from '../access/index.js'
import type { BuildDetail, BuildList, Comparison } from '../contract/index.js'
import { lensOf, RunsModule } from '../runs/index.js'
import { BuildsDto, CompareDto, DIFFERING } from './builds.dto.js'
import { BuildsService } from './builds.service.js'

@Controller('projects/:project/builds')
export class BuildsController {
  constructor(private readonly builds: BuildsService) {}

  /** Builds of a pipeline in the lens, newest first, with their runs in all environments. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context, @Query() dto: BuildsDto): Promise<BuildList> {
    return this.builds.list(context, lensOf(dto), dto.pipeline ?? null)
  }

  /** Two runs, of whatever builds, branches and environments, test by test. */
  @Get('compare')
  @Needs('read')
  compare(@Ctx() context: Context, @Query() { left, right, kinds }: CompareDto): Promise<Comparison> {
    return this.builds.compare(context, left, right, kinds ?? DIFFERING)
  }

  /** What a build changed, and why it is red. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<BuildDetail> {
    return this.builds.get(context, id)
  }
}

@Module({ imports: [AccessModule, RunsModule], controllers: [BuildsController], providers: [BuildsService], exports: [BuildsService] })
export class BuildsModule {}
