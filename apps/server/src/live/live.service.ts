import { type FileFindings, liveFault, masker, type TestResult, testResultOf, TotalsCounter } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { Project } from '../access/index.js'
import type { BatchTaken, FeedClosed, FeedOpened, LiveSums } from '../contract/index.js'
import { announce } from '../events/announce.js'
import {
  announceShards,
  type Counts,
  countsOf,
  deliveryName,
  endWithoutShards,
  lateRuns,
  lockRun,
  mustBeOpen,
  type MadeLog,
  placeOf,
  resolveTarget,
  ScriptMemory,
  settleLive,
  shardIsIn,
  shareIntake,
  Stage,
  placeFile,
  storeFile,
} from '../intake/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { actorOf, record, recordOf } from '../platform/acts/index.js'
import { afterCommit, type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { CONFIG, type Config } from '../platform/config.js'
import * as metrics from '../platform/metrics.js'
import { secretsOfPart } from '../platform/part-secrets.js'
import { notFound, Problem } from '../platform/problem.js'
import type { BatchDto, CloseFeedDto, LiveFaultDto, OpenFeedDto } from './live.dto.js'
import * as sql from './live-queries.js'
import { maskedAll } from './masked.js'

/** A reporter says something every few seconds; five minutes without a word is a process that died. */
const SILENCE_S = 300

interface FeedRecord {
  id: number
  runId: number
  fileId: number
  name: string
  framework: string | null
  batches: number
  ended: string | null
  shard: number | null
}

/** Runs that are told result by result while their tests run. */
@Injectable()
export class LiveService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
    private readonly scripts: ScriptMemory,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Opens a feed into the run that the place names, which is made where it is new. A feed that is there already is found by its key. */
  open(context: Context, dto: OpenFeedDto): Promise<FeedOpened> {
    const { project, caller } = context
    return inTransaction(this, async (db) => {
      await shareIntake(db, project.id)
      const log: MadeLog = { made: [], notes: [] }
      const target = await resolveTarget(db, project.id, dto, new Date(), log)
      const { runId } = target
      const [found] = await rowsOf<FeedOpened>(db, sql.FIND_FEED, { projectId: project.id, key: dto.key })
      if (found) return found
      const [delivery] = await rowsOf<{ id: number }>(db, sql.ADD_DELIVERY, {
        projectId: project.id,
        accountId: caller.accountId,
        target: JSON.stringify(placeOf(dto)),
        runId,
        made: JSON.stringify(log.made),
        notes: JSON.stringify(log.notes),
      })
      const framework = dto.framework ?? null
      const file = { projectId: project.id, deliveryId: delivery?.id ?? 0, runId, name: dto.name, key: dto.key, framework }
      const totals = JSON.stringify(new TotalsCounter().settled(NOTHING_SETTLED))
      const [stored] = await rowsOf<{ id: number }>(db, sql.ADD_FILE, { ...file, totals })
      const [feed] = await rowsOf<{ id: number }>(db, sql.ADD_FEED, {
        ...file,
        fileId: stored?.id ?? 0,
        planned: dto.planned ?? null,
        shard: dto.shard ?? null,
        silence: dto.silenceSeconds ?? SILENCE_S,
      })
      const subject = { id: feed?.id ?? 0, name: `${dto.name}, ${deliveryName(placeOf(dto))}` }
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'feed.opened', subject, also: [`run:${runId}`] })
      // what was asked of a run that ended is not asked of one that goes on
      await run(db, 'update run set stop_asked_at = null, stop_asked_by = null where id = $runId and not live', { runId })
      await run(db, `update run set trigger = 'live' where id = $runId and trigger = 'delivery' and total = 0`, { runId })
      await announceShards(db, runId, dto)
      await settleLive(db, project.id, target)
      const [stop] = await rowsOf<{ asked: boolean }>(db, 'select stop_asked_at is not null as asked from run where id = $runId', { runId })
      return { id: feed?.id ?? 0, runId, batches: 0, stop: stop?.asked ?? false }
    })
  }

  /** Takes a batch wholly, once: one that was taken before changes nothing. */
  async take(context: Context, id: number, dto: BatchDto): Promise<BatchTaken> {
    const end = metrics.storing.startTimer({ source: 'live' })
    const { isNew, ...taken } = await this.takeOnce(context, id, await this.masked(context, dto))
    end()
    if (isNew) metrics.results.inc({ source: 'live' }, dto.results.length)
    return taken
  }

  /** What a part of a plan tells holds none of the secrets that it was given, in whichever form its runner writes them. */
  private async masked({ caller }: Context, dto: BatchDto): Promise<BatchDto> {
    const secrets = caller.token ? await secretsOfPart(this, caller.token.id, this.config.secret) : []
    return secrets.length === 0 ? dto : (maskedAll(dto, masker([...secrets]).mask) as BatchDto)
  }

  private takeOnce({ project }: Context, id: number, dto: BatchDto): Promise<BatchTaken & { isNew: boolean }> {
    return inTransaction(this, async (db) => {
      await shareIntake(db, project.id)
      const feed = await this.lock(db, project, id)
      if (dto.number <= feed.batches) {
        if (dto.close && dto.number === feed.batches) await this.end(db, project.id, feed, dto.close)
        return { batches: feed.batches, stop: await this.stopAsked(db, feed.runId), isNew: false }
      }
      if (isOver(feed))
        throw new Problem('conflict', 'feedClosed', `The feed “${feed.name}” has ended (${feed.ended}); open another one with a new key`)
      if (dto.number !== feed.batches + 1)
        throw new Problem('conflict', 'batchMissing', `Batch ${feed.batches + 1} comes next, not ${dto.number}`, { batches: feed.batches })
      const { totals, newScripts } = await this.store(db, project, feed, dto)
      await run(db, sql.TAKE_BATCH, {
        id,
        number: dto.number,
        results: dto.results.length,
        totals: JSON.stringify(totals.settled(NOTHING_SETTLED)),
        newScripts,
      })
      if (dto.close) await this.end(db, project.id, { ...feed, ended: null }, dto.close)
      return { batches: dto.number, stop: await this.stopAsked(db, feed.runId), isNew: true }
    })
  }

  /** A sender that was taken for dead was only cut off: what it had kept comes in after all. */
  private async reopen(db: InTransaction, projectId: number, feed: FeedRecord): Promise<void> {
    await run(db, sql.FORGET_SILENCE, { fileId: feed.fileId })
    await run(db, sql.REOPEN, { id: feed.id })
    const target = await lockRun(db, feed.runId)
    if (target) await settleLive(db, projectId, target)
  }

  /** Stores a batch in its run, which goes on if it had ended in silence. */
  private async store(
    db: InTransaction,
    project: Project,
    feed: FeedRecord,
    { results, faults = [], close }: BatchDto,
  ): Promise<{ totals: TotalsCounter; newScripts: number }> {
    const totals = new TotalsCounter()
    if (results.length === 0 && faults.length === 0) {
      if (feed.ended) await this.reopen(db, project.id, feed)
      return { totals, newScripts: 0 }
    }
    const told = results.map(testResultOf)
    for (const { outcome } of told) totals.add(outcome)
    const counts = await countsOf(db, project.id)
    const stage = this.staged(project.id, told, feed.framework, counts)
    try {
      const file = { stage, findings: findingsOf(feed, faults) }
      // as files are: before the run is locked, so that nobody who holds a run waits for a script that another delivery makes
      const placed = await placeFile(db, project, file, { fileId: feed.fileId, ...counts })
      if (feed.ended) await this.reopen(db, project.id, feed)
      const target = await lockRun(db, feed.runId)
      if (!target) throw notFound('run', feed.runId)
      await mustBeOpen(db, feed.runId)
      await storeFile(db, this.blobs, project, target, feed.fileId, file, placed)
      afterCommit(db, () => {
        void this.scripts.learn(project.id, counts, feed.framework, stage.learnt(), stage.settled(placed.unsettled))
      })
      if (!close) await this.tell(db, project.id, feed.runId)
      return { totals, newScripts: placed.fresh }
    } finally {
      stage.dispose()
    }
  }

  /** The results of a batch; tests that are known need not be looked for. */
  private staged(projectId: number, results: readonly TestResult[], framework: string | null, counts: Counts): Stage {
    const add = (stage: Stage) => {
      for (const result of results) stage.add(result)
      return stage
    }
    const stage = add(new Stage(this.scripts.of(projectId)))
    if (stage.holds(framework, counts)) return stage
    stage.dispose()
    return add(new Stage())
  }

  /** The sender has sent everything. The run ends when no other feed is open and every announced shard is in. */
  close(context: Context, id: number, dto: CloseFeedDto): Promise<FeedClosed> {
    const { project } = context
    return inTransaction(this, async (db) => {
      await shareIntake(db, project.id)
      const feed = await this.lock(db, project, id)
      if (!isOver(feed) && feed.batches !== dto.batches) {
        const missing = `Of ${dto.batches} batches ${feed.batches} have come; send the others before closing`
        throw new Problem('conflict', 'batchMissing', missing, { batches: feed.batches })
      }
      return this.end(db, project.id, feed, dto.ended ?? 'closed')
    })
  }

  /** Ends a feed of which everything has come; one that has ended already stays as it is. */
  private async end(db: InTransaction, projectId: number, feed: FeedRecord, ended: 'closed' | 'stopped'): Promise<FeedClosed> {
    const target = await lockRun(db, feed.runId)
    if (!target) throw notFound('run', feed.runId)
    if (!isOver(feed)) {
      if (feed.ended) await run(db, sql.FORGET_SILENCE, { fileId: feed.fileId })
      metrics.deliveries.inc({ source: 'live' })
      await run(db, sql.CLOSE_FEED, { id: feed.id, ended })
    }
    await shardIsIn(db, feed.runId, feed.shard)
    return { runId: feed.runId, live: await settleLive(db, projectId, target) }
  }

  /** Asks the reporters of a live run to stop; each is told with its next batch. */
  async stop({ project, caller }: Context, runId: number): Promise<void> {
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'run.stopAsked' } as const
    await inTransaction(this, (db) =>
      recordOf(db, act, [{ kind: 'run', where: 't.id = $runId', bind: { runId } }], async () => {
        const rows = await rowsOf(db, sql.ASK_TO_STOP, { projectId: project.id, runId, accountId: caller.accountId })
        if (rows.length === 0) throw new Problem('conflict', 'notLive', 'The run is over; there is nothing to stop')
      }),
    )
  }

  /** Takes the asking back, where no reporter has stopped for it yet. */
  async takeBack({ project, caller }: Context, runId: number): Promise<void> {
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'run.stopTakenBack' } as const
    const watched = { kind: 'run', where: 't.id = $runId and t.project_id = $projectId', bind: { runId, projectId: project.id } } as const
    await inTransaction(this, (db) => recordOf(db, act, [watched], () => run(db, sql.TAKE_BACK, { projectId: project.id, runId })))
  }

  /** Ends the feeds that went silent; safe with several server processes. @returns how many */
  async interruptSilent(): Promise<number> {
    const silent = await rowsOf<{ id: number; projectId: number }>(this, sql.SILENT)
    let ended = 0
    for (const { id, projectId } of silent) if (await this.interrupt(id, projectId)) ended++
    return ended
  }

  /** Ends the runs that wait for shards which did not come. */
  async endLate(): Promise<void> {
    for (const { runId, projectId } of await lateRuns(this)) {
      await inTransaction(this, async (db) => {
        const target = await lockRun(db, runId)
        if (target) await endWithoutShards(db, projectId, target)
      })
    }
  }

  private interrupt(id: number, projectId: number): Promise<boolean> {
    return inTransaction(this, async (db) => {
      await shareIntake(db, projectId)
      interface Row {
        runId: number
        fileId: number
        name: string
        silenceS: number
        shard: number | null
        results: number
        planned: number | null
      }
      const [feed] = await rowsOf<Row>(db, sql.INTERRUPT, { id })
      if (!feed) return false
      const target = await lockRun(db, feed.runId)
      if (!target) return false
      const of = feed.planned === null ? '' : ` of ${feed.planned}`
      await run(db, sql.ADD_FAULT, {
        projectId,
        runId: feed.runId,
        fileId: feed.fileId,
        subject: feed.name,
        message: `Nothing was heard from it for ${silenceWords(feed.silenceS)}, after ${feed.results}${of} results`,
      })
      await shardIsIn(db, feed.runId, feed.shard)
      await settleLive(db, projectId, target)
      return true
    })
  }

  /** Open pages get the sums with the news; the rest they ask for in their own time. */
  private async tell(db: InTransaction, projectId: number, runId: number): Promise<void> {
    const [row] = await rowsOf<LiveSums['totals'] & { live: boolean }>(db, sql.SUMS_OF_RUN, { runId })
    if (!row) return
    const { live, ...totals } = row
    await announce(db, projectId, ['live'], { runId, live, totals })
  }

  private async lock(db: InTransaction, project: Project, id: number): Promise<FeedRecord> {
    const [feed] = await rowsOf<FeedRecord>(db, sql.LOCK_FEED, { projectId: project.id, id })
    if (!feed) throw notFound('feed', id)
    return feed
  }

  private async stopAsked(db: InTransaction, runId: number): Promise<boolean> {
    const [row] = await rowsOf<{ asked: boolean }>(db, 'select stop_asked_at is not null as asked from run where id = $runId', { runId })
    return row?.asked ?? false
  }
}

/** Closed by its sender; one that only went silent may come back. */
const isOver = ({ ended }: FeedRecord): boolean => ended !== null && ended !== 'interrupted'

const NOTHING_SETTLED: FileFindings['settlement'] = { groups: [], dropped: [], reasons: [] }

const findingsOf = ({ framework }: FeedRecord, faults: readonly LiveFaultDto[]): FileFindings => ({
  format: 'live',
  framework,
  startedAt: null,
  faults: faults.map(liveFault),
  warnings: [],
  settlement: NOTHING_SETTLED,
})

const silenceWords = (seconds: number): string =>
  seconds % 60 === 0 ? `${seconds / 60} ${seconds === 60 ? 'minute' : 'minutes'}` : `${seconds} ${seconds === 1 ? 'second' : 'seconds'}`
