import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import { type ActChange, readOutline, suiteTemplate } from '@bobbin/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, mustBeAble } from '../access/index.js'
import type { CaseDetail, CaseEdited, CaseFacets, CaseList, CaseRow, OutlineMade } from '../contract/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { AreaMaker } from './area-maker.js'
import { Area } from './area.model.js'
import { AreasService } from './areas.service.js'
import { CaseChangesService, ownerBelongs } from './case-changes.service.js'
import { filterBind } from './case-filter.js'
import { numberOf, numbersOf } from './case-key.js'
import { CASE_TAGS, caseRows, CASES_ALL } from './case-queries.js'
import type { CaseEditDto, CaseFilterDto, NewCaseDto } from './cases.dto.js'
import { REWRITE_CASES } from './change-queries.js'
import { TestCase } from './test-case.model.js'

/** One answer holds so many, unless it is asked for others. */
const PAGE_ROWS = 1000
const MOST_LINES = 5000
/** What a case says: a change of it takes the approval away. */
const CONTENT = ['title', 'preconditions', 'steps'] as const

@Injectable()
export class CasesService {
  constructor(
    @InjectModel(TestCase) private readonly cases: typeof TestCase,
    @InjectModel(Area) private readonly areaModel: typeof Area,
    private readonly areas: AreasService,
    private readonly changes: CaseChangesService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list({ project }: Context, filter: CaseFilterDto): Promise<CaseList> {
    const [rows, [sums]] = await Promise.all([
      rowsOf<Omit<CaseRow, 'updatedAt'> & { updatedAt: Date; full: number }>(this, caseRows(filter.sort), {
        ...filterBind(project, filter),
        most: filter.limit ?? PAGE_ROWS,
        offset: filter.offset ?? 0,
      }),
      rowsOf<{ all: number }>(this, CASES_ALL, { projectId: project.id }),
    ])
    return {
      rows: rows.map(({ full: _, ...row }) => ({ ...row, updatedAt: row.updatedAt.toISOString() })),
      total: rows[0]?.full ?? filter.offset ?? 0,
      all: sums?.all ?? 0,
    }
  }

  async facets({ project }: Context): Promise<CaseFacets> {
    return { tags: await rowsOf<CaseFacets['tags'][number]>(this, CASE_TAGS, { projectId: project.id }) }
  }

  async get(context: Context, key: string): Promise<CaseDetail> {
    const found = await this.find(context, key)
    return this.describe(context, found)
  }

  private async describe({ project }: Context, found: TestCase): Promise<CaseDetail> {
    const { id, title, areaId, preconditions, steps, priority, tags, ownerId, state, intent, estimateS, runsAfter, version } = found
    const path = await rowsOf<{ name: string }>(
      this,
      `with recursive up as (select id, parent_id, name, 0 as depth from area where id = $areaId and project_id = $projectId
       union all select a.id, a.parent_id, a.name, depth + 1 from area a join up on a.id = up.parent_id) select name from up order by depth desc`,
      { areaId, projectId: project.id },
    )
    const before = await rowsOf<{ key: string }>(this, KEYS_OF, { ids: runsAfter, prefix: project.keyPrefix })
    const key = `${project.keyPrefix}-${found.number}`
    return {
      id,
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
      intent,
      estimateS,
      runsAfter: before.map((one) => one.key),
      version,
      updatedAt: found.updatedAt.toISOString(),
    }
  }

  /** Finds a case by its key. @throws Problem notFound */
  async find({ project }: Context, key: string, transaction: Transaction | null = null): Promise<TestCase> {
    const number = numberOf(project, key)
    const found =
      number === null ? null : await this.cases.findOne({ where: { projectId: project.id, number, deletedAt: null }, transaction })
    if (!found) throw notFound('case', key)
    return found
  }

  /** Changes a case that nobody else has changed since it was read; a change of what it says takes an approval away. */
  async edit(context: Context, key: string, edit: CaseEditDto): Promise<CaseEdited> {
    if (edit.areaId !== undefined) mustBeAble(context, 'organize')
    if (edit.areaId) await this.areas.orThrow(context, edit.areaId)
    const actId = await this.sequelize.transaction(async (transaction) => {
      const found = await this.find(context, key, transaction)
      await found.reload({ transaction, lock: transaction.LOCK.UPDATE })
      // one who left the project may stay what they were
      if (edit.ownerId !== found.ownerId) await ownerBelongs({ sequelize: this.sequelize, transaction }, context, edit.ownerId)
      if (found.version !== edit.version) {
        throw new Problem(
          'conflict',
          'changedMeanwhile',
          `${key} was changed by somebody else while you edited it. Nothing of yours is lost`,
          {
            theirs: await this.describe(context, found),
          },
        )
      }
      const db = { sequelize: this.sequelize, transaction }
      if (edit.state !== undefined && edit.state !== found.state && edit.state !== 'draft') mustBeAble(context, 'approve')
      const row = {
        ...rowOf(found),
        ...changesOf(found, edit),
        ...(edit.runsAfter && { runs_after: await this.before(db, context, found, edit.runsAfter) }),
      }
      return this.changes.keep(db, context, 'case.changed', await rewriteCases(db, context.project, [row]))
    })
    return { case: await this.get(context, key), actId }
  }

  /** Ids of the cases that one runs after. @throws Problem where one is unknown, or runs after this one itself */
  private async before(db: Queryable, { project }: Context, found: TestCase, keys: readonly string[]): Promise<number[]> {
    const numbers = numbersOf(project, [...new Set(keys)])
    const rows = await rowsOf<{ id: number; number: number }>(
      db,
      'select id, number from test_case where project_id = $projectId and deleted_at is null and number = any($numbers::int[])',
      { projectId: project.id, numbers },
    )
    const ids = numbers.map((number) => {
      const row = rows.find((one) => one.number === number)
      if (!row) throw notFound('case', `${project.keyPrefix}-${number}`)
      return row.id
    })
    const [circle] = await rowsOf<{ key: string }>(db, IN_CIRCLE, { id: found.id, ids, prefix: project.keyPrefix })
    if (circle)
      throw new Problem(
        'invalid',
        'circle',
        circle.key === `${project.keyPrefix}-${found.number}`
          ? 'A case can’t run after itself'
          : `${circle.key} runs after this case already; they can’t run after each other`,
      )
    return ids
  }

  /** Makes one case. */
  async make(context: Context, { title, areaId = null }: NewCaseDto): Promise<CaseEdited> {
    if (areaId !== null) await this.areas.orThrow(context, areaId)
    const [number, actId] = await this.sequelize.transaction(async (transaction) => {
      const number = await this.takeNumbers(context, 1, transaction)
      const made = await this.cases.create({ projectId: context.project.id, number, title, areaId }, { transaction })
      return [
        number,
        await this.changes.keep({ sequelize: this.sequelize, transaction }, context, 'case.made', [], { cases: [made.id] }),
      ] as const
    })
    return { case: await this.get(context, `${context.project.keyPrefix}-${number}`), actId }
  }

  /** Makes cases and areas of pasted lines, all or none. */
  async outline(context: Context, text: string, areaId: number | null): Promise<OutlineMade> {
    const lines = readOutline(text)
    if (lines.length === 0) throw new Problem('invalid', 'noLines', 'The text has no lines with words. Each line makes one case')
    if (lines.length > MOST_LINES)
      throw new Problem('invalid', 'tooManyLines', `${lines.length} lines are too many at once; paste up to ${MOST_LINES}`)
    const tooLong = lines.find((line) => line.title.length > 1000)
    if (tooLong)
      throw new Problem('invalid', 'longTitle', `Line ${tooLong.line} has ${tooLong.title.length} characters; a title has at most 1,000`)
    if (areaId) await this.areas.orThrow(context, areaId)
    return this.sequelize.transaction(async (transaction) => {
      const made = new AreaMaker(this.areaModel, context.project.id, transaction)
      const areaIds: (number | null)[] = []
      for (const line of lines) areaIds.push(await made.path(areaId, line.areas))
      const first = await this.takeNumbers(context, lines.length, transaction)
      const rows = lines.map((line, i) => ({
        projectId: context.project.id,
        number: first + i,
        title: line.title,
        areaId: areaIds[i] ?? null,
      }))
      const created = await this.cases.bulkCreate(rows, { transaction, returning: true })
      const ids = created.map((row) => row.id)
      const actId = await this.changes.keep({ sequelize: this.sequelize, transaction }, context, 'case.made', [], {
        cases: ids,
        areas: made.made,
      })
      return {
        areas: made.made.length,
        cases: created.map((row) => ({ key: `${context.project.keyPrefix}-${row.number}`, title: row.title })),
        actId,
      }
    })
  }

  /** Copies cases of a template into an area of its name. @throws Problem where there is no such template, or it has no such cases */
  async fromTemplate(context: Context, id: string, places: readonly number[] | undefined, areaId: number | null): Promise<OutlineMade> {
    const template = suiteTemplate(id)
    if (!template || template.cases.length === 0) throw notFound('template', id)
    const chosen = places ? [...new Set(places)].map((place) => template.cases[place]) : template.cases
    const cases = chosen.filter((one) => one !== undefined)
    if (cases.length === 0 || cases.length < chosen.length)
      throw new Problem('invalid', 'noCase', `${template.name} has ${template.cases.length} cases; choose at least one of them`)
    if (areaId) await this.areas.orThrow(context, areaId)
    return this.sequelize.transaction(async (transaction) => {
      const areas = new AreaMaker(this.areaModel, context.project.id, transaction)
      const own = await areas.path(areaId, [template.name])
      const first = await this.takeNumbers(context, cases.length, transaction)
      const rows = cases.map(({ title, preconditions, steps, priority, tags }, i) => ({
        ...{ projectId: context.project.id, number: first + i, areaId: own, title, preconditions, priority },
        steps: steps.map((step) => ({ ...step })),
        tags: [...tags],
        // they are written for people; whoever automates one says so
        intent: 'byHand' as const,
      }))
      const made = await this.cases.bulkCreate(rows, { transaction, returning: true })
      const actId = await this.changes.keep({ sequelize: this.sequelize, transaction }, context, 'case.made', [], {
        cases: made.map((row) => row.id),
        areas: areas.made,
      })
      return {
        areas: areas.made.length,
        cases: made.map((row) => ({ key: `${context.project.keyPrefix}-${row.number}`, title: row.title })),
        actId,
      }
    })
  }

  /** Takes the next numbers of the project. @returns the first */
  async takeNumbers({ project }: Context, count: number, transaction: Transaction): Promise<number> {
    const [row] = await rowsOf<{ first: number }>(
      { sequelize: this.sequelize, transaction },
      `update project set next_case_number = next_case_number + $count where id = $id returning next_case_number - $count as first`,
      { count, id: project.id },
    )
    if (!row) throw notFound('project', project.slug)
    return row.first
  }
}

const KEYS_OF = `select $prefix || '-' || number as key from test_case where id = any($ids::int[]) and deleted_at is null order by number`

/** The one of some cases that runs after a case, straight or through others, or is it. Binds: id, ids, prefix. */
const IN_CIRCLE = `
with recursive up as (
  select c.id as first, c.id, c.runs_after from test_case c where c.id = any($ids::int[])
  union select up.first, c.id, c.runs_after from up join test_case c on c.id = any(up.runs_after)
)
select $prefix || '-' || c.number as key from up join test_case c on c.id = up.first where up.id = $id limit 1`

/** Makes cases what rows say, which hold every field. @returns what that changed */
export async function rewriteCases(db: Queryable, project: Context['project'], rows: object[]): Promise<ActChange[]> {
  const bind = { projectId: project.id, prefix: project.keyPrefix, rows: JSON.stringify(rows) }
  const done = await rowsOf<{ change: ActChange }>(db, REWRITE_CASES, bind)
  return done.map(({ change }) => change)
}

/** A case as REWRITE_CASES takes it. */
export function rowOf(found: TestCase) {
  const { number, title, preconditions, steps, priority, tags, state, intent } = found
  return {
    number,
    title,
    preconditions,
    steps,
    priority,
    tags,
    state,
    intent,
    area_id: found.areaId,
    owner_id: found.ownerId,
    estimate_s: found.estimateS,
    runs_after: found.runsAfter,
  }
}

function changesOf(found: TestCase, edit: CaseEditDto): Partial<ReturnType<typeof rowOf>> {
  const { version: _, areaId, ownerId, estimateS, tags, runsAfter: __, ...plain } = edit
  const says = CONTENT.some((field) => edit[field] !== undefined && JSON.stringify(edit[field]) !== JSON.stringify(found[field]))
  return {
    ...Object.fromEntries(Object.entries(plain).filter(([, value]) => value !== undefined)),
    ...(tags && { tags: [...new Set(tags.map((tag) => tag.trim()).filter((tag) => tag !== ''))] }),
    ...(areaId !== undefined && { area_id: areaId }),
    ...(ownerId !== undefined && { owner_id: ownerId }),
    ...(estimateS !== undefined && { estimate_s: estimateS }),
    ...(edit.state === undefined && says && found.state === 'approved' && { state: 'draft' }),
  }
}
