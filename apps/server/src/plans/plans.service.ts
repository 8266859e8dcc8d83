import {
  closedAt,
  forecast,
  type MaintenanceWindow,
  nextClockChange,
  nextOccurrences,
  windowsWithin,
  type Worker,
  MOST_PARAMETER,
  PARAMETER_NAME,
} from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { Coming, PlanDetail, PlanList, PlanRow } from '../contract/index.js'
import { type InTransaction, rowsOf, run } from '../platform/database.js'
import { addRow, changeRow, type KeptRows, removeRow } from '../platform/kept-rows.js'
import { notFound, Problem } from '../platform/problem.js'
import { SuitesService } from '../suites/index.js'
import { type Bundle, compilePlan, loadOf } from './compile.js'
import { type Situation, situationOf } from './part-row.js'
import * as sql from './plan-queries.js'
import { recurrenceOf, timeBind, timeOf, type TimeRecord } from './plan-times.js'
import type { PlanDto } from './plans.dto.js'
import { startRow, type StartRecord } from './start-row.js'
import { type PlanRecord, StartsService } from './starts.service.js'

const PLANS: KeptRows = {
  table: 'plan',
  kind: 'plan',
  word: 'plan',
  acts: { made: 'plan.made', changed: 'plan.changed', deleted: 'plan.deleted' },
  columns: {
    name: 'name',
    pipeline: 'pipeline',
    branch: 'branch',
    newestBuild: 'newest_build',
    retries: 'retries',
    retryUnless: 'retry_unless',
    split: 'split',
    shards: 'shards',
    overlap: 'overlap',
    missed: 'missed',
    releaseId: 'release_id',
    paused: 'paused',
    createdBy: 'created_by',
  },
}
const MOST_STARTS = 20
const MOST_COMING = 10

