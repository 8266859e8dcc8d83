import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import {
  type ActChange,
  CASE_COLUMNS,
  INTENT_WORDS,
  readCaseTable,
  writeCaseTable,
  writeEstimate,
  type ReadTable,
  type TableCase,
  type TableRow,
} from '@bobbin/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { can, type Context } from '../access/index.js'
import type { Imported, ImportPreview, ImportRow } from '../contract/index.js'
import { rowsOf, type Queryable } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import { readSheetInThread } from '../platform/tables/read-in-thread.js'
import { writeCsv, writeXlsx } from '../platform/tables/sheet.js'
import { ThreadPool } from '../platform/threads/thread-pool.js'
import { AreaMaker } from './area-maker.js'
import { Area } from './area.model.js'
import { CaseChangesService } from './case-changes.service.js'
import { filterBind } from './case-filter.js'
import { numberOf } from './case-key.js'
import { caseNumbers, caseTable } from './case-queries.js'
import type { CaseExportDto } from './cases.dto.js'
import { CasesService, rewriteCases, rowOf } from './cases.service.js'
import { TestCase } from './test-case.model.js'

const MOST_ROWS = 20_000
/** So many cases are written to a table at a time. */
const PIECE = 1000
const WIDTHS = [12, 60, 30, 11, 9, 20, 20, 16, 10, 40, 50, 50]

export interface MadeTable {
  content: Buffer | string | AsyncIterable<string>
  type: string
  name: string
}

/** A row of a table beside the case it speaks of. */
interface Matched {
  read: ReadTable['rows'][number]
  known: TableCase | null
  ownerId: number | null
  preview: ImportRow
}

/** Cases out to tables, and back in. */
@Injectable()
export class CaseTablesService {
  constructor(
    private readonly cases: CasesService,
    private readonly changes: CaseChangesService,
    @InjectModel(TestCase) private readonly models: typeof TestCase,
    @InjectModel(Area) private readonly areas: typeof Area,
    @InjectConnection() readonly sequelize: Sequelize,
    private readonly threads: ThreadPool,
  ) {}

  async export({ project }: Context, dto: CaseExportDto): Promise<MadeTable> {
    const name = `${project.slug}-cases.${dto.format}`
    if (dto.format === 'csv') return { content: this.csv(project, dto), type: 'text/csv; charset=utf-8', name }
    const cases = await this.tableCases(this, project, dto)
    if (dto.format === 'json') return { content: JSON.stringify(cases, null, 1), type: 'application/json', name }
    const sheet = writeCaseTable(cases)
    const type = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
    return { content: await writeXlsx(sheet, 'Cases', WIDTHS), type, name }
  }

  /** Row by row: a table of any size is never whole in memory. */
  private async *csv(project: Context['project'], filter: CaseExportDto): AsyncGenerator<string> {
    const numbers = await rowsOf<{ number: number }>(this, caseNumbers(filter.sort), filterBind(project, filter))
    if (numbers.length === 0) yield writeCsv(writeCaseTable([]))
    for (let at = 0; at < numbers.length; at += PIECE) {
      const keys = numbers.slice(at, at + PIECE).map(({ number }) => `${project.keyPrefix}-${number}`)
      const cases = await this.tableCases(this, project, { ...(filter.sort && { sort: filter.sort }), keys })
      // each piece is a table of its own: only the first keeps its heading
      yield at === 0 ? writeCsv(writeCaseTable(cases)) : writeCsv(writeCaseTable(cases).slice(1), { bom: false })
    }
  }

  private async tableCases(db: Queryable, project: Context['project'], filter: Partial<CaseExportDto>): Promise<TableCase[]> {
    const rows = await rowsOf<Omit<TableCase, 'area'> & { area: string }>(db, caseTable(filter.sort), filterBind(project, filter))
    return rows.map((row) => ({ ...row, area: row.area === '' ? [] : row.area.split(' › ') }))
  }

