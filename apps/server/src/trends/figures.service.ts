import {
  newestBuilds,
  type RawLink,
  type RawResult,
  type RawRun,
  recountCases,
  recountDays,
  recountFlaky,
  recountMeans,
  recountThreads,
  steadinessOf,
} from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { DifferingFigure, FiguresRecount } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import type { Lens } from '../runs/index.js'
import { AreasService } from './areas.service.js'
import { DaysService } from './days.service.js'
import { SlowService } from './slow.service.js'
import { TrendsService } from './trends.service.js'
import { WeaveService } from './weave.service.js'

/** Sums of single-precision durations differ by rounding only. */
const ROUNDING = 1e-4

type Own = RawRun & {
  pipeline: string
  environment: string
  branch: string
  trial: boolean
  profile: string | null
  release: string | null
  live: boolean
}
type Case = { id: number; area: string | null }

/** A result, and whether a person gave it. */
type Told = RawResult & { byHand: boolean }

/** Says whether what pages show is what a second, simpler way of counting makes of the raw results. */
@Injectable()
export class FiguresService {
  constructor(
    private readonly trends: TrendsService,
    private readonly slow: SlowService,
    private readonly days: DaysService,
    private readonly areas: AreasService,
    private readonly weaves: WeaveService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async recount(context: Context, lens: Lens): Promise<FiguresRecount> {
    const projectId = context.project.id
    const all = await rowsOf<Own>(this, RUNS, { projectId })
    const runs = seen(newestBuilds(all, lens.span) as Own[], lens)
    const results = await rowsOf<Told>(this, RESULTS, { runIds: runs.map(({ id }) => id) })
    const tally = new Tally()
    await this.recountDays(context, lens, tally, runs, results)
    await this.recountFlaky(context, lens, tally, runs, results)
    await this.recountWeave(context, lens, tally, runs, results)
    await this.recountSlow(context, lens, tally, runs, results)
    await this.recountAreas(context, lens, tally, runs, results)
    return { checked: tally.checked, differing: tally.differing, results: results.length }
  }

  private async recountDays(context: Context, lens: Lens, tally: Tally, runs: Own[], results: RawResult[]): Promise<void> {
    const { days } = await this.days.get(context, lens, { by: 'area', chosen: null, outages: true })
    const recounted = recountDays(runs, results)
    tally.same('day by day: days', 'the lens', days.length, recounted.size)
    for (const day of days) {
      const own = recounted.get(day.day)
      for (const of of ['runs', 'passed', 'failed', 'errored', 'recovered'] as const)
        tally.same(`day by day: ${of}`, day.day, day[of], own?.[of])
    }
  }

  private async recountFlaky(context: Context, lens: Lens, tally: Tally, runs: Own[], results: Told[]): Promise<void> {
    const { rows, proven, maybe, steady } = await this.trends.flaky(context, lens)
    const recounted = recountFlaky(runs, results)
    // whether a run was red because of one alone depends on all; steadiness is that of scripts
    for (const { scriptId, byHand } of results) if (byHand) recounted.delete(scriptId)
    const judged = [...recounted.values()].map((own) => steadinessOf({ ...own, passed: own.runs - own.failed - own.recovered }))
    for (const [what, shown] of Object.entries({ proven, maybe, steady }))
      tally.same(`flaky: ${what}`, 'the lens', shown, judged.filter((one) => one === what).length)
    for (const row of rows) {
      const own = recounted.get(row.script.id)
      for (const of of ['runs', 'failed', 'recovered', 'flips', 'bothWays', 'redAlone', 'retryMs'] as const)
        tally.same(`flaky: ${of}`, row.script.name, row[of], own?.[of])
    }
  }

  private async recountWeave(context: Context, lens: Lens, tally: Tally, runs: Own[], results: RawResult[]): Promise<void> {
    for (const pipeline of new Set(runs.map((run) => run.pipeline))) {
      const weave = await this.weaves.get(context, lens, { pipeline, all: false })
      const threads = recountThreads(runs.filter((run) => run.pipeline === pipeline), results) // prettier-ignore
      tally.same('weave: tests', pipeline, weave.rows.length + weave.more, threads.size)
      for (const { script, thread } of weave.rows) tally.same('weave: thread', script.name, thread, threads.get(script.id))
    }
  }

  private async recountSlow(context: Context, lens: Lens, tally: Tally, runs: Own[], results: RawResult[]): Promise<void> {
    const { slowest } = await this.slow.get(context, lens)
    const means = recountMeans(runs, results)
    for (const { script, lane, runs: count, meanMs } of slowest) {
      const own = means.get(`${script.id} ${lane.id}`)
      tally.same('slow: runs', script.name, count, own?.runs)
      tally.same('slow: mean', script.name, meanMs, own?.meanMs)
    }
  }

  private async recountAreas(context: Context, lens: Lens, tally: Tally, runs: Own[], results: RawResult[]): Promise<void> {
    const projectId = context.project.id
    const { rows } = await this.areas.get(context, lens, 'area', null)
    const [cases, links] = await Promise.all([
      rowsOf<Case>(this, CASES, { projectId }),
      rowsOf<RawLink & { byHand: boolean }>(this, LINKS, { projectId }),
    ])
    const worst = recountCases(runs, results, links)
    const automated = new Set(links.filter(({ byHand }) => !byHand).map(({ caseId }) => caseId))
    for (const row of rows) {
      const own = cases.filter(({ area }) => area === row.name)
      const standing = (outcomes: number[]) => own.filter(({ id }) => outcomes.includes(worst.get(id) ?? 0)).length
      const name = row.name ?? 'in no area'
      tally.same('areas: cases', name, row.cases, own.length)
      tally.same('areas: automated', name, row.automated, own.filter(({ id }) => automated.has(id)).length)
      tally.same('areas: covered', name, row.covered, standing([1, 2, 3, 4, 5, 6, 7]))
      for (const [of, outcome] of [
        ['passed', 1],
        ['failed', 2],
        ['errored', 3],
        ['recovered', 7],
      ] as const)
        // prettier-ignore
        tally.same(`areas: ${of}`, name, row[of], standing([outcome]))
    }
  }
}

/** Compares figure by figure. */
class Tally {
  checked = 0
  readonly differing: DifferingFigure[] = []

