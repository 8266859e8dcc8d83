import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { Brief } from '../contract/index.js'
import {
  type AlikeFailures,
  type BriefRun,
  type Change,
  type Finding,
  groupThreads,
  outcomeCode,
  sharedWords,
  type Steadiness,
} from '@bobbin/core'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { MineService } from '../comments/index.js'
import { HistoryService } from '../history/index.js'
import { SilentScripts } from '../mapping/index.js'
import { rowsOf } from '../platform/database.js'
import { laneOf, type Lens, type RunRecord, RunPacks, runRow, RunsService } from '../runs/index.js'
import { SCRIPT_SUMS, UNKNOWN_KEYS } from '../scripts/index.js'
import { type KnownSteadiness, SlowService, TrendsService } from '../trends/index.js'
import * as sql from './brief-queries.js'

const RECOVERED = String(outcomeCode('recovered'))
type Counts = Record<Change, number>
type Outage = RunRecord & { message: string | null; latest: boolean }

/** Finds what a person who opens Bobbin should know, worst first. */
@Injectable()
export class BriefService {
  constructor(
    private readonly runs: RunsService,
    private readonly history: HistoryService,
    private readonly mine: MineService,
    private readonly trends: TrendsService,
    private readonly slow: SlowService,
    private readonly packs: RunPacks,
    private readonly silent: SilentScripts,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** @param since what came since then; null for the newest run of each lane */
  async get(context: Context, lens: Lens, since: Date | null = null): Promise<Brief> {
    const bind = { projectId: context.project.id, ...lens, since }
    const [latest, outages, silent, recent, steadiness] = await Promise.all([
      rowsOf<RunRecord>(this, sql.LATEST_RUNS, bind),
      rowsOf<Outage>(this, sql.OUTAGES, bind),
      rowsOf<{ environment: string; days: number; lastRunId: number }>(this, sql.SILENT, bind),
      rowsOf<{ runs: number; builds: number; results: number; since: Date | null }>(this, sql.RECENT_SUMS, bind),
      this.trends.steadiness(context, lens),
    ])
    const counts = await Promise.all(latest.map((record) => this.runs.changeCounts(record)))
    const looked = latest.map((record, i) => ({ record, counts: counts[i] as Counts }))
    const headline = looked.find((look) => look.counts.newlyFailing > 0)?.record ?? latest[0]
    const [perRun, mapping, areas, more] = await Promise.all([
      Promise.all(looked.map((look) => this.ofRun(context, look.record, look.counts, { outages, steadiness }))),
      this.mapping(context),
      headline ? this.areas(context, headline, lens.span) : null,
      this.overTime(context, lens, steadiness),
    ])
    const findings: Finding[] = [
      ...perRun.flat(),
      ...more,
      ...outages.map(outageFinding),
      ...silent.map((found): Finding => ({ kind: 'silent', ...found, days: Math.floor(found.days) })),
      ...mapping,
    ]
    return {
      since: since?.toISOString() ?? null,
      builds: recent[0]?.builds ?? 0,
      runs: recent[0]?.runs ?? 0,
      results: recent[0]?.results ?? 0,
      sinceAt: recent[0]?.since?.toISOString() ?? null,
      findings: findings.sort((a, b) => ORDER.indexOf(a.kind) - ORDER.indexOf(b.kind)),
      latest: looked.map(({ record, counts: own }) => ({
        ...briefRun(record),
        totals: runRow(record).totals,
        failing: record.failed + record.errored,
        newlyFailing: own.newlyFailing,
      })),
      areas,
    }
  }

  private async ofRun(context: Context, record: RunRecord, counts: Counts, { outages, steadiness }: Known): Promise<Finding[]> {
    const run = briefRun(record)
    const findings: Finding[] = []
    // in an outage nothing can be said about single tests
    const outage = outages.some((found) => found.id === record.id)
    // one that is live is not there yet, which its page says
    if (record.incomplete && !record.live) findings.push(await this.incomplete(run, record, counts))
    const looksAt = counts.newlyFailing + counts.stillFailing + counts.recovered > 0
    const { newlyFailing: red = [], stillFailing = [], recovered = [] } = looksAt ? await this.runs.scriptsToLookAt(record) : {}
    const unsteady = (id: number) => isUnsteady(steadiness.byScript.get(id))
    const newlyFailing = red.filter((id) => !unsteady(id))
    // which tests are fixed matters only where some of them may be flaky
    const fixed = counts.fixed > 0 && !outage && steadiness.proven > 0 ? await this.fixed(context, record) : []
    const again = { failed: red.filter(unsteady), passed: fixed.filter(unsteady) }
    const fixedForGood = outage ? 0 : counts.fixed - again.passed.length
    if (again.failed.length + again.passed.length > 0 && !outage) findings.push(await this.unsteady(run, again, steadiness))
    if (newlyFailing.length > 0 && !outage) findings.push(await this.newlyFailing(context, record, newlyFailing, again.failed.length))
    if (stillFailing.length > 0 && !outage) findings.push(await this.stillFailing(record, stillFailing))
    if (recovered.length > 0) findings.push(await this.recovered(record, recovered))
    if (fixedForGood > 0) findings.push({ kind: 'fixed', run, count: fixedForGood, flaky: again.passed.length })
    for (const kind of ['newlySkipped', 'gone', 'new'] as const) if (counts[kind] > 0) findings.push({ kind, run, count: counts[kind] })
    return findings
  }

  private async fixed(context: Context, record: RunRecord): Promise<number[]> {
    return (await this.runs.rows(context, record, ['fixed'])).map(({ script }) => script.id)
  }

  private async unsteady(run: BriefRun, again: { failed: number[]; passed: number[] }, steadiness: Known['steadiness']): Promise<Finding> {
    const share = (id: number) => steadiness.byScript.get(id)?.share ?? 0
    const worst = [...again.failed, ...again.passed].reduce((most, id) => (share(id) > share(most) ? id : most))
    const [script] = await rowsOf<{ name: string }>(this, 'select name from script where id = $id', { id: worst })
    const named = { name: script?.name ?? '', scriptId: worst, share: share(worst) }
    return { kind: 'unsteady', run, failed: again.failed.length, passed: again.passed.length, worst: named }
  }

  /** What no single run says: what is flaky, what got slower, what is silent, what waits for who asks, what runs next. */
  private async overTime(context: Context, lens: Lens, steadiness: KnownSteadiness): Promise<Finding[]> {
    const bind = { projectId: context.project.id }
    const [slow, silent, mine, [next]] = await Promise.all([
      this.slow.get(context, lens),
      this.silent.count(context.project.id),
      this.mine.count(context),
      rowsOf<{ planId: number; name: string; at: Date }>(this, sql.NEXT_START, bind),
    ])
    const { proven, maybe, redAlone, retryMs } = steadiness
    const findings: Finding[] = []
    if (mine.untriaged > 0) findings.push({ kind: 'untriaged', count: mine.untriaged })
    if (mine.failures + mine.unread > 0) findings.push({ kind: 'mine', failures: mine.failures, unread: mine.unread })
    if (proven + maybe > 0) findings.push({ kind: 'flaky', proven, maybe, redAlone, retryMs })
    const slower = slow.changed.filter(({ costMs }) => costMs > 0)
    const [worst] = slower
    if (worst) {
      const { script, pace, since } = worst
      findings.push({
        ...{ kind: 'slower', count: slower.length, costMs: slower.reduce((sum, { costMs }) => sum + costMs, 0) },
        worst: {
          ...{ name: script.name, scriptId: script.id, beforeMs: pace.before, afterMs: pace.after },
          ...{ build: since.build, commit: since.commit, runId: since.runId, creeps: pace.kind === 'creep' },
        },
      })
    }
    if (silent > 0) findings.push({ kind: 'silentScripts', count: silent })
    if (next) findings.push({ kind: 'next', ...next, at: next.at.toISOString() })
    return findings
  }

  private async incomplete(run: BriefRun, record: RunRecord, counts: Counts): Promise<Finding> {
    const faults = await rowsOf<{ subject: string }>(this, 'select subject from fault where run_id = $id order by id', { id: record.id })
    return { kind: 'incomplete', run, faults: faults.length, notRun: counts.notRun, subject: faults[0]?.subject ?? '' }
  }

  private async newlyFailing({ project }: Context, record: RunRecord, scriptIds: number[], flaky: number): Promise<Finding> {
    const { id: runId, day, buildId, laneId, sortKey } = record
    const bind = { runId, day, buildId, laneId, sortKey, scriptIds }
    const [[facts], [largest]] = await Promise.all([
      rowsOf<{ areas: string[] }>(this, sql.FAILURE_AREAS, { projectId: project.id, scriptIds }),
      rowsOf<Omit<AlikeFailures, 'message'> & { causes: number; messages: string[] }>(this, sql.largestGroup(record.ordinal > 1), bind),
    ])
    return {
      kind: 'newlyFailing',
      run: briefRun(record),
      count: scriptIds.length,
      flaky,
      areas: facts?.areas ?? [],
      causes: largest?.causes ?? 0,
      largest: largest ? { count: largest.count, oneCause: largest.oneCause, message: sharedWords(largest.messages) } : null,
    }
  }

  private async stillFailing(record: RunRecord, scriptIds: number[]): Promise<Finding> {
    const since = await this.runs.failingSince(record, scriptIds)
    const known = { sinceBuild: since?.build ?? null, sinceRunId: since?.runId ?? null }
    return { kind: 'stillFailing', run: briefRun(record), count: scriptIds.length, ...known }
  }

  private async recovered(record: RunRecord, scriptIds: number[]): Promise<Finding> {
    const threads = await this.history.threads(record.laneId, record.sortKey, scriptIds)
    const times = scriptIds.map((id) => ({ id, times: (threads.byScript[id] ?? '').split(RECOVERED).length - 1 }))
    const worst = times.reduce((most, one) => (one.times > most.times ? one : most))
    const [script] = await rowsOf<{ name: string }>(this, 'select name from script where id = $id', { id: worst.id })
    return {
      kind: 'recovered',
      run: briefRun(record),
      count: scriptIds.length,
      worst: { name: script?.name ?? '', scriptId: worst.id, times: worst.times, of: threads.points.length },
    }
  }

  private async mapping({ project }: Context): Promise<Finding[]> {
    const bind = { projectId: project.id, prefix: project.keyPrefix }
    const [[sums], [mapping], unknown] = await Promise.all([
      rowsOf<{ scripts: number; cases: number; uncovered: number }>(this, sql.COVERAGE_SUMS, { projectId: project.id }),
      rowsOf<{ unlinked: number }>(this, SCRIPT_SUMS, bind),
      rowsOf<{ key: string }>(this, `select distinct key from (${UNKNOWN_KEYS}) u order by key`, bind),
    ])
    const findings: Finding[] = []
    if (mapping && mapping.unlinked > 0) findings.push({ kind: 'unlinked', count: mapping.unlinked, total: sums?.scripts ?? 0 })
    if (unknown.length > 0) findings.push({ kind: 'unknownKeys', count: unknown.length, keys: unknown.slice(0, 5).map((row) => row.key) })
    if (sums && sums.uncovered > 0) findings.push({ kind: 'uncovered', count: sums.uncovered, total: sums.cases })
    return findings
  }

  private async areas({ project }: Context, record: RunRecord, span: number): Promise<Brief['areas']> {
    const points = await this.history.points(record.laneId, record.sortKey, span)
    const [packs, areas] = await Promise.all([
      this.packs.of(points.flatMap(({ runs }) => runs.map(({ runId }) => runId))),
      rowsOf<{ area: string; scripts: number[] }>(this, sql.AREA_SCRIPTS, { projectId: project.id }),
    ])
    const builds = points.map(({ runs }) => runs.flatMap(({ runId }) => packs.get(runId) ?? []))
    const threads = groupThreads(
      builds,
      areas.map(({ scripts }) => scripts),
    )
    const rows = areas.flatMap(({ area }, i) => (threads[i] ? [{ area, thread: threads[i] }] : []))
    return {
      lane: laneOf(record),
      points: points.map(({ runId, build, at, incomplete, runs }) => ({
        runId,
        build,
        at: at.toISOString(),
        incomplete,
        runs: runs.length,
      })),
      rows,
    }
  }
}

/** What is known beside a run. */
interface Known {
  outages: Outage[]
  steadiness: KnownSteadiness
}

/** A test that fails in a smaller share of its runs than this is taken to have broken. */
const CHANCE = 0.01

/** A proven flaky test neither breaks nor is fixed, unless it fails so seldom that chance hardly explains it. */
const isUnsteady = (known: { steadiness: Steadiness; share: number } | undefined): boolean =>
  known?.steadiness === 'proven' && known.share >= CHANCE

/** Worst first: what is red now, what could not judge, what needs a hand, what got better. */
const ORDER: readonly Finding['kind'][] = [
  'newlyFailing', 'mine', 'untriaged', 'incomplete', 'outage', 'stillFailing', 'slower', 'unsteady', 'flaky', 'recovered', 'fixed', 'newlySkipped', 'silent', 'gone', 'silentScripts', 'next', 'new', 'unknownKeys', 'unlinked', 'uncovered',
] // prettier-ignore

function outageFinding(record: Outage): Finding {
  return {
    kind: 'outage',
    run: briefRun(record),
    count: record.errored,
    total: record.total,
    message: record.message,
    over: !record.latest,
  }
}

function briefRun(record: RunRecord): BriefRun {
  return { id: record.id, build: record.build, commit: record.commit, lane: laneOf(record), at: record.startedAt.toISOString() }
}
