import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context, Project } from '../access/index.js'
import type { AreaList, AreaRow, SuiteFilter } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import type { Lens } from '../runs/index.js'
import { casesOfSuite } from '../suites/index.js'
import * as sql from './area-queries.js'

const WEEKS = 13

type Cases = Omit<AreaRow, 'causes' | 'defects' | 'planned' | 'underWay' | 'done'>
type Causes = Pick<AreaRow, 'id' | 'causes' | 'defects'>
type Planned = Pick<AreaRow, 'id' | 'planned' | 'underWay' | 'done'>

/** How areas and suites stand: covered, failing, planned. */
@Injectable()
export class AreasService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  /** @param plan whose newest start is counted; null for all plans */
  async get({ project }: Context, lens: Lens, by: AreaList['by'], plan: number | null): Promise<AreaList> {
    const placed = { projectId: project.id, ...(by === 'suite' && (await this.filtered(project))) }
    const projectId = project.id
    const [cases, causes, planned, plans, moves] = await Promise.all([
      rowsOf<Cases>(this, sql.areaCases(by), { ...placed, ...lens }),
      rowsOf<Causes>(this, sql.areaCauses(by), { ...placed, ...lens }),
      rowsOf<Planned>(this, sql.areaPlanned(by), { ...placed, plan }),
      rowsOf<AreaList['plans'][number]>(this, sql.AREA_PLANS, { projectId }),
      rowsOf<AreaList['moves'][number]>(this, sql.AREA_MOVES, { projectId, weeks: WEEKS }),
    ])
    const rows = cases.map((row): AreaRow => {
      const { causes: open = 0, defects = 0 } = causes.find(({ id }) => id === row.id) ?? {}
      const { planned: all = 0, underWay = 0, done = 0 } = planned.find(({ id }) => id === row.id) ?? {}
      return { ...row, causes: open, defects, planned: all, underWay, done }
    })
    // what has no area or suite comes last
    rows.sort((a, b) => Number(a.name === null) - Number(b.name === null) || ((a.name ?? '') < (b.name ?? '') ? -1 : 1))
    return { by, rows, plans, moves }
  }

  /** The cases of suites that are a filter, pair by pair. */
  private async filtered(project: Project): Promise<{ suiteIds: number[]; caseIds: number[] }> {
    const suites = await rowsOf<{ id: number; filter: SuiteFilter }>(this, sql.FILTER_SUITES, { projectId: project.id })
    const cases = await Promise.all(suites.map((suite) => casesOfSuite(this, project, suite)))
    return { suiteIds: suites.flatMap(({ id }, i) => cases[i]?.map(() => id) ?? []), caseIds: cases.flat() }
  }
}
