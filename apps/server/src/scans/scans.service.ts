import { type CodeTest, type Follow, keysOfSource, planScan, type ScanPlan, sourceFinder, type SourceName } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { ScanChange, ScanCounts, ScanList, ScanOpened, ScanReport, ScanRow } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { holdIntake } from '../platform/intake-lock.js'
import { caseForEach, SPREAD_LINKS } from '../scripts/index.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { joinScripts } from './join-scripts.js'
import * as sql from './scan-queries.js'
import type { FinishScanDto, NewScanDto, ScannedTestDto, ScannedTestsDto } from './scans.dto.js'

const PAGE_ROWS = 100
/** After a scan of so many tests tables may be much larger than before. */
const MANY = 1000
const MOST_TOLD = 500
const TREE_LOCK = 0x7ee5

interface OpenScan {
  id: number
  treeId: number
  tree: string
  branch: string
  commit: string | null
  committedAt: Date | null
  finishedAt: Date | null
}

interface Known extends CodeTest {
  scriptId: number
  keys: string[]
  pattern: string | null
  branch: string
  gone: boolean
}

interface Loose {
  id: number
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  profile: string | null
}

/** A test that a scan found, with what is known of it by now. */
interface Found extends CodeTest, SourceName {
  framework: string
  dto: ScannedTestDto
  scriptId: number | null
  was: string | null
}

/** Results that turned out to be of a test in code. */
interface Met {
  loose: Loose
  row: string | null
}

@Injectable()
export class ScansService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    private readonly jobs: Jobs,
  ) {}

  async list({ project }: Context, { limit, offset }: { limit?: number; offset?: number }): Promise<ScanList> {
    const rows = await rowsOf<Omit<ScanRow, 'at' | 'committedAt'> & { at: Date; committedAt: Date | null; full: number }>(this, sql.SCANS, {
      projectId: project.id,
      most: limit ?? PAGE_ROWS,
      offset: offset ?? 0,
    })
    const told = rows.map(({ full: _, at, committedAt, ...row }) => ({
      ...row,
      at: at.toISOString(),
      committedAt: committedAt?.toISOString() ?? null,
    }))
    return { rows: told, total: rows[0]?.full ?? offset ?? 0 }
  }

  async open({ project, caller }: Context, { tree, branch, commit, committedAt, files }: NewScanDto): Promise<ScanOpened> {
    return inTransaction(this, async (db) => {
      await run(db, sql.CUT_OFF)
      const [made] = await rowsOf<{ id: number }>(db, sql.TREE, { projectId: project.id, tree })
      const [scan] = await rowsOf<{ id: number }>(db, sql.OPEN_SCAN, {
        projectId: project.id,
        treeId: made?.id,
        accountId: caller.accountId,
        branch,
        commit: commit ?? null,
        committedAt: committedAt ?? null,
        files,
      })
      return { id: scan?.id ?? 0 }
    })
  }

  async add(context: Context, id: number, { from, tests }: ScannedTestsDto): Promise<void> {
    await inTransaction(this, async (db) => {
      await this.openScan(db, context, id)
      await run(db, sql.ADD_TESTS, { id, from, tests: JSON.stringify(tests) })
    })
  }

  private async openScan(db: InTransaction, { project }: Context, id: number): Promise<OpenScan> {
    const [scan] = await rowsOf<OpenScan>(db, sql.SCAN, { id, projectId: project.id })
    if (!scan) throw notFound('scan', id)
    if (scan.finishedAt) throw new Problem('conflict', 'scanFinished', 'This scan is finished. Begin another')
    return scan
  }

  /** Takes in what a scan found, or tells what that would change. */
  async finish(context: Context, id: number, { tests, unread, dryRun = false, force = false }: FinishScanDto): Promise<ScanReport> {
    return inTransaction(this, async (db) => {
      const scan = await this.openScan(db, context, id)
      await run(db, `select pg_advisory_xact_lock(${TREE_LOCK}, $treeId)`, { treeId: scan.treeId })
      if (!force) await this.refuseOlder(db, scan)
      const staged = await rowsOf<{ test: ScannedTestDto }>(db, sql.TESTS_OF_SCAN, { id })
      if (staged.length !== tests)
        throw new Problem('conflict', 'scanCutOff', `Of ${tests} tests ${staged.length} arrived. Nothing changed; scan again`)
      const work = new Finishing(db, context, scan, new Date())
      const report = await work.plan(
        staged.map(({ test }) => test),
        new Set(unread.map(({ file }) => file)),
        dryRun,
      )
      if (dryRun) {
        await run(db, 'delete from scan where id = $id', { id })
        return report
      }
      await run(db, 'delete from scan_test where scan_id = $id', { id })
      await run(db, sql.FINISH, { id, tests, unread: JSON.stringify(unread), counts: JSON.stringify(report.counts) })
      // pages that are opened now must not be planned for the tables as they were before
      if (tests > MANY) for (const table of ['script', 'script_source', 'link']) await run(db, `analyze ${table}`)
      // suggestions are made anew by the domain that has them
      await this.jobs.enqueue(db, 'mapping.suggest', { projectId: context.project.id }, { key: String(context.project.id) })
      const subject = { id, name: `${scan.tree} at ${scan.branch}` }
      await record(db, { actor: actorOf(context.caller), projectId: context.project.id, kind: 'scan.finished', subject })
      return report
    })
  }

  /** What was found in an older commit says nothing about a newer one. */
  private async refuseOlder(db: InTransaction, { treeId, branch, committedAt }: OpenScan): Promise<void> {
    if (!committedAt) return
    const [newer] = await rowsOf<{ commit: string | null; committedAt: Date }>(db, sql.NEWER, {
      treeId,
      branch,
      committedAt: committedAt.toISOString(),
    })
    if (!newer) return
    const which = newer.commit ? ` (${newer.commit.slice(0, 12)}, ${newer.committedAt.toISOString()})` : ''
    throw new Problem(
      'conflict',
      'scanOlder',
      `A newer commit of ${branch} was scanned already${which}. Nothing changed; --force takes this one in all the same`,
    )
  }
}

