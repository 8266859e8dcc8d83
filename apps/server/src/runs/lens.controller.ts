import { Controller, Get, Query } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, Ctx, Needs } from '../access/index.js'
import type { LensOptions } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { LensDto, lensOf } from './runs.dto.js'

@Controller('projects/:project/lens')
export class LensController {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** What there is to look through: branches by how many builds they have, environments, pipelines; how many older builds the lens hides. */
  @Get()
  @Needs('read')
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
