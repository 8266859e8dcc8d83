import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Patch, Post, Query } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, KeeperOnly, makeProject, MakesProjects, NewProjectDto, PersonOnly, Who, type Caller, type Context } from '../access/index.js'
import type { LensOptions, MadeProject, Member, ProjectRules } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { LensDto, lensOf } from '../runs/index.js'
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
  async edit(@Ctx() { project, role }: Context, @Body() body: ProjectEditDto): Promise<MadeProject> {
    await project.update(body)
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

  /** What there is to look through: branches by how many builds they have, environments, pipelines; how many older builds the lens hides. */
  @Get(':project/lens')
  async lens(@Ctx() { project }: Context, @Query() dto: LensDto): Promise<LensOptions> {
    const bind = { id: project.id }
    const [branches, environments, pipelines, [builds]] = await Promise.all([
      rowsOf<LensOptions['branches'][number]>(
        this,
        `select branch as name, count(*)::int as builds from build where project_id = $id group by branch order by branch = 'main' desc, max(created_at) desc`,
        bind,
      ),
      rowsOf<LensOptions['environments'][number]>(
        this,
        `select name, protected from environment where project_id = $id order by name`,
        bind,
      ),
      rowsOf<{ name: string }>(this, `select name from pipeline where project_id = $id order by name`, bind),
      rowsOf<{ older: number }>(this, OLDER_BUILDS, { ...bind, ...lensOf(dto) }),
    ])
    return { branches, environments, pipelines, olderBuilds: builds?.older ?? 0 }
  }
}

/** A build counts as hidden where it was run in what the lens shows and none of these runs is among the newest of its lane. */
const OLDER_BUILDS = `
select count(*)::int as older from (
  select r.build_id from (
    select r.build_id, row_number() over (partition by r.lane_id order by r.sort_key desc) as nth
    from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
    where r.project_id = $id and ($branch::text is null or l.branch = $branch) and ($environments::text[] is null or e.name = any($environments))
  ) r group by r.build_id having min(r.nth) > $span
) builds`
