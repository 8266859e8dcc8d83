import { Controller, Get, Query } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, Ctx, Needs } from '../access/index.js'
import type { LensOptions } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { IN_LENS, NTH_BUILD } from './lens-sql.js'
import { LensDto, lensOf } from './runs.dto.js'

@Controller('projects/:project/lens')
export class LensController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** What there is to look through: branches by how many builds they have, environments, pipelines; how many older builds the lens hides. */
  @Get()
  @Needs('read')
  async lens(@Ctx() { project }: Context, @Query() dto: LensDto): Promise<LensOptions> {
    const bind = { id: project.id }
    const [branches, environments, pipelines, releases, profiles, [builds]] = await Promise.all([
      rowsOf<LensOptions['branches'][number]>(
        this,
        `select branch as name, count(*)::int as builds from build where project_id = $id group by branch order by branch = $main desc, max(created_at) desc`,
        { ...bind, main: project.defaultBranch },
      ),
      rowsOf<LensOptions['environments'][number]>(
        this,
        `select name, protected from environment where project_id = $id order by name`,
        bind,
      ),
      rowsOf<{ name: string }>(this, `select name from pipeline where project_id = $id order by name`, bind),
      rowsOf<{ name: string }>(this, `select name from release where project_id = $id order by created_at desc, id desc`, bind),
      rowsOf<{ name: string }>(
        this,
        `select distinct profile as name from run where project_id = $id and profile is not null order by 1`,
        bind,
      ),
      rowsOf<{ older: number }>(this, OLDER_BUILDS, { ...bind, ...lensOf(dto) }),
    ])
    return { branches, environments, pipelines, releases, profiles, olderBuilds: builds?.older ?? 0 }
  }
}

/** A build counts as hidden where it was run in what the lens shows and none of these runs is among the newest of its lane. */
const OLDER_BUILDS = `
select count(*)::int as older from (
  select r.build_id from (
    select r.build_id, ${NTH_BUILD} as nth
    from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
    where r.project_id = $id and ${IN_LENS}
  ) r group by r.build_id having min(r.nth) > $span
) builds`
