import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Patch, Post } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, KeeperOnly, makeProject, MakesProjects, NewProjectDto, PersonOnly, Who, type Caller, type Context } from '../access/index.js'
import type { MadeProject, Member, ProjectRules } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { inTransaction } from '../platform/database.js'
import { MembersService } from './members.service.js'
import { MemberEditDto, ProjectEditDto } from './projects.dto.js'

@Controller('projects')
export class ProjectsController {
  constructor(
    private readonly membership: MembersService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** Makes a project, which its maker keeps. */
  @Post()
  @MakesProjects()
  @PersonOnly()
  async make(@Who() caller: Caller, @Body() body: NewProjectDto): Promise<MadeProject> {
    await this.sequelize.transaction((transaction) => makeProject({ sequelize: this.sequelize, transaction }, caller.accountId, body))
    const { slug, name, keyPrefix } = body
    return { project: { slug, name, keyPrefix, role: 'keeper' } }
  }

  /** Changes the project. */
  @Patch(':project')
  @KeeperOnly()
  @PersonOnly()
  async edit(@Ctx() { project, role, caller }: Context, @Body() body: ProjectEditDto): Promise<MadeProject> {
    await inTransaction(this, (db) =>
      recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'project.changed' },
        [{ kind: 'project', where: 't.id = $id', bind: { id: project.id } }],
        () => project.update(body, { transaction: db.transaction }),
      ),
    )
    const { slug, name, keyPrefix } = project
    return { project: { slug, name, keyPrefix, role } }
  }

  /** How the project takes results in, and how long it keeps them. */
  @Get(':project/rules')
  rules(@Ctx() { project: { unknownTests, keepDetailsDays } }: Context): ProjectRules {
    return { unknownTests, keepDetailsDays }
  }

  /** Who belongs to the project. */
  @Get(':project/members')
  members(@Ctx() context: Context): Promise<Member[]> {
    return this.membership.list(context)
  }

  /** Makes a member keeper, or a keeper member. */
  @Patch(':project/members/:id')
  @KeeperOnly()
  @PersonOnly()
  setRole(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number, @Body() body: MemberEditDto): Promise<Member> {
    return this.membership.setRole(context, id, body.role)
  }

  /** Takes somebody out of the project. */
  @Delete(':project/members/:id')
  @KeeperOnly()
  @PersonOnly()
  @HttpCode(204)
  removeMember(@Ctx() context: Context, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.membership.remove(context, id)
  }
}
