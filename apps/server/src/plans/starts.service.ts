import { closedAt, type MaintenanceWindow, withNeeded } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { type Context, Project } from '../access/index.js'
import type { PlanCell, PlanNote, StartRow } from '../contract/index.js'
import { EnvironmentsService } from '../environments/index.js'
import { announce } from '../events/announce.js'
import {
  announceShards,
  lockRun,
  type MadeLog,
  type PlaceDto,
  resolveTarget,
  settleLive,
  shareIntake,
  shardIsIn,
  type Target,
} from '../intake/index.js'
import { AssignmentEnded, assignCases, ownerOf } from '../manual/index.js'
import { type Actor, actorOf, record, SYSTEM } from '../platform/acts/index.js'
import { afterCommit, type InTransaction, inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { Bell } from './bell.js'
import { type Bundle, compilePlan, type HandWork, type PlannedTest, type PlanSettings, sharesOf } from './compile.js'
import * as sql from './plan-queries.js'
import { startRow, type StartRecord } from './start-row.js'

export interface PlanRecord {
  id: number
  projectId: number
  name: string
  pipeline: string
  branch: string
  newestBuild: boolean
  retries: number
  retryUnless: number | null
  split: PlanSettings['split']
  shards: number | null
  overlap: 'queue' | 'skip' | 'stop'
  missed: 'once' | 'skip'
  releaseId: number | null
  paused: boolean
  createdBy: number | null
  suites: { id: number; name: string; parameters: Record<string, string> }[]
  cells: PlanCell[]
}

/** Why a start is made, and of what moment it is. */
export interface Occasion {
  why: StartRow['why']
  timeId?: number
  dueAt?: Date
  /** The build that it runs on; otherwise as the plan says. */
  build?: { pipeline: string; branch: string; build: string; commit: string | null }
}

const DAY_MS = 86_400_000

interface EnvironmentState {
  id: number
  name: string
  protected: boolean
  open: boolean
  schedules: boolean
  maintenance: MaintenanceWindow[]
}

const ENVIRONMENTS = `
select id, name, protected, protected and coalesce(opened_until > now(), false) as open, schedules, maintenance from environment where id = any($ids::int[]) and project_id = $projectId`

/** Plans that are started: their parts wait for agents from then on. */
@Injectable()
export class StartsService {
  constructor(
    private readonly environments: EnvironmentsService,
    private readonly bell: Bell,
    ended: AssignmentEnded,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    ended.listen((db, project, startId) => this.endWhenDone(db, project, startId))
  }

  async plan(projectId: number | null, id: number): Promise<PlanRecord> {
    const [plan] = await rowsOf<PlanRecord>(this, sql.PLAN_ROW, { id, projectId })
    if (!plan) throw notFound('plan', id)
    return plan
  }

  /** Starts a plan because somebody asked for it. */
  async startNow(context: Context, planId: number, trial: boolean): Promise<StartRow> {
    const { project, caller } = context
    const plan = await this.plan(project.id, planId)
    const why = trial ? 'trial' : caller.token ? 'call' : 'now'
    const id = await this.start(project, plan, { why }, actorOf(caller))
    return this.get(context, id ?? 0)
  }

  /**
   * Makes a start of a plan and begins it, unless one before is still under way and the plan says otherwise.
   * @returns its number; null where this moment was started already, by another server process
   */
  async start(project: Project, plan: PlanRecord, occasion: Occasion, actor: Actor): Promise<number | null> {
    const settings = settingsOf(plan)
    const byItself = actor.kind === 'system'
    const { cells, notes } = await this.usable(project.id, settings.cells, byItself)
    if (cells.length === 0 && !byItself) throw refused(notes)
    const [made] = await inTransaction(this, async (db) => {
      await run(db, 'select 1 from plan where id = $id for update', { id: plan.id })
      const [before] = await rowsOf<{ id: number; name: string }>(
        db,
        `select id, name from start where plan_id = $id and state in ('queued', 'going') and not trial order by id limit 1`,
        { id: plan.id },
      )
      const trial = occasion.why === 'trial'
      const place = await this.placeOf(db, project.id, plan, occasion)
      if (!place) {
        notes.push({ code: 'noBuild', pipeline: plan.pipeline, branch: plan.branch })
        if (!byItself)
          throw new Problem(
            'conflict',
            'noBuild',
            `${plan.pipeline} has no build on ${plan.branch} yet, and the plan runs on its newest one`,
          )
      }
      const skip = !place || (byItself && cells.length === 0) || (before !== undefined && !trial && plan.overlap === 'skip')
      if (before && !trial && plan.overlap === 'skip') notes.push({ code: 'overlap', startId: before.id })
      if (before && !trial && plan.overlap === 'stop') notes.push({ code: 'stoppedForNext', startId: before.id })
      const queued = before !== undefined && !trial && plan.overlap === 'queue'
      const id = await this.addStart(db, project.id, {
        plan,
        occasion,
        actor,
        notes,
        state: skip ? 'skipped' : queued ? 'queued' : 'going',
        settings: { ...settings, cells },
        place: place ?? { pipeline: plan.pipeline, branch: plan.branch, build: '', commit: null },
      })
      if (id === null) return [null]
      if (before && !trial && plan.overlap === 'stop' && !skip) await this.stopIn(db, project.id, before.id, null)
      if (!skip && !queued) await this.begin(db, project, id)
      return [id]
    })
    return made ?? null
  }

  /** The build that a start runs on. */
  private async placeOf(db: InTransaction, projectId: number, plan: PlanRecord, { build }: Occasion) {
    if (build) return build
    const { pipeline, branch } = plan
    if (plan.newestBuild) {
      const [newest] = await rowsOf<{ build: string; commit: string | null }>(db, sql.NEWEST_BUILD, { projectId, pipeline, branch })
      return newest ? { pipeline, branch, ...newest } : null
    }
    const [next] = await rowsOf<{ build: string }>(db, sql.NEXT_BUILD, { projectId, pipeline })
    return { pipeline, branch, build: next?.build ?? '1', commit: null }
  }

  private async addStart(
    db: InTransaction,
    projectId: number,
    start: {
      plan: Pick<PlanRecord, 'name'> & { id: number | null }
      occasion: Occasion
      actor: Actor
      notes: readonly PlanNote[]
      state: StartRow['state']
      settings: PlanSettings
      place: { pipeline: string; branch: string; build: string; commit: string | null }
      originRunId?: number
    },
  ): Promise<number | null> {
    const { plan, occasion, actor, notes, state, settings, place, originRunId = null } = start
    const [row] = await rowsOf<{ id: number }>(db, sql.ADD_START, {
      projectId,
      planId: plan.id,
      name: plan.name,
      accountId: actor.accountId,
      why: occasion.why,
      timeId: occasion.timeId ?? null,
      dueAt: occasion.dueAt ?? null,
      trial: occasion.why === 'trial',
      state,
      notes: JSON.stringify(notes),
      ...place,
      originRunId,
      settings: JSON.stringify(settings),
    })
    if (!row) return null
    await record(db, {
      actor,
      projectId,
      kind: state === 'skipped' ? 'start.skipped' : 'start.made',
      subject: { id: row.id, name: plan.name },
      also: plan.id === null ? [] : [`plan:${plan.id}`],
    })
    return row.id
  }

  /** Makes the runs and parts of a start. */
  async begin(db: InTransaction, project: Project, startId: number): Promise<void> {
    const [start] = await rowsOf<StartRecord & { settings: PlanSettings; commit: string | null; originRunId: number | null }>(
      db,
      `select id, name, trial, why, pipeline, branch, build, commit, settings, origin_run_id as "originRunId", account_id as "accountId" from start where id = $startId for update`,
      { startId },
    )
    if (!start) return
    await shareIntake(db, project.id)
    const compiled = await compilePlan(db, project, start.settings)
    await this.note(db, startId, compiled.notes)
    const names = new Map(
      (
        await rowsOf<EnvironmentState>(db, ENVIRONMENTS, {
          ids: start.settings.cells.map((cell) => cell.environmentId),
          projectId: project.id,
        })
      ).map((one) => [one.id, one.name]),
    )
    const [known] = await rowsOf(
      db,
      'select 1 as yes from build b join pipeline p on p.id = b.pipeline_id where p.project_id = $projectId and p.name = $pipeline and b.branch = $branch and b.name = $build',
      { projectId: project.id, pipeline: start.pipeline, branch: start.branch, build: start.build },
    )
    for (const cell of start.settings.cells) {
      const bundles = compiled.bundles.filter((bundle) => bundle.cell === cell)
      const byHand = compiled.byHand.filter((one) => one.cell === cell)
      const environment = names.get(cell.environmentId)
      if ((bundles.length === 0 && byHand.length === 0) || environment === undefined) continue
      const made = await this.makeRun(db, project.id, start, cell, environment, known === undefined)
      await this.assign(db, project, start, cell, byHand, made)
      await this.addParts(db, project.id, startId, made.target.runId, start.settings, bundles)
    }
    await run(db, `update start set state = 'going' where id = $startId and state = 'queued'`, { startId })
    await this.endWhenDone(db, project, startId)
    await announce(db, project.id, ['plans', 'runs'])
  }

  private async makeRun(
    db: InTransaction,
    projectId: number,
    start: StartRecord & { settings: PlanSettings; commit: string | null; originRunId: number | null },
    cell: PlanCell,
    environment: string,
    ownBuild: boolean,
  ): Promise<{ target: Target; place: PlaceDto; log: MadeLog }> {
    const log: MadeLog = { made: [], notes: [] }
    const releaseId = cell.releaseId ?? start.settings.releaseId
    const [release] =
      releaseId === null ? [] : await rowsOf<{ name: string }>(db, 'select name from release where id = $releaseId', { releaseId })
    const place: PlaceDto = {
      pipeline: start.pipeline,
      branch: start.branch,
      build: start.build,
      environment,
      run: runKey(start, cell, ownBuild),
      ...(start.commit !== null && { commit: start.commit }),
      ...(start.trial && { trial: 'true' }),
      ...(cell.profile !== null && { profile: cell.profile }),
      ...(release && { release: release.name }),
      // what a plan leaves out is not gone from the code
      scope: 'partial',
    }
    const target = await resolveTarget(db, projectId, place, new Date(), log)
    await run(
      db,
      `update run set trigger = 'plan', start_id = $startId, origin_run_id = coalesce($originRunId::int, origin_run_id), stop_asked_at = null, stop_asked_by = null where id = $runId`,
      { startId: start.id, runId: target.runId, originRunId: start.originRunId },
    )
    return { target, place, log }
  }

  /** What people do in a cell is given to them: its people, or else its owner, or else whoever takes it. */
  private async assign(
    db: InTransaction,
    project: Project,
    start: StartRecord & { settings: PlanSettings },
    cell: PlanCell,
    work: readonly HandWork[],
    made: { target: Target; place: PlaceDto; log: MadeLog },
  ): Promise<void> {
    const people = await this.peopleOf(db, project.id, cell)
    const dueAt = cell.dueDays === null || cell.dueDays === undefined ? null : new Date(Date.now() + cell.dueDays * DAY_MS)
    for (const { suiteId, suite, parameters, cases } of work)
      await assignCases(db, project, SYSTEM, made, {
        name: [suite, cell.profile].filter(Boolean).join(' on '),
        cases: cases.map((id, i) => ({ id, accountId: ownerOf(people, cell.inOrder, i) })),
        people,
        inOrder: cell.inOrder,
        dueAt,
        values: parameters,
        startId: start.id,
        suiteId,
      })
  }

  /** Who left the project since the plan was made does nothing in it. */
  private async peopleOf(db: InTransaction, projectId: number, { people = [], ownerId }: PlanCell): Promise<number[]> {
    const wanted = people.length > 0 ? people : ownerId === null ? [] : [ownerId]
    const found = await rowsOf<{ id: number }>(
      db,
      'select account_id as id from membership where project_id = $projectId and account_id = any($wanted::int[])',
      { projectId, wanted },
    )
    return wanted.filter((id) => found.some((one) => one.id === id))
  }

  private async addParts(
    db: InTransaction,
    projectId: number,
    startId: number,
    runId: number,
    settings: PlanSettings,
    bundles: readonly Bundle[],
  ): Promise<void> {
    if (bundles.length === 0) {
      const target = await lockRun(db, runId)
      if (target) await settleLive(db, projectId, target)
      return
    }
    const rows: object[] = []
    const [before] = await rowsOf<{ shards: number }>(db, 'select coalesce(shards, 0)::int as shards from run where id = $runId', { runId })
    for (const bundle of bundles) {
      const { cell, recipe } = bundle
      const [fitting] = await rowsOf<{ count: number }>(db, sql.FITTING_AGENTS, {
        projectId,
        labels: recipe.labels,
        profile: cell.profile,
        poolId: cell.poolId,
      })
      const machines = settings.shards ?? Math.max(1, cell.handoffId === null ? (fitting?.count ?? 1) : 1)
      for (const tests of sharesOf(bundle, machines, settings.split))
        rows.push(partOf(bundle, tests, runId, (before?.shards ?? 0) + rows.length + 1))
    }
    await rowsOf(db, sql.ADD_PARTS, { projectId, startId, rows: JSON.stringify(rows) })
    afterCommit(db, () => this.bell.ring())
    await announceShards(db, runId, { shards: (before?.shards ?? 0) + rows.length })
    const target = await lockRun(db, runId)
    if (target) await settleLive(db, projectId, target)
  }

  /** Tries the tests of a part that failed once more, on a fresh process. */
  async retry(
    db: InTransaction,
    projectId: number,
    part: { id: number; runId: number; startId: number; try: number; tests: PlannedTest[] },
    red: readonly number[],
  ): Promise<void> {
    const [kept] = await rowsOf<{ shards: number; row: Record<string, unknown> }>(
      db,
      `select coalesce(r.shards, 0)::int as shards, to_jsonb(p) as row from part p join run r on r.id = p.run_id where p.id = $id for update of r`,
      { id: part.id },
    )
    if (!kept) return
    // with what they run after, on whose output they depend
    const places = new Map(part.tests.map(({ scriptId }, place) => [scriptId, place]))
    const wanted = withNeeded(
      red.flatMap((id) => places.get(id) ?? []),
      part.tests.map(({ after = [] }) => after.flatMap((id) => places.get(id) ?? [])),
    )
    const tests = wanted.flatMap((place) => part.tests[place] ?? [])
    const share = tests.length / Math.max(1, part.tests.length)
    const row = {
      ...kept.row,
      tests,
      shard: kept.shards + 1,
      try: part.try + 1,
      retry_of: part.id,
      expected_ms: Math.round(Number(kept.row['expected_ms']) * share),
    }
    await rowsOf(db, sql.ADD_PARTS, { projectId, startId: part.startId, rows: JSON.stringify([row]) })
    afterCommit(db, () => this.bell.ring())
    await announceShards(db, part.runId, { shards: kept.shards + 1 })
  }

  /** A start whose parts have all ended is over, and the next one of its plan begins. */
  async endWhenDone(db: InTransaction, project: Project, startId: number): Promise<void> {
    const [ended] = await rowsOf<{ planId: number | null }>(
      db,
      `update start set state = case when exists (select 1 from part where start_id = $startId and state = 'stopped') then 'stopped' else 'done' end, ended_at = now()
       where id = $startId and state = 'going' and not exists (select 1 from part where start_id = $startId and state in ('waiting', 'running'))
         and not exists (select 1 from assignment a join assigned_case c on c.assignment_id = a.id and c.state in ('open', 'going') where a.start_id = $startId and a.closed_at is null) returning plan_id as "planId"`,
      { startId },
    )
    if (!ended) return
    await announce(db, project.id, ['plans'])
    if (ended.planId !== null) await this.beginNext(db, project, ended.planId)
  }

  private async beginNext(db: InTransaction, project: Project, planId: number): Promise<void> {
    const [next] = await rowsOf<{ id: number }>(
      db,
      `select id from start s where plan_id = $planId and state = 'queued' and not exists (select 1 from start o where o.plan_id = $planId and o.state = 'going' and not o.trial)
       order by id limit 1`,
      { planId },
    )
    if (next) await this.begin(db, project, next.id)
  }

  async note(db: Queryable, startId: number, notes: readonly PlanNote[]): Promise<void> {
    if (notes.length > 0)
      await run(db, 'update start set notes = notes || $notes::jsonb where id = $startId', { startId, notes: JSON.stringify(notes) })
  }

  /** Stops what is under way of a start, or of one of its runs: parts that wait end at once, agents are told. */
  async stop({ project, caller }: Context, startId: number, runId: number | null): Promise<void> {
    await inTransaction(this, async (db) => {
      const [start] = await rowsOf<{ id: number; name: string; state: string }>(
        db,
        'select id, name, state from start where id = $startId and project_id = $projectId for update',
        {
          startId,
          projectId: project.id,
        },
      )
      if (!start) throw notFound('start', startId)
      if (start.state !== 'going' && start.state !== 'queued') throw new Problem('conflict', 'over', 'It is over; there is nothing to stop')
      await this.stopIn(db, project.id, startId, runId)
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'start.stopped',
        subject: { id: startId, name: start.name },
        also: runId === null ? [] : [`run:${runId}`],
      })
      await this.endWhenDone(db, project, startId)
    })
  }

  /** Stops one part. */
  async stopPart({ project, caller }: Context, id: number): Promise<void> {
    await inTransaction(this, async (db) => {
      const [part] = await rowsOf<{ startId: number; name: string }>(
        db,
        `select p.start_id as "startId", s.name from part p join start s on s.id = p.start_id where p.id = $id and p.project_id = $projectId and p.state in ('waiting', 'running') for update of p`,
        { id, projectId: project.id },
      )
      if (!part) throw new Problem('conflict', 'over', 'This part is over; there is nothing to stop')
      await this.stopParts(db, project.id, 'p.id = $which', id)
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'part.stopped',
        subject: { id, name: part.name },
        also: [`start:${part.startId}`],
      })
      await this.endWhenDone(db, project, part.startId)
    })
  }

  private async stopIn(db: InTransaction, projectId: number, startId: number, runId: number | null): Promise<void> {
    await run(
      db,
      `with closed as (update assignment a set closed_at = now(), closed_why = 'The run was stopped' where a.start_id = $startId and ($runId::int is null or a.run_id = $runId) and a.closed_at is null
         and exists (select 1 from assigned_case c where c.assignment_id = a.id and c.state in ('open', 'going')) returning id)
       update assigned_case c set state = 'dropped' from closed where c.assignment_id = closed.id and c.state in ('open', 'going')`,
      { startId, runId },
    )
    await this.stopParts(db, projectId, runId === null ? 'p.start_id = $which' : 'p.run_id = $which', runId ?? startId)
    for (const { id } of await rowsOf<{ id: number }>(db, 'select distinct run_id as id from assignment where start_id = $startId', {
      startId,
    })) {
      const target = await lockRun(db, id)
      if (target) await settleLive(db, projectId, target)
    }
    if (runId === null)
      await run(db, `update start set state = 'stopped', ended_at = now() where id = $startId and state = 'queued'`, { startId })
  }

  private async stopParts(db: InTransaction, projectId: number, which: string, bound: number): Promise<void> {
    const stopped = await rowsOf<{ runId: number | null; shard: number }>(
      db,
      `update part p set stop_asked_at = coalesce(stop_asked_at, now()), state = case when state = 'waiting' then 'stopped' else state end,
         ended_at = case when state = 'waiting' then now() else ended_at end, said = case when state = 'waiting' then 'Stopped before an agent took it' else said end
       where ${which} and state in ('waiting', 'running') returning run_id as "runId", shard::int as shard, state`,
      { which: bound },
    ).then((rows) => (rows as { runId: number | null; shard: number; state: string }[]).filter(({ state }) => state === 'stopped'))
    for (const runId of new Set(stopped.map((part) => part.runId))) {
      if (runId === null) continue
      const target = await lockRun(db, runId)
      for (const { shard } of stopped.filter((part) => part.runId === runId)) await shardIsIn(db, runId, shard)
      if (target) await settleLive(db, projectId, target)
    }
    await announce(db, projectId, ['plans', 'runs'])
  }

  /** Does a run again: what failed, errored or did not run there, or some of it. It is tied to the old one, and has all of its settings. */
  async rerun(context: Context, runId: number, scripts: number[] | null): Promise<StartRow> {
    const { project, caller } = context
    const [origin] = await rowsOf<Origin>(this, ORIGIN, { runId, projectId: project.id })
    if (!origin) throw notFound('run', runId)
    const chosen = await rowsOf<{ scriptId: number }>(this, sql.TO_RERUN, { runId, scripts })
    const unreported = scripts ? [] : await rowsOf<{ scriptId: number }>(this, UNREPORTED, { runId })
    const only = [...new Set([...chosen, ...unreported].map(({ scriptId }) => scriptId))]
    if (only.length === 0)
      throw new Problem(
        'conflict',
        'nothingToRun',
        'No script failed in this run, so there is nothing to run again. Cases that failed by hand are done again from their assignment',
      )
    const cell: PlanCell = {
      environmentId: origin.environmentId,
      profile: origin.profile,
      ownerId: null,
      poolId: origin.poolId,
      handoffId: null,
      releaseId: origin.releaseId,
      parameters: origin.parameters ?? {},
      byHand: 'none',
      people: [],
      inOrder: false,
      dueDays: null,
    }
    const { retries, retryUnless, split, shards, suites } = origin.settings ?? {
      retries: 0,
      retryUnless: null,
      split: 'time',
      shards: null,
      suites: [],
    }
    const settings: PlanSettings = { suites, cells: [cell], retries, retryUnless, split, shards, releaseId: origin.releaseId, only }
    const { cells, notes } = await this.usable(project.id, [cell], false)
    if (cells.length === 0) throw refused(notes)
    const id = await inTransaction(this, async (db) => {
      const compiled = await compilePlan(db, project, settings)
      if (compiled.bundles.length === 0) throw cannotRun(compiled.notes)
      const made = await this.addStart(db, project.id, {
        plan: { id: null, name: `${origin.name}, run again` },
        occasion: { why: 'rerun' },
        actor: actorOf(caller),
        notes,
        state: 'going',
        settings,
        place: { pipeline: origin.pipeline, branch: origin.branch, build: origin.build, commit: origin.commit },
        originRunId: runId,
      })
      if (made !== null && origin.trial) await run(db, 'update start set trial = true where id = $made', { made })
      if (made !== null) await this.begin(db, project, made)
      return made
    })
    return this.get(context, id ?? 0)
  }

  async get({ project }: Context, id: number): Promise<StartRow> {
    const [row] = await rowsOf<StartRecord>(this, sql.START_ROWS, { projectId: project.id, id, planId: null, open: false, most: 1 })
    if (!row) throw notFound('start', id)
    return startRow(row)
  }

  /** The cells that may be run now: protected environments that nobody opened are left out, as are those whose probe fails. */
  private async usable(
    projectId: number,
    cells: readonly PlanCell[],
    byItself: boolean,
  ): Promise<{ cells: PlanCell[]; notes: PlanNote[] }> {
    const ids = [...new Set(cells.map((cell) => cell.environmentId))]
    const environments = await rowsOf<EnvironmentState>(this, ENVIRONMENTS, { ids, projectId })
    const notes: PlanNote[] = []
    const out = new Set(ids.filter((id) => !environments.some((one) => one.id === id)))
    for (const environment of environments) {
      const { id, name } = environment
      if (environment.protected && byItself && !environment.schedules) notes.push({ code: 'noSchedules', environment: name })
      else if (environment.protected && !environment.open) notes.push({ code: 'protected', environment: name })
      // one that is closed for maintenance is asked when it is open again
      else if (closedAt(environment.maintenance, new Date())) continue
      else {
        const told = await this.environments.tryProbe(id)
        if (!told || told.ok) continue
        notes.push({ code: 'probe', environment: name, said: told.said })
      }
      out.add(id)
    }
    return { cells: cells.filter((cell) => !out.has(cell.environmentId)), notes }
  }
}

