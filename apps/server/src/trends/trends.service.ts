import { countUnsteady, redWithoutFault, steadinessOf, type Steadiness, wilson } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { FlakyList, FlakyRow, ScriptRef } from '../contract/index.js'
import { HistoryService } from '../history/index.js'
import { rowsOf } from '../platform/database.js'
import { manualScripts } from '../scripts/index.js'
import { type Lens, RunPacks, UntilDelivered } from '../runs/index.js'
import { ENVIRONMENT_NAMES, FLAKY_NOW, FLAKY_RUNS } from './flaky-queries.js'

/** Tests that are listed, the dearest first. */
const MOST_ROWS = 500
/** Builds that a thread shows. */
const THREAD = 28

/** What is counted of one test. */
interface Found {
  id: number
  runs: number
  passed: number
  failed: number
  recovered: number
  flips: number
  bothWays: number
  since: Date
  lastRun: number
  laneId: number
  environments: string[]
  environmentsOfRuns: number
  retryMs: number
  redAlone: number
  total: number
  build: string
  at: Date
}

/** What a test is called and what is done about it: that changes without any result. */
type Now = ScriptRef & Pick<FlakyRow, 'quarantined' | 'groupId' | 'cases'>

interface Judged {
  one: Found
  steadiness: Steadiness
}

/** How steady tests are; `share` is of runs in which one did not pass at first. */
export type KnownSteadiness = Pick<FlakyList, 'proven' | 'maybe' | 'redAlone' | 'retryMs'> & {
  byScript: Map<number, { steadiness: Steadiness; share: number }>
}

/** What becomes of tests over many builds. */
@Injectable()
export class TrendsService {
  private readonly kept = new UntilDelivered<Judged[]>()

  constructor(
    private readonly history: HistoryService,
    private readonly packs: RunPacks,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** Flaky tests by what they cost: builds that were red because of one alone, then time of tries that were made again, then how often they failed. */
  async flaky(context: Context, lens: Lens): Promise<FlakyList> {
    const judged = await this.judged(context, lens)
    const flaky = judged.filter((row): row is { one: Found; steadiness: Exclude<Steadiness, 'steady'> } => row.steadiness !== 'steady')
    flaky.sort(
      ({ one: a }, { one: b }) =>
        b.redAlone - a.redAlone || b.retryMs - a.retryMs || b.failed + b.recovered - (a.failed + a.recovered) || a.id - b.id,
    )
    const rows = flaky.slice(0, MOST_ROWS)
    const [threads, now] = await Promise.all([this.threads(rows.map(({ one }) => one)), this.now(context, rows)])
    return {
      rows: rows.flatMap(({ one, steadiness }) => {
        const own = now.get(one.id)
        // joined with another meanwhile, or gone
        return own ? [flakyRow(one, own, steadiness, threads.get(one.id) ?? '')] : []
      }),
      steady: judged.length - flaky.length,
      ...sumsOf(judged),
    }
  }

  /** Every test that failed or recovered in the lens with whether it is flaky, and what the flaky ones come to. */
  async steadiness(context: Context, lens: Lens): Promise<KnownSteadiness> {
    const judged = await this.judged(context, lens)
    return { byScript: new Map(judged.map(({ one, steadiness }) => [one.id, { steadiness, share: shareOf(one) }])), ...sumsOf(judged) }
  }

  private judged({ project }: Context, lens: Lens): Promise<Judged[]> {
    return this.kept.get(this, project.id, JSON.stringify(lens), async () => {
      const [packed, byHand] = await Promise.all([this.packs.ofLens(project.id, lens), manualScripts(this, project.id)])
      const counts = countUnsteady(packed).filter(({ script }) => !byHand.has(script))
      const [runs, environments] = await Promise.all([
        rowsOf<Pick<Found, 'total' | 'build' | 'at'> & { id: number }>(this, FLAKY_RUNS, {
          runIds: [...new Set(counts.map(({ lastRun }) => lastRun))],
        }),
        rowsOf<{ id: number; name: string }>(this, ENVIRONMENT_NAMES, { projectId: project.id }),
      ])
      const runOf = new Map(runs.map((run) => [run.id, run]))
      const nameOf = new Map(environments.map(({ id, name }) => [id, name]))
      return counts.flatMap(({ script, lane, since, environments: bad, ...count }): Judged[] => {
        const last = runOf.get(count.lastRun)
        // deleted meanwhile
        if (!last) return []
        const { total, build, at } = last
        const names = bad.flatMap((id) => nameOf.get(id) ?? []).sort((a, b) => (a < b ? -1 : 1))
        const one: Found = { ...count, id: script, laneId: lane, since: new Date(since), environments: names, total, build, at }
        return [{ one, steadiness: steadinessOf(one) }]
      })
    })
  }

  private async now({ project }: Context, rows: readonly Judged[]): Promise<Map<number, Now>> {
    const found = await rowsOf<Now>(this, FLAKY_NOW, {
      projectId: project.id,
      prefix: project.keyPrefix,
      scriptIds: rows.map(({ one }) => one.id),
      runIds: rows.map(({ one }) => one.lastRun),
    })
    return new Map(found.map((row) => [row.id, row]))
  }

  private async threads(rows: readonly Found[]): Promise<Map<number, string>> {
    const threads = new Map<number, string>()
    for (const laneId of new Set(rows.map((row) => row.laneId))) {
      const ids = rows.filter((row) => row.laneId === laneId).map(({ id }) => id)
      const { byScript } = await this.history.threads(laneId, null, ids, THREAD)
      for (const id of ids) threads.set(id, byScript[id] ?? '')
    }
    return threads
  }
}

const shareOf = ({ failed, recovered, runs }: Found) => (failed + recovered) / runs

/** What flaky tests come to: how many, runs that were red because of one alone, time of tries that were made again. */
function sumsOf(judged: readonly Judged[]): Pick<FlakyList, 'proven' | 'maybe' | 'redAlone' | 'retryMs'> {
  const count = (wanted: Steadiness) => judged.filter(({ steadiness }) => steadiness === wanted).length
  const flaky = judged.filter(({ steadiness }) => steadiness !== 'steady')
  const sum = (of: 'retryMs' | 'redAlone') => flaky.reduce((total, { one }) => total + one[of], 0)
  return { proven: count('proven'), maybe: count('maybe'), redAlone: sum('redAlone'), retryMs: sum('retryMs') }
}

function flakyRow(one: Found, now: Now, steadiness: FlakyRow['steadiness'], thread: string): FlakyRow {
  const {
    runs,
    failed,
    recovered,
    flips,
    bothWays,
    since,
    lastRun,
    build,
    at,
    total,
    environments,
    environmentsOfRuns,
    retryMs,
    redAlone,
  } = one
  const { quarantined, groupId, cases, ...script } = now
  const share = shareOf(one)
  return {
    script,
    cases,
    steadiness,
    ...{
      runs,
      failed,
      recovered,
      share,
      flips,
      bothWays,
      environments,
      environmentsOfRuns,
      retryMs,
      redAlone,
      quarantined,
      groupId,
      thread,
    },
    bounds: wilson(failed + recovered, runs) ?? { low: 0, high: 1 },
    since: since.toISOString(),
    last: { runId: lastRun, build, at: at.toISOString() },
    redIfAll: redWithoutFault(total, share, recovered > 0 ? 1 : 0),
  }
}