/** One scan as it becomes what is known. */
class Finishing {
  private readonly isMain: boolean

  constructor(
    private readonly db: InTransaction,
    private readonly context: Context,
    private readonly scan: OpenScan,
    private readonly at: Date,
  ) {
    this.isMain = scan.branch === context.project.defaultBranch
  }

  async plan(tests: ScannedTestDto[], notRead: ReadonlySet<string>, dryRun: boolean): Promise<ScanReport> {
    const { project } = this.context
    const known = await rowsOf<Known>(this.db, sql.KNOWN, { treeId: this.scan.treeId })
    const found = tests.map((dto): Found => ({
      dto,
      framework: dto.framework,
      file: dto.file,
      suites: dto.suites,
      name: dto.name,
      pattern: dto.pattern ?? null,
      suitePatterns: dto.suitePatterns ?? null,
      title: dto.title ?? null,
      fingerprint: dto.fingerprint ?? null,
      bodySize: dto.bodySize,
      scriptId: null,
      was: null,
    }))
    const plan = this.limited(planScan(known, found, notRead), known)
    for (const { known: before, found: after } of plan.same) claim(found[after], known[before])
    for (const { known: before, found: after } of plan.follows) {
      const [was, is] = [known[before], found[after]]
      claim(is, was)
      if (is && was) is.was = titleOf(was) + (was.file === is.file ? '' : ` in ${was.file}`)
    }
    const met = this.isMain ? await this.meet(found, plan) : new Map<Found, Met[]>()
    const changes = changesOf(plan, known, found)
    const counts: ScanCounts = {
      new: plan.fresh.length,
      changed: plan.same.filter((one) => one.bodyChanged).length,
      moved: plan.follows.filter((one) => one.what === 'moved').length,
      renamed: plan.follows.filter((one) => one.what === 'renamed').length,
      gone: plan.gone.length,
      same: plan.same.filter((one) => !one.bodyChanged).length,
      questions: plan.questions.length,
      met: [...met.values()].reduce((sum, list) => sum + list.length, 0),
      links: 0,
    }
    if (!dryRun) counts.links = await this.apply(plan, known, found, met)
    const unknownKeys = dryRun
      ? []
      : await rowsOf<{ key: string; test: string }>(this.db, sql.UNKNOWN_KEYS_OF_TREE, {
          treeId: this.scan.treeId,
          prefix: project.keyPrefix,
          projectId: project.id,
        })
    return { id: this.scan.id, dryRun, counts, changes: changes.slice(0, MOST_TOLD), unknownKeys }
  }

