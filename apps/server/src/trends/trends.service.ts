import { redWithoutFault, steadinessOf, type Steadiness, wilson } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { FlakyList, FlakyRow, ScriptRef } from '../contract/index.js'
import { HistoryService } from '../history/index.js'
import { rowsOf } from '../platform/database.js'
import type { Lens } from '../runs/index.js'
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
  cases: string[]
}

/** What becomes of tests over many builds. */
@Injectable()
export class TrendsService {
  constructor(
    private readonly history: HistoryService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** Flaky tests by what they cost: builds that were red because of one alone, then time of tries that were made again, then how often they failed. */
  async flaky({ project }: Context, lens: Lens): Promise<FlakyList> {
    const found = await rowsOf<Found>(this, FLAKY, { projectId: project.id, prefix: project.keyPrefix, ...lens })
    const judged = found.map((one) => ({ one, steadiness: steadinessOf(one) }))
    const flaky = judged.filter((row): row is { one: Found; steadiness: Exclude<Steadiness, 'steady'> } => row.steadiness !== 'steady')
    flaky.sort(
      ({ one: a }, { one: b }) =>
        b.redAlone - a.redAlone || b.retryMs - a.retryMs || b.failed + b.recovered - (a.failed + a.recovered) || a.id - b.id,
    )
    const rows = flaky.slice(0, MOST_ROWS)
    const threads = await this.threads(rows.map(({ one }) => one))
    const sum = (of: 'retryMs' | 'redAlone') => flaky.reduce((total, { one }) => total + one[of], 0)
    const count = (wanted: Steadiness) => judged.filter(({ steadiness }) => steadiness === wanted).length
    return {
      rows: rows.map(({ one, steadiness }) => flakyRow(one, steadiness, threads.get(one.id) ?? '')),
      proven: count('proven'),
      maybe: count('maybe'),
      steady: count('steady'),
      retryMs: sum('retryMs'),
      redAlone: sum('redAlone'),
    }
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
    ...rest
  } = one
  const { environments, environmentsOfRuns, retryMs, redAlone, ...script } = rest
  const share = (failed + recovered) / runs
  return {
    script,
    cases,
    steadiness,
    ...{ runs, failed, recovered, share, flips, bothWays, environments, environmentsOfRuns, retryMs, redAlone, quarantined, thread },
    bounds: wilson(failed + recovered, runs) ?? { low: 0, high: 1 },
    since: since.toISOString(),
    last: { runId: lastRun, build, at: at.toISOString() },
    redIfAll: redWithoutFault(total, share, recovered > 0 ? 1 : 0),
  }
}
