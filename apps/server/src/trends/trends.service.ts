import { redWithoutFault, steadinessOf, type Steadiness, wilson } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { FlakyList, FlakyRow, ScriptRef } from '../contract/index.js'
import { HistoryService } from '../history/index.js'
import { rowsOf } from '../platform/database.js'
import { type Lens, UntilDelivered } from '../runs/index.js'
import { FLAKY } from './flaky-queries.js'

/** Tests that are listed, the dearest first. */
const MOST_ROWS = 500
/** Builds that a thread shows. */
const THREAD = 28

type Found = ScriptRef & {
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
  quarantined: boolean
  groupId: number | null
  cases: string[]
}

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
  private readonly kept = new UntilDelivered<KnownSteadiness>()

  constructor(
    private readonly history: HistoryService,
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
    const threads = await this.threads(rows.map(({ one }) => one))
    return {
      rows: rows.map(({ one, steadiness }) => flakyRow(one, steadiness, threads.get(one.id) ?? '')),
      steady: judged.length - flaky.length,
      ...sumsOf(judged),
    }
  }

  /** Every test that failed or recovered in the lens with whether it is flaky, and what the flaky ones come to. */
  steadiness(context: Context, lens: Lens): Promise<KnownSteadiness> {
    return this.kept.get(this, context.project.id, JSON.stringify(lens), async () => {
      const judged = await this.judged(context, lens)
      return { byScript: new Map(judged.map(({ one, steadiness }) => [one.id, { steadiness, share: shareOf(one) }])), ...sumsOf(judged) }
    })
  }

  private async judged({ project }: Context, lens: Lens): Promise<Judged[]> {
    const found = await rowsOf<Found>(this, FLAKY, { projectId: project.id, prefix: project.keyPrefix, ...lens })
    return found.map((one) => ({ one, steadiness: steadinessOf(one) }))
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

function flakyRow(one: Found, steadiness: FlakyRow['steadiness'], thread: string): FlakyRow {
  const {
    runs,
    passed: _,
    failed,
    recovered,
    flips,
    bothWays,
    since,
    lastRun,
    laneId: __,
    build,
    at,
    total,
    cases,
    quarantined,
    groupId,
    ...rest
  } = one
  const { environments, environmentsOfRuns, retryMs, redAlone, ...script } = rest
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