  /** A branch beside the main one adds tests, and moves or removes none: what the main branch has holds. */
  private limited(plan: ScanPlan, known: readonly Known[]): ScanPlan {
    const gone = plan.gone.filter((place) => !known[place]?.gone && known[place]?.branch === this.scan.branch)
    if (this.isMain) return { ...plan, gone }
    const follows = new Set([...plan.follows, ...plan.questions].map(({ found }) => found))
    return {
      same: plan.same.filter(({ known: place }) => known[place]?.branch === this.scan.branch),
      follows: [],
      questions: [],
      fresh: plan.fresh.filter((place) => !follows.has(place)),
      gone,
    }
  }

  /** Results that no scan had found so far, by the test in code that they are of. */
  private async meet(found: readonly Found[], plan: ScanPlan): Promise<Map<Found, Met[]>> {
    const loose = await rowsOf<Loose>(this.db, sql.LOOSE, { projectId: this.context.project.id })
    const find = sourceFinder(found)
    const met = new Map<Found, Met[]>()
    for (const one of loose) {
      const meeting = find({ ...one, occurrence: 1 })
      if (meeting) met.set(meeting.source, [...(met.get(meeting.source) ?? []), { loose: one, row: meeting.row }])
    }
    // what results call a new test is its script from now on
    for (const place of plan.fresh) {
      const test = found[place]
      const own = (test && met.get(test)?.filter(({ row }) => row === null)) ?? []
      // on one profile alone, it is that
      const plain = own.find(({ loose: one }) => one.profile === null) ?? (own.length === 1 ? own[0] : undefined)
      if (test && plain) test.scriptId = plain.loose.id
    }
    return met
  }

  private async apply(plan: ScanPlan, known: readonly Known[], found: Found[], met: ReadonlyMap<Found, Met[]>): Promise<number> {
    const { db, context, scan, at } = this
    const { project, caller } = context
    const bind = { projectId: project.id, treeId: scan.treeId }
    const fresh = plan.fresh.flatMap((place) => found[place] ?? [])
    await this.makeScripts(fresh.filter(({ scriptId }) => scriptId === null))
    const stored = [...plan.same.map((one) => found[one.found]), ...plan.follows.map((one) => found[one.found]), ...fresh].filter(
      (test): test is Found => test !== undefined && test.scriptId !== null,
    )
    const rows = stored.map(({ dto, scriptId, was, ...test }) => ({
      ...dto,
      pattern: test.pattern,
      title: test.title,
      suitePatterns: dto.suitePatterns ?? null,
      skipped: dto.skipped ?? null,
      fingerprint: test.fingerprint,
      code: dto.code ?? null,
      meets: keysOfSource(test),
      scriptId,
      was,
    }))
    const by = await this.author()
    await run(db, sql.STORE_SOURCES, {
      ...bind,
      rows: JSON.stringify(rows),
      branch: scan.branch,
      commit: scan.commit,
      at: at.toISOString(),
      by,
    })
    await run(db, sql.NAME_SCRIPTS, { ids: stored.map(({ scriptId }) => scriptId) })
    await run(db, sql.GONE, { ids: plan.gone.flatMap((place) => known[place]?.scriptId ?? []), at: at.toISOString() })
    await this.tie(plan, found, met)
    const undeclared = [...plan.same, ...plan.follows].flatMap(({ known: before, found: after }) => {
      const [was, is] = [known[before], found[after]]
      const keys = was?.keys.filter((key) => !is?.dto.keys.includes(key)) ?? []
      return was && keys.length > 0 ? [{ id: was.scriptId, keys }] : []
    })
    if (undeclared.length > 0) await run(db, sql.UNDECLARED, { rows: JSON.stringify(undeclared), prefix: project.keyPrefix })
    await run(db, sql.KEYS_OF_CODE, bind)
    const links = await rowsOf(db, sql.DECLARED_LINKS, { ...bind, prefix: project.keyPrefix })
    await run(db, SPREAD_LINKS, { projectId: project.id, heads: stored.map(({ scriptId }) => scriptId) })
    // a key that no case has is a mistake to be asked about; one that a case has made its link above
    const undeclaring = fresh.filter(({ dto }) => !dto.keys.some((key) => key.startsWith(`${project.keyPrefix}-`)))
    if (project.unknownTests === 'make' && this.isMain)
      await caseForEach(db, project, { scriptIds: undeclaring.flatMap(({ scriptId }) => scriptId ?? []), by: caller.accountId })
    const asked = plan.questions.flatMap((question) => {
      const [before, after] = [known[question.known], found[question.found]]
      return before && after?.scriptId
        ? [{ old: before.scriptId, new: after.scriptId, sure: question.sure, reasons: question.reasons }]
        : []
    })
    if (asked.length > 0) await run(db, sql.ASK, { projectId: project.id, rows: JSON.stringify(asked) })
    return links.length
  }

