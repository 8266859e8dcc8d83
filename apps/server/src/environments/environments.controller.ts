import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { Environment, EnvironmentList, ReleaseList, ReleaseSummary } from '../contract/index.js'
import { EnvironmentDto, OpenEnvironmentDto, ProfileDto, ReleaseDto, SecretDto } from './environments.dto.js'
import { EnvironmentsService } from './environments.service.js'
import { ReleasesService } from './releases.service.js'

@Controller('projects/:project/environments')
export class EnvironmentsController {
  constructor(private readonly environments: EnvironmentsService) {}

  /** Where systems under test run, and the profiles they are tested with. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<EnvironmentList> {
    return this.environments.list(context)
  }

  /** Adds an environment. One that is protected needs the right to run there. */
  @Post()
  @Needs('manage')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() environment: EnvironmentDto): Promise<Environment> {
    return this.environments.add(context, environment)
  }

  /** Changes an environment. */
  @Put(':id')
  @Needs('manage')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() environment: EnvironmentDto): Promise<Environment> {
    return this.environments.edit(context, id, environment)
  }

  /** Deletes an environment that has no runs. */
  @Delete(':id')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.environments.remove(context, id)
  }

  /** Sets a secret, which is handed to runs and never shown again. */
  @Put(':id/secrets/:name')
  @Needs('manage')
  @PersonOnly()
  setSecret(
    @Ctx() context: Context,
    @Param('id', ParseIntPipe) id: number,
    @Param('name') name: string,
    @Body() { value }: SecretDto,
  ): Promise<Environment> {
    return this.environments.setSecret(context, id, name, value)
  }

  /** Removes a secret. */
  @Delete(':id/secrets/:name')
  @Needs('manage')
  @PersonOnly()
  removeSecret(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Param('name') name: string): Promise<Environment> {
    return this.environments.removeSecret(context, id, name)
  }

  /** Asks the probe of an environment now. */
  @Post(':id/probe')
  @Needs('run')
  @PersonOnly()
  @HttpCode(200)
  probe(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Environment> {
    return this.environments.probe(context, id)
  }

  /** Opens a protected environment for runs, for a time and with a reason. */
  @Put(':id/opening')
  @Needs('runProtected')
  @PersonOnly()
  open(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() opening: OpenEnvironmentDto): Promise<Environment> {
    return this.environments.open(context, id, opening)
  }

  /** Closes it again. */
  @Delete(':id/opening')
  @Needs('run')
  @PersonOnly()
  close(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Environment> {
    return this.environments.close(context, id)
  }
}

@Controller('projects/:project/profiles')
export class ProfilesController {
  constructor(private readonly environments: EnvironmentsService) {}

  /** Adds a profile: a browser, device, operating system and locale. */
  @Post()
  @Needs('manage')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() profile: ProfileDto): Promise<EnvironmentList> {
    return this.environments.addProfile(context, profile)
  }

  /** Changes a profile. */
  @Put(':id')
  @Needs('manage')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() profile: ProfileDto): Promise<EnvironmentList> {
    return this.environments.editProfile(context, id, profile)
  }

  /** Deletes a profile. Runs and plans keep its name. */
  @Delete(':id')
  @Needs('manage')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.environments.removeProfile(context, id)
  }
}

@Controller('projects/:project/releases')
export class ReleasesController {
  constructor(private readonly releases: ReleasesService) {}

  /** Versions that are being made ready. */
  @Get()
  @Needs('read')
  list(@Ctx() context: Context): Promise<ReleaseList> {
    return this.releases.list(context)
  }

  /** How far a release is, environment by environment. */
  @Get(':id')
  @Needs('read')
  get(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<ReleaseSummary> {
    return this.releases.get(context, id)
  }

  /** Adds a release. */
  @Post()
  @Needs('run')
  @PersonOnly()
  add(@Ctx() context: Context, @Body() release: ReleaseDto): Promise<ReleaseSummary> {
    return this.releases.add(context, release)
  }

  /** Changes a release. */
  @Put(':id')
  @Needs('run')
  @PersonOnly()
  edit(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() release: ReleaseDto): Promise<ReleaseSummary> {
    return this.releases.edit(context, id, release)
  }

  /** Deletes a release. Its runs stay, and belong to none. */
  @Delete(':id')
  @Needs('run')
  @PersonOnly()
  @HttpCode(204)
  remove(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.releases.remove(context, id)
  }
}