  /** What each row of a table would do. */
  async preview(context: Context, bytes: Buffer): Promise<ImportPreview> {
    const table = await this.read(bytes)
    const matched = await this.match(this, context, table)
    const paths = await rowsOf<{ path: string }>(
      this,
      `with recursive tree as (select id, name as path from area where project_id = $projectId and parent_id is null and deleted_at is null
       union all select a.id, t.path || ' › ' || a.name from area a join tree t on a.parent_id = t.id where a.deleted_at is null) select path from tree`,
      { projectId: context.project.id },
    )
    const known = new Set(paths.map((row) => row.path))
    const named = matched.filter((row) => row.preview.action !== 'refuse').map((row) => row.read.row.area?.join(' › ') ?? '')
    return {
      rows: matched.map((row) => row.preview),
      ...countActions(matched),
      columns: [...table.columns],
      ignored: table.ignored,
      newAreas: [...new Set(named)].filter((path) => path !== '' && !known.has(path)),
    }
  }

  /** Makes and changes cases as the table says; rows that can't be taken are left out. Undone as one. */
  async import(context: Context, bytes: Buffer): Promise<Imported> {
    const table = await this.read(bytes)
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      const matched = await this.match(db, context, table)
      const areas = new AreaMaker(this.areas, context.project.id, transaction)
      const changes = await this.rewrite(
        context,
        db,
        matched.filter((row) => row.preview.action === 'change'),
        areas,
      )
      const made = await this.makeNew(
        context,
        transaction,
        matched.filter((row) => row.preview.action === 'make'),
        areas,
      )
      const actId = await this.changes.keep(db, context, 'case.imported', changes, { cases: made, areas: areas.made })
      const { refuse } = countActions(matched)
      return { actId, cases: changes.length + made.length, made: made.length, changed: changes.length, left: refuse }
    })
  }

  private async read(bytes: Buffer): Promise<ReadTable> {
    const table = readCaseTable(await readSheetInThread(this.threads, bytes))
    if (!table.columns.includes('Title') && !table.columns.includes('Key'))
      throw new Problem(
        'invalid',
        'noColumns',
        `The first line names no column “Key” or “Title”. Columns that are read: ${CASE_COLUMNS.join(', ')}`,
      )
    if (table.rows.length > MOST_ROWS)
      throw new Problem('invalid', 'tooManyRows', `The table has ${table.rows.length} cases; at most ${MOST_ROWS} at once`)
    return table
  }

  private async match(db: Queryable, context: Context, table: ReadTable): Promise<Matched[]> {
    const { project } = context
    const keys = table.rows.flatMap(({ row }) => (row.key && numberOf(project, row.key) !== null ? [row.key] : []))
    const known = keys.length > 0 ? await this.tableCases(db, project, { keys }) : []
    const byKey = new Map(known.map((row) => [row.key, row]))
    const people = await rowsOf<{ id: number; name: string; email: string }>(
      db,
      'select a.id, a.name, a.email from account a join membership m on m.account_id = a.id where m.project_id = $id',
      { id: project.id },
    )
    const owners = new Map(people.flatMap(({ id, name, email }) => [[name.toLowerCase(), id] as const, [email.toLowerCase(), id] as const]))
    const seen = new Set<string>()
    return table.rows.map((read) => withRights(context, matchRow(read, byKey, owners, seen)))
  }

  private async rewrite({ project }: Context, db: Required<Queryable>, rows: Matched[], areas: AreaMaker): Promise<ActChange[]> {
    if (rows.length === 0) return []
    const numbers = rows.map((row) => numberOf(project, row.read.row.key ?? '') ?? 0)
    const models = await this.models.findAll({ where: { projectId: project.id, number: numbers }, transaction: db.transaction })
    const byNumber = new Map(models.map((model) => [model.number, model]))
    const wanted = []
    for (const [i, { read, ownerId }] of rows.entries()) {
      const model = byNumber.get(numbers[i] ?? 0)
      if (model) wanted.push({ ...rowOf(model), ...(await fieldsOf(read.row, ownerId, areas)) })
    }
    return rewriteCases(db, project, wanted)
  }

  private async makeNew(context: Context, transaction: Transaction, rows: Matched[], areas: AreaMaker): Promise<number[]> {
    if (rows.length === 0) return []
    const first = await this.cases.takeNumbers(context, rows.length, transaction)
    const made = []
    for (const [i, { read, ownerId }] of rows.entries()) {
      const { area_id, owner_id, estimate_s, ...fields } = await fieldsOf(read.row, ownerId, areas)
      made.push({ projectId: context.project.id, number: first + i, ...fields, areaId: area_id, ownerId: owner_id, estimateS: estimate_s })
    }
    const created = await this.models.bulkCreate(made, { transaction, returning: true })
    return created.map((row) => row.id)
  }
}