  same(figure: string, of: string, shown: number | string, recounted: number | string | undefined): void {
    this.checked++
    const near =
      typeof shown === 'number' && typeof recounted === 'number' && Math.abs(shown - recounted) <= ROUNDING * Math.max(1, Math.abs(shown))
    if (!near && shown !== recounted) this.differing.push({ figure, of, shown: String(shown), recounted: String(recounted ?? 'nothing') })
  }
}

/** What a lens shows of the newest builds, run by run. */
function seen(runs: readonly Own[], lens: Lens): Own[] {
  return runs.filter(
    (run) =>
      !run.live &&
      run.trial === lens.trial &&
      (lens.branch === null || run.branch === lens.branch) &&
      (lens.environments === null || lens.environments.includes(run.environment)) &&
      (lens.profile === null || run.profile === lens.profile) &&
      (lens.release === null || run.release === lens.release),
  )
}

const RUNS = `
select r.id, r.lane_id as "laneId", r.build_id as "buildId", l.environment_id as "environmentId", b.pipeline_id as "pipelineId", r.day::text as day,
  r.sort_key as "sortKey", extract(epoch from r.started_at)::float8 as "startedAt", b.commit, r.outage, p.name as pipeline, e.name as environment, l.branch, l.trial,
  r.profile, v.name as release, r.live
from run r join lane l on l.id = r.lane_id join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id
join environment e on e.id = l.environment_id left join release v on v.id = r.release_id where r.project_id = $projectId`

const RESULTS = `
select x.script_id as "scriptId", x.run_id as "runId", x.outcome::int as outcome, x.attempts::int as attempts, x.duration_ms as "durationMs", s.manual_case_id is not null as "byHand"
from result x join script s on s.id = x.script_id where run_id = any($runIds::int[])`

/** The top area is found by going up, area by area. */
const CASES = `
select c.id, (
  with recursive up as (select id, parent_id, name from area where id = c.area_id union all select a.id, a.parent_id, a.name from area a join up u on a.id = u.parent_id)
  select name from up where parent_id is null
) as area from test_case c where c.project_id = $projectId and c.deleted_at is null and c.state <> 'retired'`

const LINKS = `select case_id as "caseId", script_id as "scriptId", by_hand as "byHand" from link where project_id = $projectId and state = 'active'`
