import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type {
  AttachmentInfo,
  FaultRow,
  FileWarnings,
  ResultDetail,
  ResultRow,
  RunDetail,
  RunList,
  RunOfBuild,
  RunRow,
  RunRows,
  RunTrigger,
  ScriptRef,
  Threads,
} from '../contract/index.js'
import { CHANGES, SHOWN_CHANGES, changesOfFirst, outcomeFromCode, type Change, type Outcome, type TestStep } from '@bobbin/core'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { HistoryService } from '../history/index.js'
import { type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { ScriptsService } from '../scripts/index.js'
import type { Lens } from './lens-sql.js'
import { rowsOfTest } from './rows-of-test.js'
import { sentOf } from './sent.js'
import * as sql from './run-queries.js'

const MOST_RUNS = 500
const MOST_ROWS = 5000
/** A delivery counts what it changed; after an upgrade or a late delivery the list does, for so long at a time, in milliseconds. */
const MOST_COUNTING_MS = 100

export interface RunRecord {
  id: number
  laneId: number
  pipeline: string
  branch: string
  environment: string
  build: string
  commit: string | null
  author: string | null
  address: string | null
  keep: boolean
  forgottenAt: Date | null
  startedAt: Date
  deliveredAt: Date
  durationMs: number
  live: boolean
  incomplete: boolean
  scope: 'whole' | 'partial' | null
  outage: boolean
  buildId: number
  /** The sort key of the build; that of its first run in the lane is the same. */
  buildKey: string
  /** The first, the second … run of its build in its lane. */
  ordinal: number
  key: string
  trigger: RunTrigger
  originRunId: number | null
  release: string | null
  profile: string | null
  trial: boolean
  sortKey: string
  day: string
  total: number
  passed: number
  failed: number
  errored: number
  skipped: number
  blocked: number
  notRun: number
  recovered: number
  /** How many tests fall under each of CHANGES; null when nobody counted yet. */
  changes: number[] | null
  files: number
}

/** A run that is locked for counting what it changed. */
type ToCount = Pick<RunRecord, 'incomplete' | 'scope' | 'changes'> & Record<Outcome, number> & { first: boolean }

@Injectable()
export class RunsService {
  constructor(
    private readonly history: HistoryService,
    private readonly scripts: ScriptsService,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async list({ project }: Context, lens: Lens): Promise<RunList> {
    const bind = { projectId: project.id, ...lens }
    const [records, hidden] = await Promise.all([
      this.records(bind.projectId, lens, { most: MOST_RUNS }),
      rowsOf<{ hidden: number }>(this, sql.RUNS_HIDDEN, bind),
    ])
    return { rows: records.map((record) => runRow(record)), hidden: hidden[0]?.hidden ?? 0 }
  }

  /** Newest runs in the lens, with what they changed as far as it can be counted in a moment. @param pipeline null for all */
  async records(
    projectId: number,
    lens: Lens,
    { pipeline = null, most }: { pipeline?: string | null; most: number },
  ): Promise<RunRecord[]> {
    const records = await rowsOf<RunRecord>(this, sql.RUN_ROWS, { projectId, ...lens, pipeline, most })
    const until = performance.now() + MOST_COUNTING_MS
    for (const record of records) {
      if (performance.now() > until) break
      record.changes ??= await this.countChanges(record)
    }
    return records
  }

  async record({ project }: Context, id: number): Promise<RunRecord> {
    const [record] = await rowsOf<RunRecord>(this, sql.RUN_ROW, { projectId: project.id, id })
    if (!record) throw notFound('run', id)
    return record
  }

  async get(context: Context, id: number, span?: number): Promise<RunDetail> {
    const record = await this.record(context, id)
    const { laneId, sortKey, buildKey, buildId } = record
    const [changes, rows, previous, next, faults, warnings, deliveries, sent, [build], ofBuild] = await Promise.all([
      this.changeCounts(record),
      this.rows(
        context,
        record,
        // of a live run, what did not run yet is only counted
        SHOWN_CHANGES.filter((change) => !(record.live && change === 'notRun')),
      ),
      rowsOf<RunDetail['passedOver'][number] & { outage: boolean }>(this, sql.PREVIOUS_RUN, { laneId, buildKey }),
      rowsOf<NonNullable<RunDetail['next']>>(this, sql.NEXT_RUN, { laneId, sortKey, buildId }),
      this.faults(id),
      rowsOf<FileWarnings>(this, sql.FILE_WARNINGS, { runId: id }),
      rowsOf<RunDetail['deliveries'][number]>(this, sql.DELIVERIES_OF_RUN, { runId: id }),
      sentOf(this, record),
      rowsOf<Pick<RunDetail, 'changedFiles'>>(this, sql.CHANGED_FILES, { runId: id }),
      rowsOf<Omit<RunOfBuild, 'startedAt'> & { startedAt: Date }>(this, sql.RUNS_OF_BUILD, { buildId, laneId }),
    ])
    const threads = await this.history.threads(
      record.laneId,
      record.sortKey,
      rows.map((row) => row.script.id),
      span,
    )
    return {
      run: runRow(record, changes),
      changedFiles: build?.changedFiles ?? null,
      runsOfBuild: ofBuild.map(({ startedAt, ...one }) => ({ ...one, startedAt: startedAt.toISOString() })),
      ...comparedWith(previous),
      next: next[0] ?? null,
      changes,
      rows,
      faults,
      warnings,
      deliveries,
      threads,
      sent,
    }
  }

  private async faults(runId: number): Promise<FaultRow[]> {
    const rows = await rowsOf<Omit<FaultRow, 'place'> & { line: number; col: number }>(this, sql.FAULTS, { runId })
    return rows.map(({ line, col, ...fault }) => ({ ...fault, place: { line, column: col } }))
  }

  /** The folded part of a run's page: rows of one change, with their threads. */
  async rowsOfChange(context: Context, id: number, change: Change, span?: number): Promise<RunRows> {
    const record = await this.record(context, id)
    const rows = await this.rows(context, record, [change])
    const threads = await this.history.threads(
      record.laneId,
      record.sortKey,
      rows.map((row) => row.script.id),
      span,
    )
    return { rows, threads }
  }

  /** Threads of scripts in the lane of a run, up to that run. */
  async threads(context: Context, id: number, scriptIds: number[], span?: number): Promise<Threads> {
    const record = await this.record(context, id)
    return this.history.threads(record.laneId, record.sortKey, scriptIds, span)
  }

  /** How many tests fall under each change against the run before; counted once, and kept with the run. */
  async changeCounts(record: RunRecord): Promise<Record<Change, number>> {
    return byChange(record.changes ?? (await this.countChanges(record)))
  }

  private countChanges(record: RunRecord): Promise<number[]> {
    const runId = record.id
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      const { laneId, sortKey } = record
      const [locked] = await rowsOf<ToCount>(db, sql.LOCK_TO_COUNT, { runId, laneId, sortKey })
      if (locked?.changes) return locked.changes
      const changes = locked?.first && !isAgain(record) ? changesOfFirst(locked) : await this.compare(db, { ...record, ...locked })
      if (locked) await run(db, sql.KEEP_CHANGES, { runId, changes })
      return changes
    })
  }

  private async compare(db: Queryable, record: RunRecord): Promise<number[]> {
    const rows = await rowsOf<{ change: number; count: number }>(db, sql.changeCounts(isAgain(record)), bindOf(record))
    return CHANGES.map((_, i) => rows.find(({ change }) => change === i)?.count ?? 0)
  }

  /** The scripts of a run that failed or recovered, by what changed about them. */
  async scriptsToLookAt(record: RunRecord): Promise<Partial<Record<Change, number[]>>> {
    const rows = await rowsOf<{ change: number; scriptIds: number[] }>(this, sql.scriptsToLookAt(isAgain(record)), bindOf(record))
    return Object.fromEntries(rows.map(({ change, scriptIds }) => [CHANGES[change] as Change, scriptIds]))
  }

  async rows({ project }: Context, record: RunRecord, changes: readonly Change[]): Promise<ResultRow[]> {
    const rows = await rowsOf<RawRow>(this, sql.changeRows(isAgain(record)), {
      ...bindOf(record),
      projectId: project.id,
      prefix: project.keyPrefix,
      changes: changes.map((change) => CHANGES.indexOf(change)),
      most: MOST_ROWS,
    })
    return rows.map(resultRow)
  }

  async result(context: Context, runId: number, scriptId: number): Promise<ResultDetail> {
    const record = await this.record(context, runId)
    const there = isAgain(record) ? await this.runWith(record, scriptId) : runId
    // a test that was not run again: what became of it before
    if (there !== runId) return this.result(context, there, scriptId)
    const script = await this.scripts.get(context, scriptId)
    const [change] = await rowsOf<RawChange>(this, sql.changeOfScript(isAgain(record)), { ...bindOf(record), scriptId })
    const bind = { runId, day: record.day, scriptId }
    const failing = change?.now === 2 || change?.now === 3
    const [attempts, since, same, rows] = await Promise.all([
      rowsOf<RawAttempt>(this, sql.ATTEMPTS, bind),
      failing ? this.failingSince(record, [scriptId]) : null,
      change?.signatureId
        ? rowsOf<ResultDetail['sameFailure'][number]>(this, sql.SAME_FAILURE, { ...bind, signatureId: change.signatureId })
        : [],
      rowsOfTest(this, record, script),
    ])
    const { links, unknownKeys, histories, cases: _, lastOutcome: __, lastRunId: ___, lastSeen: ____, ...ref } = script
    return {
      script: ref,
      links,
      unknownKeys,
      run: { id: record.id, build: record.build, commit: record.commit, lane: laneOf(record), startedAt: record.startedAt.toISOString() },
      outcome: outcomeOrNull(change?.now ?? null),
      change: CHANGES[change?.change ?? -1] ?? 'unchanged',
      before:
        change?.before && change.beforeRun
          ? { outcome: outcomeFromCode(change.before), runId: change.beforeRun, build: change.beforeBuild ?? '' }
          : null,
      failingSince: since,
      sameFailure: same,
      attempts: attempts.map(attemptOf),
      rows,
      histories: [...histories].sort((a, b) => Number(b.lane.id === record.laneId) - Number(a.lane.id === record.laneId)),
    }
  }

  /** The latest run of a build that has a result of a script; the one that is asked about where none has. */
  private async runWith({ id, buildId, laneId, sortKey }: RunRecord, scriptId: number): Promise<number> {
    const [found] = await rowsOf<{ id: number }>(this, sql.RUN_WITH_RESULT, { buildId, laneId, sortKey, scriptId })
    return found?.id ?? id
  }

  /** Since which build the longest-failing of the scripts has been red. */
  async failingSince(record: RunRecord, scriptIds: number[]): Promise<{ runId: number; build: string } | null> {
    const rows = await rowsOf<{ runId: number; build: string }>(this, sql.FAILING_SINCE, {
      laneId: record.laneId,
      sortKey: record.sortKey,
      scriptIds,
    })
    return rows[0] ?? null
  }
}