/** What runs where and when. */
@Injectable()
export class PlansService {
  constructor(
    private readonly starts: StartsService,
    private readonly suites: SuitesService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list({ project }: Context): Promise<PlanList> {
    const [rows, times] = await Promise.all([
      rowsOf<Omit<PlanRow, 'times' | 'nextAt'>>(this, sql.PLAN_ROWS, { projectId: project.id }),
      rowsOf<TimeRecord>(this, sql.PLAN_TIMES, { projectId: project.id, planId: null }),
    ])
    return {
      rows: rows.map((row) => {
        const own = times.filter(({ planId }) => planId === row.id)
        const next = own.flatMap(({ nextAt }) => (nextAt ? [nextAt.toISOString()] : [])).sort()[0] ?? null
        return { ...row, times: own.map(timeOf), nextAt: row.paused ? null : next }
      }),
    }
  }

  async get({ project }: Context, id: number): Promise<PlanDetail> {
    const plan = await this.starts.plan(project.id, id)
    const [compiled, situation, times, starts, changed] = await Promise.all([
      compilePlan(this, project, plan),
      situationOf(this, project.id),
      rowsOf<TimeRecord>(this, sql.PLAN_TIMES, { projectId: project.id, planId: null }),
      rowsOf<StartRecord>(this, sql.START_ROWS, { projectId: project.id, id: null, planId: id, open: false, most: MOST_STARTS }),
      this.changedIn(project.id, plan.suites.map((suite) => suite.id)), // prettier-ignore
    ])
    const own = times.filter(({ planId }) => planId === id)
    const { projectId: _, createdBy: __, ...settings } = plan
    const zone = own.find(({ zone }) => zone)?.zone
    const change = zone ? nextClockChange(zone, new Date()) : null
    return {
      ...settings,
      suites: plan.suites.map((suite) => ({ ...suite, cases: compiled.cases.get(suite.id) ?? 0, changed: changed.get(suite.id) ?? 0 })),
      times: own.map(timeOf),
      forecast: forecastOf(compiled.bundles, plan, situation),
      cellForecasts: plan.cells.map((cell) => {
        const bundles = compiled.bundles.filter((bundle) => bundle.cell === cell)
        const tests = bundles.flatMap((bundle) => bundle.tests)
        return {
          environmentId: cell.environmentId,
          profile: cell.profile,
          cases: new Set(tests.flatMap((test) => test.keys)).size,
          tests: tests.length,
          expectedMs: Math.round(tests.reduce((sum, { ms }) => sum + ms, 0)),
          manual: compiled.byHand.filter((one) => one.cell === cell).reduce((sum, one) => sum + one.cases.length, 0),
        }
      }),
      notes: compiled.notes,
      coming: await this.coming(project.id, plan, own, times),
      clockChange: change && zone ? { at: change.at.toISOString(), minutes: change.minutes, zone } : null,
      starts: starts.map((start) => startRow(start)),
    }
  }

  async add(context: Context, dto: PlanDto): Promise<PlanDetail> {
    const id = await addRow(this, context, PLANS, { ...valuesOf(dto), createdBy: context.caller.accountId }, (db, made) =>
      this.setParts(db, context, made, dto),
    )
    return this.get(context, id)
  }

  async edit(context: Context, id: number, dto: PlanDto): Promise<PlanDetail> {
    await changeRow(this, context, PLANS, id, valuesOf(dto), async (db) => {
      await run(db, 'update plan set updated_at = now() where id = $id', { id })
      await this.setParts(db, context, id, dto)
    })
    return this.get(context, id)
  }

  remove(context: Context, id: number): Promise<void> {
    return removeRow(this, context, PLANS, id)
  }

  /** The same again under another name, without its times, so that nothing starts twice. */
  async duplicate(context: Context, id: number): Promise<PlanDetail> {
    const { suites, cells, ...plan } = await this.starts.plan(context.project.id, id)
    const taken = new Set((await this.list(context)).rows.map(({ name }) => name))
    let name = `${plan.name}, copy`
    for (let nth = 2; taken.has(name); nth++) name = `${plan.name}, copy ${nth}`
    return this.add(context, {
      ...plan,
      name,
      cells,
      suites: suites.map((suite) => ({ id: suite.id, parameters: suite.parameters })),
      times: [],
    })
  }

  /** What people do by hand may have any values; what scripts get is what some recipe declares. @throws Problem invalid, with which there are */
  private async mustBeDeclared(db: InTransaction, projectId: number, { suites, cells }: PlanDto): Promise<void> {
    const byHand = (cell: PlanDto['cells'][number]) => (cell.byHand ?? 'none') !== 'none'
    const chosen = [...cells.filter((cell) => !byHand(cell)), ...(cells.some(byHand) ? [] : suites)]
    const names = new Set(chosen.flatMap(({ parameters }) => Object.keys(parameters)))
    if (names.size === 0) return
    const rows = await rowsOf<{ name: string }>(
      db,
      `select distinct p ->> 'name' as name from recipe r cross join jsonb_array_elements(r.parameters) p where r.project_id = $projectId order by 1`,
      { projectId },
    )
    const declared = rows.map(({ name }) => name)
    const other = [...names].find((name) => !declared.includes(name))
    if (other === undefined) return
    const may = declared.length > 0 ? `There are ${declared.join(', ')}` : 'Recipes declare none yet (Settings › Agents)'
    throw new Problem('invalid', 'parameter', `No recipe declares a parameter “${other}”. ${may}`, { parameters: declared })
  }

  private async setParts(db: InTransaction, context: Context, planId: number, dto: PlanDto): Promise<void> {
    const { project } = context
    for (const { parameters } of [...dto.suites, ...dto.cells]) checkParameters(parameters)
    await this.mustBeOurs(db, project.id, dto)
    await this.mustBeDeclared(db, project.id, dto)
    await run(db, 'delete from plan_suite where plan_id = $planId', { planId })
    await run(db, SET_SUITES, { planId, rows: JSON.stringify(dto.suites) })
    await run(db, 'delete from plan_cell where plan_id = $planId', { planId })
    await run(db, SET_CELLS, { planId, rows: JSON.stringify(dto.cells) })
    await this.setTimes(db, planId, dto)
    // what is planned for the first time runs as it is now, until somebody updates it
    const fresh = await rowsOf<{ id: number }>(
      db,
      'select s.id from suite s join plan_suite x on x.suite_id = s.id where x.plan_id = $planId and s.snapshot is null',
      { planId },
    )
    for (const { id } of fresh) await this.suites.takeSnapshot(db, context, id)
  }

  /** Times that stay as they are keep what they have seen: a change of something else starts nothing. */
  private async setTimes(db: InTransaction, planId: number, dto: PlanDto): Promise<void> {
    const now = new Date()
    const before = await rowsOf<TimeRecord>(db, sql.PLAN_TIMES.replace('$projectId', '(select project_id from plan where id = $planId)'), {
      planId,
    })
    const kept = new Set<number>()
    for (const time of dto.times) {
      const bind = timeBind(time, now)
      const same = before.find(
        (one) => !kept.has(one.id) && SAME.every((field) => String(valueOf(one[field])) === String(valueOf(bind[field]))),
      )
      if (same) {
        kept.add(same.id)
        continue
      }
      await run(db, ADD_TIME, { planId, ...bind })
    }
    const gone = before.filter(({ id }) => !kept.has(id)).map(({ id }) => id)
    await run(db, 'delete from plan_time where id = any($gone::int[])', { gone })
  }

  private async mustBeOurs(db: InTransaction, projectId: number, dto: PlanDto): Promise<void> {
    const [row] = await rowsOf<{ suites: number; environments: number; others: number; templates: number }>(db, OURS, {
      projectId,
      suites: dto.suites.map(({ id }) => id),
      environments: dto.cells.map(({ environmentId }) => environmentId),
      pools: dto.cells.flatMap(({ poolId }) => poolId ?? []),
      handoffs: dto.cells.flatMap(({ handoffId }) => handoffId ?? []),
      releases: [dto.releaseId, ...dto.cells.map(({ releaseId }) => releaseId)].flatMap((id) => id ?? []),
      owners: dto.cells.flatMap(({ ownerId, people = [] }) => [...(ownerId === null || ownerId === undefined ? [] : [ownerId]), ...people]),
      plans: dto.times.flatMap(({ afterPlanId }) => afterPlanId ?? []),
    })
    if (row && row.suites > 0) throw notFound('suite', 'of this plan')
    if (row && row.templates > 0) throw new Problem('conflict', 'template', 'A template is copied before it is planned')
    if (row && row.environments > 0) throw notFound('environment', 'of this plan')
    if (row && row.others > 0)
      throw new Problem('invalid', 'notHere', 'The plan names a pool, pipeline, release, person or plan that is not in this project')
  }

  /** How many of the cases of suites differ from what was planned. */
  private async changedIn(projectId: number, suites: readonly number[]): Promise<Map<number, number>> {
    const rows = await rowsOf<{ id: number; changed: number }>(this, CHANGED_CASES, { projectId, suites })
    return new Map(rows.map(({ id, changed }) => [id, changed]))
  }

  private async coming(projectId: number, plan: PlanRecord, own: readonly TimeRecord[], all: readonly TimeRecord[]): Promise<Coming[]> {
    const now = new Date()
    const times = own
      .flatMap((time) => {
        const recurrence = recurrenceOf(time)
        if (recurrence) return nextOccurrences(recurrence, { after: now, most: MOST_COMING })
        return time.at && time.at > now ? [{ at: time.at, local: time.at.toISOString() }] : []
      })
      .sort((a, b) => a.at.getTime() - b.at.getTime())
      .slice(0, MOST_COMING)
    const last = times.at(-1)
    if (!last) return []
    const environments = await rowsOf<{ name: string; protected: boolean; schedules: boolean; maintenance: MaintenanceWindow[] }>(
      this,
      'select name, protected, schedules, maintenance from environment where id = any($ids::int[]) order by name',
      { ids: plan.cells.map((cell) => cell.environmentId) },
    )
    const names = new Map(
      (await rowsOf<{ id: number; name: string }>(this, 'select id, name from plan where project_id = $projectId', { projectId })).map(
        (one) => [one.id, one.name],
      ),
    )
    const others = new Set<string>()
    for (const time of all)
      if (time.planId !== plan.id) {
        const recurrence = recurrenceOf(time)
        if (recurrence && own.every((one) => neverTogether(one, time))) continue
        const moments = recurrence
          ? nextOccurrences(recurrence, { after: now, most: 500, until: last.at }).map((one) => one.at)
          : time.at
            ? [time.at]
            : []
        for (const moment of moments) others.add(`${Math.floor(moment.getTime() / 60_000)} ${time.planId}`)
      }
    return times.map(({ at, local }) => ({
      at: at.toISOString(),
      local,
      closed: environments.flatMap(({ name, maintenance }) => {
        const closed = closedAt(windowsNear(maintenance, at), at)
        return closed ? [{ environment: name, until: closed.to.toISOString(), note: closed.note }] : []
      }),
      clashes: [...names].flatMap(([id, name]) => (others.has(`${Math.floor(at.getTime() / 60_000)} ${id}`) ? [name] : [])),
      refused: environments.filter((one) => one.protected && !one.schedules).map(({ name }) => name),
    }))
  }
}

/** Rules of one zone that start by the day, each at its own time of day: most plans, and nothing has to be counted to know it. */
function neverTogether(one: TimeRecord, other: TimeRecord): boolean {
  const byDay = ({ kind, rule }: TimeRecord) =>
    kind === 'rule' && /FREQ=(DAILY|WEEKLY|MONTHLY|YEARLY)/.test(rule ?? '') && !/BY(HOUR|MINUTE)/.test(rule ?? '')
  const timeOfDay = ({ starts }: TimeRecord) => starts?.slice(11, 16)
  if (one.kind === 'build' || one.kind === 'plan') return true
  return one.zone === other.zone && byDay(one) && byDay(other) && timeOfDay(one) !== timeOfDay(other)
}

const windowsNear = (windows: readonly MaintenanceWindow[], at: Date): MaintenanceWindow[] =>
  windowsWithin(windows, at, new Date(at.getTime() + 1)).map(({ from, to, note }) => ({
    note,
    minutes: (to.getTime() - from.getTime()) / 60_000,
    at: from.toISOString(),
  }))

const SAME = ['kind', 'at', 'rule', 'starts', 'zone', 'pipeline', 'branch', 'afterPlanId'] as const
const valueOf = (value: unknown): unknown =>
  value instanceof Date
    ? value.toISOString()
    : typeof value === 'string' && /^\d{4}-.*Z$/.test(value)
      ? new Date(value).toISOString()
      : value

const SET_SUITES = `
insert into plan_suite (plan_id, suite_id, position, parameters)
select $planId, (x.value ->> 'id')::int, x.nth, x.value -> 'parameters' from jsonb_array_elements($rows::jsonb) with ordinality as x (value, nth)`

const SET_CELLS = `
insert into plan_cell (plan_id, environment_id, profile, owner_id, pool_id, handoff_id, release_id, parameters, by_hand, people, in_order, due_days)
select $planId, x."environmentId", x.profile, x."ownerId", x."poolId", x."handoffId", x."releaseId", x.parameters, coalesce(x."byHand", 'none'), coalesce(x.people, '{}'),
  coalesce(x."inOrder", false), x."dueDays"
from jsonb_to_recordset($rows::jsonb) as x ("environmentId" int, profile text, "ownerId" int, "poolId" int, "handoffId" int, "releaseId" int, parameters jsonb, "byHand" text, people int[], "inOrder" boolean, "dueDays" int)`

/** What follows builds, or another plan, follows those that come from now on. */
const ADD_TIME = `
insert into plan_time (plan_id, kind, at, rule, starts, zone, pipeline, branch, after_plan_id, next_at, seen_id)
select $planId, $kind, $at, $rule, $starts, $zone, $pipeline::text, coalesce($branch::text, p.default_branch), $afterPlanId::int, $nextAt,
  case $kind when 'build' then coalesce((select max(b.id) from build b join pipeline l on l.id = b.pipeline_id where l.project_id = p.id and l.name = $pipeline::text), 0)
    when 'plan' then coalesce((select max(s.id) from start s where s.plan_id = $afterPlanId::int), 0) end
from project p where p.id = (select project_id from plan where id = $planId)`

const OURS = `
select (select count(*) from unnest($suites::int[]) x (id) where not exists (select 1 from suite s where s.id = x.id and s.project_id = $projectId))::int as suites,
  (select count(*) from unnest($suites::int[]) x (id) where exists (select 1 from suite s where s.id = x.id and s.template))::int as templates,
  (select count(*) from unnest($environments::int[]) x (id) where not exists (select 1 from environment e where e.id = x.id and e.project_id = $projectId))::int as environments,
  ((select count(*) from unnest($pools::int[]) x (id) where not exists (select 1 from pool o where o.id = x.id and o.project_id = $projectId))
  + (select count(*) from unnest($handoffs::int[]) x (id) where not exists (select 1 from handoff h where h.id = x.id and h.project_id = $projectId))
  + (select count(*) from unnest($releases::int[]) x (id) where not exists (select 1 from release v where v.id = x.id and v.project_id = $projectId))
  + (select count(*) from unnest($owners::int[]) x (id) where not exists (select 1 from membership m where m.account_id = x.id and m.project_id = $projectId))
  + (select count(*) from unnest($plans::int[]) x (id) where not exists (select 1 from plan p where p.id = x.id and p.project_id = $projectId)))::int as others`

const CHANGED_CASES = `
select s.id, count(*)::int as changed from suite s, jsonb_array_elements(s.snapshot) as x (value) join test_case c on c.id = (x.value ->> 'id')::int
where s.project_id = $projectId and s.id = any($suites::int[]) and (c.version > (x.value ->> 'version')::int or c.state = 'retired' and not (x.value ->> 'retired')::boolean) group by s.id`

const valuesOf = ({ suites: _, cells: __, times: ___, ...dto }: PlanDto) => ({
  ...dto,
  retryUnless: dto.retryUnless ?? null,
  shards: dto.shards ?? null,
  releaseId: dto.releaseId ?? null,
})

function forecastOf(bundles: readonly Bundle[], plan: PlanRecord, { agents }: Situation): PlanDetail['forecast'] {
  const now = Date.now()
  const workers = agents
    .filter(({ away, paused }) => !away && !paused)
    .map((agent): Worker => ({ ...agent, freeIn: Math.max(0, (agent.busyUntil?.getTime() ?? 0) - now) }))
  const own = bundles.filter(({ cell }) => cell.handoffId === null)
  const loads = own.map((bundle) => loadOf(bundle, plan.cells.indexOf(bundle.cell), plan.shards))
  const told = forecast(loads, workers)
  const named = (load: number) => ({ cell: loads[load]?.cell ?? 0, name: loads[load]?.name ?? '' })
  return {
    agents: workers.map(({ id, name, freeIn }) => ({ id, name, freeInMs: freeIn })),
    bars: told.bars.map(({ worker, load, fromMs, toMs }) => ({ agentId: worker, ...named(load), fromMs, toMs })),
    endMs: told.endMs,
    boundMs: told.boundMs,
    machineMs: told.machineMs,
    cost: told.cost,
    unplaced: told.unplaced.map(({ load, reason }) => ({ ...named(load), reason })),
  }
}

/** @throws Problem invalid for what can be no parameter */
function checkParameters(parameters: Record<string, unknown>): void {
  for (const [name, value] of Object.entries(parameters)) {
    if (!PARAMETER_NAME.test(name))
      throw new Problem('invalid', 'parameter', `“${name.slice(0, 100)}” can be no parameter: letters, digits and _`)
    if (typeof value !== 'string' || value.length > MOST_PARAMETER || /\p{Cc}/u.test(value))
      throw new Problem('invalid', 'parameter', `The value of ${name} must be a line of up to ${MOST_PARAMETER} characters`)
  }
}
