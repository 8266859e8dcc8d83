import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import type { AreaNode, CaseDetail, CaseList, CaseRow, OutlineMade } from '../contract/index.js'
import { readOutline } from '@bobbin/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { Area } from './area.model.js'
import { AREAS, CASE_ROWS } from './case-queries.js'
import type { CaseEditDto, CaseFilterDto } from './cases.dto.js'
import { TestCase } from './test-case.model.js'

/** One list holds at most this many; more is a job for the search. */
const MOST_ROWS = 5000
const MOST_LINES = 5000

@Injectable()
export class CasesService {
  constructor(
    @InjectModel(TestCase) private readonly cases: typeof TestCase,
    @InjectModel(Area) private readonly areas: typeof Area,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  listAreas({ project }: Context): Promise<AreaNode[]> {
    return rowsOf<AreaNode>(this, AREAS, { projectId: project.id })
  }

  async list({ project }: Context, filter: CaseFilterDto): Promise<CaseList> {
    const rows = await rowsOf<CaseRow & { full: number }>(this, CASE_ROWS, {
      projectId: project.id,
      prefix: project.keyPrefix,
      search: filter.search?.trim() ? `%${filter.search.trim().replace(/[%_\\]/g, '\\$&')}%` : null,
      area: filter.area ?? null,
      uncovered: filter.only === 'uncovered',
      most: MOST_ROWS,
    })
    return { rows: rows.map(({ full: _, ...row }) => row), total: rows[0]?.full ?? 0 }
  }

  async get(context: Context, key: string): Promise<CaseDetail> {
    const found = await this.find(context, key)
    return this.describe(context, found)
  }

  private async describe({ project }: Context, found: TestCase): Promise<CaseDetail> {
    const { title, areaId, preconditions, steps, priority, tags, ownerId, state, version } = found
    const path = await rowsOf<{ name: string }>(
      this,
      `with recursive up as (select id, parent_id, name, 0 as depth from area where id = $areaId and project_id = $projectId
       union all select a.id, a.parent_id, a.name, depth + 1 from area a join up on a.id = up.parent_id) select name from up order by depth desc`,
      { areaId, projectId: project.id },
    )
    const key = `${project.keyPrefix}-${found.number}`
    return {
      key,
      title,
      areaId,
      areaPath: path.map((area) => area.name),
      preconditions,
      steps,
      priority,
      tags,
      ownerId,
      state,
      version,
      updatedAt: found.updatedAt.toISOString(),
    }
  }

  /** Finds a case by its key. @throws Problem notFound */
  async find({ project }: Context, key: string, transaction?: Transaction): Promise<TestCase> {
    const number = key.startsWith(`${project.keyPrefix}-`) ? Number(key.slice(project.keyPrefix.length + 1)) : NaN
    const valid = Number.isSafeInteger(number) && number < 2 ** 31
    const found = valid
      ? await this.cases.findOne({ where: { projectId: project.id, number, deletedAt: null }, transaction: transaction ?? null })
      : null
    if (!found) throw notFound('case', key)
    return found
  }

  /** Changes a case that nobody else has changed since it was read; an approved case loses its approval. */
  async edit(context: Context, key: string, edit: CaseEditDto): Promise<CaseDetail> {
    const found = await this.find(context, key)
    if (edit.areaId) await this.areaOrThrow(context, edit.areaId)
    const { version, ...changes } = edit
    if (changes.tags) changes.tags = [...new Set(changes.tags.map((tag) => tag.trim()).filter((tag) => tag !== ''))]
    const [changed] = await this.cases.update(
      { ...changes, version: version + 1, state: found.state === 'approved' ? 'draft' : found.state },
      { where: { id: found.id, version } },
    )
    if (changed === 0) {
      throw new Problem(
        'conflict',
        'changedMeanwhile',
        `${key} was changed by somebody else while you edited it. Your text is kept here; load theirs to compare`,
      )
    }
    return this.get(context, key)
  }

  private async areaOrThrow({ project }: Context, id: number): Promise<Area> {
    const area = await this.areas.findOne({ where: { id, projectId: project.id } })
    if (!area) throw notFound('area', id)
    return area
  }

  /** Makes cases and areas of pasted lines, all or none. */
  async outline(context: Context, text: string, areaId: number | null): Promise<OutlineMade> {
    const lines = readOutline(text)
    if (lines.length === 0) throw new Problem('invalid', 'noLines', 'The text has no lines with words. One line makes one case')
    if (lines.length > MOST_LINES)
      throw new Problem('invalid', 'tooManyLines', `${lines.length} lines are too many at once; paste up to ${MOST_LINES}`)
    const tooLong = lines.find((line) => line.title.length > 1000)
    if (tooLong)
      throw new Problem('invalid', 'longTitle', `Line ${tooLong.line} has ${tooLong.title.length} characters; a title has at most 1,000`)
    if (areaId) await this.areaOrThrow(context, areaId)
    return this.sequelize.transaction(async (transaction) => {
      const made = new AreaMaker(this.areas, context.project.id, transaction)
      const areaIds: (number | null)[] = []
      for (const line of lines) areaIds.push(await made.path(areaId, line.areas))
      const first = await this.takeNumbers(context, lines.length, transaction)
      const rows = lines.map((line, i) => ({
        projectId: context.project.id,
        number: first + i,
        title: line.title,
        areaId: areaIds[i] ?? null,
      }))
      const created = await this.cases.bulkCreate(rows, { transaction })
      return { areas: made.count, cases: created.map((row) => ({ key: `${context.project.keyPrefix}-${row.number}`, title: row.title })) }
    })
  }

  private async takeNumbers({ project }: Context, count: number, transaction: Transaction): Promise<number> {
    const [row] = await rowsOf<{ first: number }>(
      { sequelize: this.sequelize, transaction },
      `update project set next_case_number = next_case_number + $count where id = $id returning next_case_number - $count as first`,
      { count, id: project.id },
    )
    if (!row) throw notFound('project', project.slug)
    return row.first
  }
}

/** Finds or makes areas by path, each once. */
class AreaMaker {
  count = 0
  private readonly known = new Map<string, number>()

  constructor(
    private readonly areas: typeof Area,
    private readonly projectId: number,
    private readonly transaction: Transaction,
  ) {}

  async path(parentId: number | null, names: string[]): Promise<number | null> {
    let id = parentId
    for (const name of names) id = await this.area(id, name)
    return id
  }

  private async area(parentId: number | null, name: string): Promise<number> {
    const key = `${parentId}/${name}`
    const known = this.known.get(key)
    if (known) return known
    const [area, created] = await this.areas.findOrCreate({
      where: { projectId: this.projectId, parentId, name },
      transaction: this.transaction,
    })
    if (created) this.count++
    this.known.set(key, area.id)
    return area.id
  }
}