  private async author(): Promise<string | null> {
    const [account] = await rowsOf<{ name: string }>(this.db, 'select name from account where id = $id', {
      id: this.context.caller.accountId,
    })
    return account?.name ?? null
  }

  /** Scripts of tests that no result has named. */
  private async makeScripts(tests: readonly Found[]): Promise<void> {
    if (tests.length === 0) return
    const { project } = this.context
    const seen = new Map<string, number>()
    const byIdentity = new Map<string, Found>()
    const rows = tests.map((test, nth) => {
      const name = ['code', String(this.scan.treeId), test.file, ...test.suites, test.name].join('\u001f')
      const count = (seen.get(name) ?? 0) + 1
      seen.set(name, count)
      const identity = `${name}\u001f${count}\u001f${this.scan.id}`
      byIdentity.set(identity, test)
      return { nth, identity, name: test.name, suites: test.suites, file: test.file, framework: test.framework, keys: test.dto.keys }
    })
    const triage = project.unknownTests === 'make' ? 'ask' : project.unknownTests
    const made = await rowsOf<{ id: number; identity: string }>(
      this.db,
      `with made as (${sql.MAKE_SCRIPTS}) select made.id, x.identity from made
       join jsonb_to_recordset($rows::jsonb) as x (identity text) on made.identity = sha256(convert_to(x.identity, 'UTF8'))`,
      { projectId: project.id, rows: JSON.stringify(rows), triage },
    )
    for (const { id, identity } of made) {
      const test = byIdentity.get(identity)
      if (test) test.scriptId = id
    }
  }

  /** Scripts that results named become the test in code: itself where it was renamed, else its rows and profiles. */
  private async tie(plan: ScanPlan, found: readonly Found[], met: ReadonlyMap<Found, Met[]>): Promise<void> {
    const followed = new Set(plan.follows.map((follow) => found[follow.found]))
    const heads: { id: number; head: number }[] = []
    const joins: { from: number; into: number }[] = []
    for (const [test, list] of met) {
      if (test.scriptId === null) continue
      for (const { loose, row } of list) {
        if (loose.id === test.scriptId) continue
        if (followed.has(test) && row === null && loose.profile === null) joins.push({ from: loose.id, into: test.scriptId })
        else heads.push({ id: loose.id, head: test.scriptId })
      }
    }
    if (joins.length > 0) {
      await holdIntake(this.db, this.context.project.id)
      for (const { from, into } of joins) await joinScripts(this.db, this.context.project.id, from, into)
    }
    if (heads.length > 0) await run(this.db, sql.SET_HEADS, { rows: JSON.stringify(heads) })
  }
}

function claim(test: Found | undefined, known: Known | undefined): void {
  if (test && known) test.scriptId = known.scriptId
}

const titleOf = ({ suites, name }: Pick<CodeTest, 'suites' | 'name'>): string => [...suites, name].join(' › ')

/** What a person looks at first comes first. */
function changesOf(plan: ScanPlan, known: readonly Known[], found: readonly Found[]): ScanChange[] {
  const of = (what: ScanChange['what'], test: (CodeTest & { dto?: ScannedTestDto }) | undefined, was: string | null): ScanChange[] =>
    test ? [{ what, test: titleOf(test), file: test.file, line: test.dto?.line ?? 1, was }] : []
  const before = ({ known: place }: Follow): string | null => {
    const was = known[place]
    return was ? `${titleOf(was)} in ${was.file}` : null
  }
  return [
    ...plan.questions.flatMap((one) => of('question', found[one.found], before(one))),
    ...plan.gone.flatMap((place) => of('gone', known[place], null)),
    ...plan.follows.flatMap((one) => of(one.what, found[one.found], before(one))),
    ...plan.fresh.flatMap((place) => of('new', found[place], null)),
    ...plan.same.filter((one) => one.bodyChanged).flatMap((one) => of('changed', found[one.found], null)),
  ]
}
