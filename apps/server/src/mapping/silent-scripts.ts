import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { rowsOf } from '../platform/database.js'
import { RunPacks } from '../runs/index.js'
import { RECENT, SILENT_COUNT } from './mapping-queries.js'

/** Scripts that are linked and in the code, but that the newest runs did not report. */
@Injectable()
export class SilentScripts {
  constructor(
    private readonly packs: RunPacks,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** @returns ids of the scripts that have a result in the newest runs of a project, in no order */
  async seen(projectId: number): Promise<number[]> {
    const runs = await rowsOf<{ id: number }>(this, RECENT, { projectId })
    const packs = await this.packs.of(runs.map(({ id }) => id))
    // runs of the same tests share one column
    const columns = new Set([...packs.values()].map(({ scripts }) => scripts))
    const seen = new Set<number>()
    for (const scripts of columns) for (const id of scripts) seen.add(id)
    return [...seen]
  }

  /** How many the mapping page lists as silent. */
  async count(projectId: number): Promise<number> {
    const [found] = await rowsOf<{ count: number }>(this, SILENT_COUNT, { projectId, seen: await this.seen(projectId) })
    return found?.count ?? 0
  }
}
