import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { Release, ReleaseEnvironment, ReleaseList, ReleaseSummary } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { addRow, changeRow, removeRow } from '../platform/kept-rows.js'
import { notFound, Problem } from '../platform/problem.js'
import { RELEASE_ENVIRONMENTS, RELEASE_ROWS } from './environment-queries.js'
import type { ReleaseDto } from './environments.dto.js'
import { RELEASES } from './kept.js'

/** Versions that are being made ready. */
@Injectable()
export class ReleasesService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async list({ project }: Context): Promise<ReleaseList> {
    return { rows: await rowsOf<Release>(this, RELEASE_ROWS, { projectId: project.id, id: null }) }
  }

  async get({ project }: Context, id: number): Promise<ReleaseSummary> {
    const bind = { projectId: project.id, id }
    const [release] = await rowsOf<Release>(this, RELEASE_ROWS, bind)
    if (!release) throw notFound('release', id)
    const [environments, plans] = await Promise.all([
      rowsOf<ReleaseEnvironment>(this, RELEASE_ENVIRONMENTS, bind),
      rowsOf<{ id: number; name: string }>(
        this,
        `select id, name from plan p where project_id = $projectId and (release_id = $id or exists (select 1 from plan_cell c where c.plan_id = p.id and c.release_id = $id)) order by name`,
        bind,
      ),
    ])
    return { release, environments, plans }
  }

  async add(context: Context, dto: ReleaseDto): Promise<ReleaseSummary> {
    return this.get(context, await addRow(this, context, RELEASES, valuesOf(dto)))
  }

  async edit(context: Context, id: number, dto: ReleaseDto): Promise<ReleaseSummary> {
    await changeRow(this, context, RELEASES, id, valuesOf(dto))
    return this.get(context, id)
  }

  async remove(context: Context, id: number): Promise<void> {
    const signed = await rowsOf(
      this,
      'select 1 as yes from sign_off where project_id = $projectId and release_id = $id and reopened_at is null',
      {
        projectId: context.project.id,
        id,
      },
    )
    if (signed.length > 0) throw new Problem('conflict', 'signedOff', 'The release is signed off. Reopen it first, with a reason')
    return removeRow(this, context, RELEASES, id)
  }
}

function valuesOf(dto: ReleaseDto) {
  if (dto.startsOn && dto.dueOn && dto.dueOn < dto.startsOn)
    throw new Problem('invalid', 'dates', 'A release is due on the day it starts, or later')
  return { ...dto, startsOn: dto.startsOn || null, dueOn: dto.dueOn || null }
}
