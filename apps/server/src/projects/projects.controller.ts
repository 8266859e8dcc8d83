import { Controller, Get } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { LensOptions, Member } from '@bobbin/client'
import { Sequelize } from 'sequelize-typescript'
import { Ctx, type Context } from '../access/index.js'
import { rowsOf } from '../platform/database.js'

@Controller('projects/:project')
export class ProjectsController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  @Get('members')
  members(@Ctx() { project }: Context): Promise<Member[]> {
    return rowsOf<Member>(
      this,
      `select a.id, a.name, a.kind from account a join membership m on m.account_id = a.id where m.project_id = $id order by a.name`,
      {
        id: project.id,
      },
    )
  }

  /** What there is to look through: branches by how many builds they have, environments, pipelines. */
  @Get('lens')
  async lens(@Ctx() { project }: Context): Promise<LensOptions> {
    const bind = { id: project.id }
    const [branches, environments, pipelines] = await Promise.all([
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
    ])
    return { branches, environments, pipelines }
  }
}