type RawRow = ScriptRef & {
  cases: string[]
  change: number
  before: number | null
  now: number | null
  durationMs: number | null
  attempts: number
  message: string | null
  signatureId: number | null
  oneCause: boolean
}

interface RawChange {
  change: number
  before: number | null
  now: number | null
  beforeRun: number | null
  beforeBuild: string | null
  signatureId: number | null
}

interface RawAttempt {
  ordinal: number
  outcome: number
  durationMs: number | null
  startedAt: Date | null
  reason: string | null
  properties: { name: string; value: string }[] | null
  failures: string | null
  stdout: string | null
  stderr: string | null
  steps: string | null
  attachments: AttachmentInfo[]
  file: string
}

/** A run that was made again tells how its build stands after it. */
const isAgain = ({ ordinal }: RunRecord): boolean => ordinal > 1

const bindOf = (record: RunRecord) => ({
  runId: record.id,
  day: record.day,
  laneId: record.laneId,
  sortKey: record.sortKey,
  buildKey: record.buildKey,
  buildId: record.buildId,
  incomplete: record.incomplete,
  scope: record.scope,
})

/** The newest build before that could judge; outages in between are passed over. */
function comparedWith(earlier: (RunDetail['passedOver'][number] & { outage: boolean })[]): Pick<RunDetail, 'previous' | 'passedOver'> {
  const at = earlier.findIndex((run) => !run.outage)
  return { previous: earlier[at] ?? null, passedOver: at < 0 ? earlier : earlier.slice(0, at) }
}