/** What a row sets, in the words of the database; columns that the table does not have are left out. */
async function fieldsOf(row: TableRow, ownerId: number | null, areas: AreaMaker): Promise<Record<string, unknown>> {
  const { title, state, priority, tags, intent, preconditions, steps } = row
  const plain = Object.entries({ title, state, priority, tags, intent, preconditions, steps }).filter(([, value]) => value !== undefined)
  return {
    ...Object.fromEntries(plain),
    ...(row.area !== undefined && { area_id: await areas.path(null, row.area) }),
    ...(row.owner !== undefined && { owner_id: ownerId }),
    ...(row.estimate !== undefined && { estimate_s: row.estimate }),
  }
}

/** What the reader of a table may not do, its rows may not either. */
function withRights(context: Context, row: Matched): Matched {
  const { preview, known, read } = row
  const changes = new Set(preview.changes.map(({ field }) => field))
  const state = read.row.state
  const approves = state !== undefined && state !== 'draft' && (known ? changes.has('state') : true)
  const problems = [
    ...(approves && !can(context, 'approve') ? ['Your role does not allow you to approve or retire cases'] : []),
    ...(changes.has('area') && !can(context, 'organize') ? ['Your role does not allow you to move cases'] : []),
  ]
  if (problems.length === 0) return row
  return { ...row, preview: { ...preview, action: 'refuse', problems: [...preview.problems, ...problems] } }
}

function matchRow(read: Matched['read'], byKey: Map<string, TableCase>, owners: Map<string, number>, seen: Set<string>): Matched {
  const { row } = read
  const problems = [...read.problems]
  const known = row.key ? (byKey.get(row.key) ?? null) : null
  if (row.key && !known) problems.push(`No case has the key “${row.key}”; leave the key empty to make a new one`)
  if (row.key && seen.has(row.key)) problems.push(`${row.key} stands in the table twice; only the first is taken`)
  if (row.key) seen.add(row.key)
  if (!known && !row.title) problems.push('A new case needs a title')
  if (known && row.title === '') problems.push('A case needs a title')
  const ownerId = row.owner ? (owners.get(row.owner.toLowerCase()) ?? null) : null
  if (row.owner && ownerId === null) problems.push(`Owner “${row.owner}” is no member of this project`)
  const changes = known ? differences(known, row) : []
  const action = problems.length > 0 ? 'refuse' : !known ? 'make' : changes.length > 0 ? 'change' : 'same'
  return {
    read,
    known,
    ownerId,
    preview: { line: read.line, action, key: row.key || null, title: row.title ?? known?.title ?? '', changes, problems },
  }
}

const WORDS: { [K in keyof Omit<TableCase, 'key'>]: { field: string; say: (value: TableCase[K]) => string } } = {
  title: { field: 'title', say: String },
  area: { field: 'area', say: (path) => path.join(' › ') },
  state: { field: 'state', say: String },
  priority: { field: 'priority', say: String },
  tags: { field: 'tags', say: (tags) => tags.join(', ') },
  owner: { field: 'owner', say: String },
  intent: { field: 'automation', say: (intent) => INTENT_WORDS[intent] },
  estimate: { field: 'estimate', say: writeEstimate },
  preconditions: { field: 'preconditions', say: String },
  steps: { field: 'steps', say: (steps) => `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}` },
}

function differences(known: TableCase, row: TableRow): ImportRow['changes'] {
  return (Object.keys(WORDS) as (keyof typeof WORDS)[]).flatMap((name) => {
    if (row[name] === undefined || JSON.stringify(row[name]) === JSON.stringify(known[name])) return []
    const { field, say } = WORDS[name] as { field: string; say: (value: unknown) => string }
    return [{ field, from: say(known[name]), to: say(row[name]) }]
  })
}

function countActions(matched: Matched[]): Pick<ImportPreview, 'make' | 'change' | 'same' | 'refuse'> {
  const count = (action: ImportRow['action']) => matched.filter((row) => row.preview.action === action).length
  return { make: count('make'), change: count('change'), same: count('same'), refuse: count('refuse') }
}