interface Origin {
  name: string
  pipeline: string
  branch: string
  build: string
  commit: string | null
  environmentId: number
  profile: string | null
  releaseId: number | null
  trial: boolean
  settings: PlanSettings | null
  poolId: number | null
  parameters: Record<string, string> | null
}

const ORIGIN = `
select coalesce(s.name, 'Build ' || b.name || ' of ' || l.name) as name, l.name as pipeline, b.branch, b.name as build, b.commit, n.environment_id as "environmentId", r.profile,
  r.release_id as "releaseId", n.trial, s.settings, p.pool_id as "poolId", p.parameters
from run r join build b on b.id = r.build_id join lane n on n.id = r.lane_id join pipeline l on l.id = b.pipeline_id
left join start s on s.id = r.start_id left join lateral (select pool_id, parameters from part where run_id = r.id order by id limit 1) p on true
where r.id = $runId and r.project_id = $projectId`

/** Tests that parts of a run were to run, and that it has no result of. */
const UNREPORTED = `
select distinct (t.value ->> 'scriptId')::int as "scriptId" from part p, jsonb_array_elements(p.tests) as t (value) join script_source x on x.script_id = (t.value ->> 'scriptId')::int
where p.run_id = $runId and not exists (
  select 1 from run r join result y on y.run_id = r.id and y.day = r.day join script s on s.id = y.script_id
  where r.id = $runId and coalesce(s.head_id, s.id) = (t.value ->> 'scriptId')::int)`