const byChange = (counts: readonly number[]) =>
  Object.fromEntries(CHANGES.map((change, i) => [change, counts[i] ?? 0])) as Record<Change, number>

const outcomeOrNull = (code: number | null): Outcome | null => (code ? outcomeFromCode(code) : null)

function resultRow({ cases, change, before, now, durationMs, attempts, message, signatureId, oneCause, ...script }: RawRow): ResultRow {
  return {
    script,
    cases,
    change: CHANGES[change] as Change,
    before: outcomeOrNull(before),
    outcome: outcomeOrNull(now),
    durationMs,
    attempts,
    message,
    signatureId,
    oneCause,
  }
}

function attemptOf(raw: RawAttempt): ResultDetail['attempts'][number] {
  return {
    ...raw,
    outcome: outcomeFromCode(raw.outcome),
    startedAt: raw.startedAt?.toISOString() ?? null,
    failures: raw.failures ? (JSON.parse(raw.failures) as ResultDetail['attempts'][number]['failures']) : [],
    properties: raw.properties ?? [],
    steps: raw.steps ? (JSON.parse(raw.steps) as TestStep[]) : [],
  }
}

export function laneOf(record: RunRecord) {
  return { id: record.laneId, pipeline: record.pipeline, branch: record.branch, environment: record.environment }
}

export function runRow(record: RunRecord, changes = record.changes && byChange(record.changes)): RunRow {
  const { total, passed, failed, errored, skipped, blocked, notRun, recovered } = record
  return {
    id: record.id,
    lane: laneOf(record),
    build: record.build,
    commit: record.commit,
    author: record.author,
    address: record.address,
    startedAt: record.startedAt.toISOString(),
    deliveredAt: record.deliveredAt.toISOString(),
    durationMs: record.durationMs,
    totals: { total, passed, failed, errored, skipped, blocked, notRun, recovered },
    live: record.live,
    incomplete: record.incomplete,
    scope: record.scope,
    outage: record.outage,
    ordinal: record.ordinal,
    key: record.key,
    trigger: record.trigger,
    originRunId: record.originRunId,
    release: record.release,
    profile: record.profile,
    trial: record.trial,
    files: record.files,
    keep: record.keep,
    forgottenAt: record.forgottenAt?.toISOString() ?? null,
    changes,
  }
}
