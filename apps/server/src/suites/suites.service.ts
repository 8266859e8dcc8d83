import { type SnapshotCase, suiteDifferences } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, mustBeAble } from '../access/index.js'
import { numbersOf } from '../cases/index.js'
import type { SuiteCase, SuiteDetail, SuiteList, SuiteRow, SuiteThread, SuiteThreads } from '../contract/index.js'
import { type InTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { addRow, changeRow, type KeptRows, removeRow } from '../platform/kept-rows.js'
import { notFound, Problem } from '../platform/problem.js'
import { caseThreads, casesOfSuite, expectedTimes, snapshotOf, worstThread } from './suite-cases.js'
import * as sql from './suite-queries.js'
import type { AddCasesDto, SuiteDto } from './suites.dto.js'

const SUITES: KeptRows = {
  table: 'suite',
  kind: 'suite',
  word: 'suite',
  acts: { made: 'suite.made', changed: 'suite.changed', deleted: 'suite.deleted' },
  columns: { folder: 'folder', name: 'name', note: 'note', filter: 'filter::jsonb', template: 'template' },
}

type Row = Omit<SuiteRow, 'snapshotAt'> & { snapshotAt: Date | null }

interface CaseRow {
  id: number
  key: string
  title: string
  priority: number
  state: SuiteCase['state']
  owner: string | null
  estimateS: number | null
  scriptIds: number[]
  heads: number[]
}

/** Ordered selections of cases. */
@Injectable()
export class SuitesService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async list({ project }: Context): Promise<SuiteList> {
    const rows = await rowsOf<Row>(this, sql.SUITE_ROWS, { projectId: project.id, id: null })
    const counted = await Promise.all(
      rows.map(async (row) => (row.filter ? { ...row, cases: (await casesOfSuite(this, project, row)).length } : row)),
    )
    return { rows: counted.map(rowOf) }
  }

  /** How the cases of each suite stand, build by build. */
  async threads({ project }: Context): Promise<SuiteThreads> {
    const suites = await rowsOf<Row>(this, sql.SUITE_ROWS, { projectId: project.id, id: null })
    const own = await Promise.all(suites.map(async (suite) => [suite.id, await casesOfSuite(this, project, suite)] as const))
    const all = await caseThreads(this, project, [...new Set(own.flatMap(([, ids]) => ids))])
    return { rows: own.map(([suiteId, ids]) => ({ suiteId, ...standOf(ids.map((id) => all.get(id)?.thread ?? '')) })) }
  }

  async get(context: Context, id: number): Promise<SuiteDetail> {
    const { project } = context
    const suite = await this.row(this, context, id)
    const ids = await casesOfSuite(this, project, suite)
    const cases = await this.casesById(context, ids)
    const [threads, times, differences] = await Promise.all([
      caseThreads(this, project, ids),
      expectedTimes(this, project.id, cases.flatMap(({ scriptIds }) => scriptIds)), // prettier-ignore
      this.differences(context, id, ids),
    ])
    const lanes = await rowsOf<{ id: number; name: string }>(this, sql.LANE_NAMES, {
      ids: [...new Set([...threads.values()].map(({ laneId }) => laneId))],
    })
    const rows = cases.map((row): SuiteCase => {
      const known = row.scriptIds.flatMap((script) => times.get(script) ?? [])
      const byHand = row.estimateS === null ? null : row.estimateS * 1000
      const { id, key, title, priority, state, owner } = row
      const expectedMs = row.scriptIds.length === 0 ? byHand : known.length > 0 ? known.reduce((sum, ms) => sum + ms, 0) : null
      return { id, key, title, priority, state, owner, scripts: new Set(row.heads).size, thread: threads.get(id)?.thread ?? '', expectedMs }
    })
    const sum = (of: (row: SuiteCase) => boolean) => rows.filter(of).reduce((ms, { expectedMs }) => ms + (expectedMs ?? 0), 0)
    return {
      ...rowOf({ ...suite, cases: rows.length }),
      rows,
      automatedMs: sum(({ scripts }) => scripts > 0),
      byHandMs: sum(({ scripts }) => scripts === 0),
      lanes: lanes.map(({ name }) => name),
      differences,
    }
  }

  async add(context: Context, dto: SuiteDto): Promise<SuiteDetail> {
    if (dto.template) mustBeAble(context, 'manage')
    const id = await addRow(this, context, SUITES, { ...dto, filter: dto.filter ?? null })
    return this.get(context, id)
  }

  async edit(context: Context, id: number, dto: SuiteDto): Promise<SuiteDetail> {
    const { template, plans, name } = await this.row(this, context, id)
    if (dto.template !== undefined && dto.template !== template) {
      mustBeAble(context, 'manage')
      if (dto.template && plans.length > 0)
        throw new Problem('conflict', 'planned', `${name} is planned; only what no plan has can be a template`)
    } else if (template) throw isTemplate(name)
    await changeRow(this, context, SUITES, id, { ...dto, filter: dto.filter ?? null }, touch)
    return this.get(context, id)
  }

  async remove(context: Context, id: number): Promise<void> {
    const { plans, name } = await this.mustNotBeTemplate(context, id)
    if (plans.length > 0)
      throw new Problem(
        'conflict',
        'planned',
        `${name} is part of ${plans.map((plan) => `“${plan.name}”`).join(', ')}; take it out of the plan first`,
      )
    await removeRow(this, context, SUITES, id)
  }

  /** Which cases it has, all of them in order. */
  async setCases(context: Context, id: number, keys: string[]): Promise<SuiteDetail> {
    await this.mustBeFixed(context, id)
    const cases = await this.idsOf(context, keys)
    await this.change(context, id, (db) => run(db, sql.SET_CASES, { id, cases }))
    return this.get(context, id)
  }

  /** Adds cases behind those that are there. */
  async addCases(context: Context, id: number, { keys, areaId }: AddCasesDto): Promise<SuiteDetail> {
    await this.mustBeFixed(context, id)
    const ofArea =
      areaId === undefined ? [] : await rowsOf<{ id: number }>(this, sql.CASES_OF_AREA, { projectId: context.project.id, areaId })
    const cases = [...(await this.idsOf(context, keys ?? [])), ...ofArea.map((row) => row.id)]
    await this.change(context, id, (db) => run(db, sql.ADD_CASES, { id, cases }))
    return this.get(context, id)
  }

  /** The cases as they are now become what plans run. */
  async updateSnapshot(context: Context, id: number): Promise<SuiteDetail> {
    await this.mustNotBeTemplate(context, id)
    await changeRow(this, context, SUITES, id, {}, (db) => this.takeSnapshot(db, context, id), 'suite.updated')
    return this.get(context, id)
  }

  /** Of a template, or any other suite, one of one's own. */
  async copy(context: Context, id: number): Promise<SuiteDetail> {
    const { folder, name, note, filter, template } = await this.row(this, context, id)
    const taken = new Set((await this.list(context)).rows.filter((row) => row.folder === folder || template).map((row) => row.name))
    let copied = template && !taken.has(name) ? name : `${name}, copy`
    for (let nth = 2; taken.has(copied); nth++) copied = `${name}, copy ${nth}`
    const made = await addRow(
      this,
      context,
      SUITES,
      { folder: template ? '' : folder, name: copied, note, filter, template: false },
      (db, to) =>
        run(db, 'insert into suite_case (suite_id, case_id, position) select $to, case_id, position from suite_case where suite_id = $id', {
          id,
          to,
        }),
    )
    return this.get(context, made)
  }

  /** Keeps the cases of a suite as they are, where that was never done. */
  async takeSnapshot(db: InTransaction, { project }: Context, id: number): Promise<void> {
    const [suite] = await rowsOf<Row>(db, sql.SUITE_ROWS, { projectId: project.id, id })
    if (!suite) throw notFound('suite', id)
    const cases = await snapshotOf(db, project, await casesOfSuite(db, project, suite))
    await run(db, 'update suite set snapshot = $cases::jsonb, snapshot_at = now() where id = $id', { id, cases: JSON.stringify(cases) })
  }

  private async differences({ project }: Context, id: number, ids: readonly number[]) {
    const [kept] = await rowsOf<{ snapshot: SnapshotCase[] | null }>(this, 'select snapshot from suite where id = $id', { id })
    return kept?.snapshot ? suiteDifferences(kept.snapshot, await snapshotOf(this, project, ids)) : []
  }

  private async casesById({ project }: Context, ids: readonly number[]): Promise<CaseRow[]> {
    const rows = await rowsOf<CaseRow>(this, sql.CASES_BY_ID, { prefix: project.keyPrefix, ids })
    const byId = new Map(rows.map((row) => [row.id, row]))
    return ids.flatMap((id) => byId.get(id) ?? [])
  }

  private async idsOf({ project }: Context, keys: string[]): Promise<number[]> {
    if (keys.length === 0) return []
    const numbers = numbersOf(project, keys)
    const rows = await rowsOf<{ id: number; number: number }>(this, sql.CASES_BY_NUMBER, { projectId: project.id, numbers })
    const byNumber = new Map(rows.map(({ id, number }) => [number, id]))
    return [...new Set(numbers)].map((number, i) => {
      const id = byNumber.get(number)
      if (id === undefined) throw notFound('case', keys[i] ?? '')
      return id
    })
  }

  private async change(context: Context, id: number, work: (db: InTransaction) => Promise<void>): Promise<void> {
    await changeRow(this, context, SUITES, id, {}, async (db) => {
      await work(db)
      await touch(db, id)
    })
  }

  private async row(db: Queryable, { project }: Context, id: number): Promise<Row> {
    const [suite] = await rowsOf<Row>(db, sql.SUITE_ROWS, { projectId: project.id, id })
    if (!suite) throw notFound('suite', id)
    return suite
  }

  private async mustNotBeTemplate(context: Context, id: number): Promise<Row> {
    const suite = await this.row(this, context, id)
    if (suite.template) throw isTemplate(suite.name)
    return suite
  }

  private async mustBeFixed(context: Context, id: number): Promise<void> {
    const { filter, name } = await this.mustNotBeTemplate(context, id)
    if (filter) throw new Problem('conflict', 'filtered', `The cases of ${name} are found by its filter; change that, or copy it`)
  }
}

const isTemplate = (name: string) => new Problem('conflict', 'template', `${name} is a template; copy it, and change the copy`)

const touch = (db: InTransaction, id: number): Promise<void> => run(db, 'update suite set updated_at = now() where id = $id', { id })

const rowOf = ({ snapshotAt, ...row }: Row): SuiteRow => ({ ...row, snapshotAt: snapshotAt?.toISOString() ?? null })

/** How cases stand by their newest results, and their threads as one. */
function standOf(threads: readonly string[]): Omit<SuiteThread, 'suiteId'> {
  const newest = threads.map((thread) => [...thread].findLast((digit) => digit !== '0') ?? '0')
  const count = (digits: string) => newest.filter((digit) => digits.includes(digit)).length
  return {
    thread: worstThread(threads),
    failed: count('2'),
    errored: count('3'),
    passed: count('17'),
    other: count('45'),
    notRun: count('06'),
  }
}
