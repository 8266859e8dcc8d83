import { ALL_RIGHTS } from '@bobbin/core'
import { Body, Controller, Get, Patch, Post } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, Needs, makeProject, MakesProjects, NewProjectDto, PersonOnly, Who, type Caller, type Context } from '../access/index.js'
import type { MadeProject, ProjectRules } from '../contract/index.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { inTransaction } from '../platform/database.js'
import { ProjectEditDto } from './projects.dto.js'

@Controller('projects')
export class ProjectsController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** Makes a project, which its maker keeps. */
  @Post()
  @MakesProjects()
  @PersonOnly()
  async make(@Who() caller: Caller, @Body() body: NewProjectDto): Promise<MadeProject> {
    await this.sequelize.transaction((transaction) => makeProject({ sequelize: this.sequelize, transaction }, caller.accountId, body))
    const { slug, name, keyPrefix } = body
    return { project: { slug, name, keyPrefix, defaultBranch: 'main', role: 'lead', rights: ALL_RIGHTS } }
  }

  /** Changes the project. */
  @Patch(':project')
  @Needs('manage')
  @PersonOnly()
  async edit(@Ctx() { project, role, rights, caller }: Context, @Body() body: ProjectEditDto): Promise<MadeProject> {
    await inTransaction(this, (db) =>
      recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'project.changed' },
        [{ kind: 'project', where: 't.id = $id', bind: { id: project.id } }],
        () => project.update(body, { transaction: db.transaction }),
      ),
    )
    const { slug, name, keyPrefix, defaultBranch } = project
    return { project: { slug, name, keyPrefix, defaultBranch, role, rights: [...rights] } }
  }

  /** How the project takes results in, and how long it keeps them. */
  @Get(':project/rules')
  @Needs('read')
  rules(@Ctx() { project }: Context): ProjectRules {
    const { unknownTests, oneScriptPerKey, keepDetailsDays, keepActsDays, quarantineLimit, resolveAfter, decideAbove } = project
    return { unknownTests, oneScriptPerKey, keepDetailsDays, keepActsDays, quarantineLimit, resolveAfter, decideAbove }
  }
}
