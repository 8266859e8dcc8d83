import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Patch, Post, Put, Query } from '@nestjs/common'
import { Ctx, type Context, Needs, PersonOnly } from '../access/index.js'
import type { Member, MemberWork, RoleRow, Team } from '../contract/index.js'
import { MembersService } from './members.service.js'
import { MemberEditDto, MemberRemovalDto, RoleDto, TeamDto } from './projects.dto.js'
import { RolesService } from './roles.service.js'
import { TeamsService } from './teams.service.js'

/** Who belongs to a project, and what they may do. */
@Controller('projects/:project')
export class PeopleController {
  constructor(
    private readonly membership: MembersService,
    private readonly roleSets: RolesService,
    private readonly ownership: TeamsService,
  ) {}

  /** Who belongs to the project. */
  @Get('members')
  @Needs('read')
  members(@Ctx() context: Context): Promise<Member[]> {
    return this.membership.list(context)
  }

  /** What somebody has to do with in the project, to be seen before they are removed. */
  @Get('members/:id/work')
  @Needs('read')
  @PersonOnly()
  work(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<MemberWork> {
    return this.membership.work(context, id)
  }

  /** Gives a member another role. */
  @Patch('members/:id')
  @Needs('manage')
  @PersonOnly()
  setRole(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() body: MemberEditDto): Promise<Member> {
    return this.membership.setRole(context, id, body.role)
  }

  /** Takes somebody out of the project. Everybody may leave by themselves. */
  @Delete('members/:id')
  @Needs('read')
  @PersonOnly()
  @HttpCode(204)
  removeMember(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Query() { heir }: MemberRemovalDto): Promise<void> {
    return this.membership.remove(context, id, heir ?? null)
  }

  /** The roles that every project has, and the project's own. */
  @Get('roles')
  @Needs('read')
  roles(@Ctx() context: Context): Promise<RoleRow[]> {
    return this.roleSets.list(context)
  }

  /** Makes a role. */
  @Post('roles')
  @Needs('manage')
  @PersonOnly()
  makeRole(@Ctx() context: Context, @Body() body: RoleDto): Promise<RoleRow[]> {
    return this.roleSets.make(context, body)
  }

  /** Changes one of the project's own roles. */
  @Put('roles/:id')
  @Needs('manage')
  @PersonOnly()
  editRole(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() body: RoleDto): Promise<RoleRow[]> {
    return this.roleSets.edit(context, id, body)
  }

  /** Deletes one of the project's own roles that nobody has. */
  @Delete('roles/:id')
  @Needs('manage')
  @PersonOnly()
  removeRole(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<RoleRow[]> {
    return this.roleSets.remove(context, id)
  }

  /** Teams, with their members and what they own. */
  @Get('teams')
  @Needs('read')
  teams(@Ctx() context: Context): Promise<Team[]> {
    return this.ownership.list(context)
  }

  /** Makes a team. */
  @Post('teams')
  @Needs('manage')
  @PersonOnly()
  makeTeam(@Ctx() context: Context, @Body() body: TeamDto): Promise<Team[]> {
    return this.ownership.make(context, body)
  }

  /** Changes a team: its members, what it owns, and what it may do. */
  @Put('teams/:id')
  @Needs('manage')
  @PersonOnly()
  editTeam(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() body: TeamDto): Promise<Team[]> {
    return this.ownership.edit(context, id, body)
  }

  /** Deletes a team. Its members stay in the project. */
  @Delete('teams/:id')
  @Needs('manage')
  @PersonOnly()
  removeTeam(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<Team[]> {
    return this.ownership.remove(context, id)
  }
}