const settingsOf = ({ suites, cells, retries, retryUnless, split, shards, releaseId }: PlanRecord): PlanSettings => ({
  suites: suites.map(({ id, parameters }) => ({ id, parameters })),
  cells,
  retries,
  retryUnless,
  split,
  shards,
  releaseId,
})

/** What a run is called among those of its build: nothing where the build is the plan's own, but for several profiles in one environment. */
function runKey(start: StartRecord & { settings: PlanSettings }, cell: PlanCell, ownBuild: boolean): string {
  const alone = start.settings.cells.filter(({ environmentId }) => environmentId === cell.environmentId).length === 1
  const name = start.why === 'rerun' ? `rerun-${start.id}` : ownBuild ? '' : `start-${start.id}`
  return [name, alone ? '' : (cell.profile ?? '')].filter((part) => part !== '').join('-')
}

const partOf = ({ cell, recipe, parameters }: Bundle, tests: readonly PlannedTest[], runId: number, shard: number) => ({
  run_id: runId,
  environment_id: cell.environmentId,
  profile: cell.profile,
  recipe_id: recipe.id,
  recipe,
  pool_id: cell.poolId,
  handoff_id: cell.handoffId,
  owner_id: cell.ownerId,
  shard,
  try: 1,
  retry_of: null,
  labels: cell.handoffId === null ? recipe.labels : [],
  tests: tests.map(({ ms: _, ...test }) => test),
  parameters,
  expected_ms: Math.round(tests.reduce((sum, { ms }) => sum + ms, 0)),
})

/** Nothing of it can be started: with the reason of the first environment. */
function refused(notes: readonly PlanNote[]): Problem {
  const [first] = notes
  if (first?.code === 'protected')
    return new Problem(
      'conflict',
      'protected',
      `${first.environment} is protected. Somebody with the right to run there must open it first, for a time and with a reason`,
    )
  if (first?.code === 'probe')
    return new Problem('conflict', 'probe', `${first.environment} does not seem to be there: its probe ${first.said}`)
  return new Problem('conflict', 'noCells', 'The plan has no environment to run in; switch on at least one cell')
}

function cannotRun(notes: readonly PlanNote[]): Problem {
  const recipe = notes.find((note) => note.code === 'noRecipe')
  if (recipe)
    return new Problem(
      'conflict',
      'noRecipe',
      `No recipe says how ${recipe.framework} tests of ${recipe.tree} are run. Add one under Settings › Agents`,
    )
  return new Problem('conflict', 'noScript', 'None of these tests is known in the code; scan the source tree first')
}
