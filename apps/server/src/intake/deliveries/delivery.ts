import type { DeliveredFile, DeliveryReport } from '../../contract/index.js'
import { below, type Belongs, type FilePlace, fromSources, plainPath, Refusal, summarizeCoverage } from '@bobbin/core'
import type { Sequelize } from 'sequelize-typescript'
import type { Context } from '../../access/index.js'
import { announce } from '../../events/announce.js'
import type { BlobStore } from '../../platform/blobs/blob-store.js'
import { afterCommit, type InTransaction, inTransaction, rowsOf, run } from '../../platform/database.js'
import * as metrics from '../../platform/metrics.js'
import { Problem } from '../../platform/problem.js'
import type { ThreadPool } from '../../platform/threads/thread-pool.js'
import type { RunsService } from '../../runs/index.js'
import { type BesideFile, BesideFiles, matchBeside, storeBeside } from '../reading/beside.js'
import { MOST_ATTACHED } from '../limits.js'
import { decidedOf, NOTHING_DECIDED } from './delivery-decided.js'
import { type EarlyPace, EarlyPlacing } from '../placing/early-placing.js'
import { deliveryRun } from './delivery-run.js'
import { addStoredRow, addUnstoredRows, isOwn, keepUnknownKeys } from '../storing/file-rows.js'
import type { Taker } from '../reading/incoming-files.js'
import type { TargetDto } from '../intake.dto.js'
import { announceShards, lastShardIsIn, settleLive, shardIsIn, waitNoMore } from './liveness.js'
import type { ScriptMemory } from '../placing/known-scripts.js'
import { lockRun } from './rework.js'
import { type Kept, unpacked } from '../storing/original-copy.js'
import { disposeOf, readFiles, type IncomingFile, type ReadFile, type UnreadFile } from '../reading/read-file.js'
import { type Begun, beginFile, type Early, forgetMade, OutOfDate, placeFile } from '../placing/place-tests.js'
import { storeFile } from '../storing/store-file.js'
import { findTarget, resolveTarget, type MadeLog, type Target } from '../placing/target.js'

export interface DeliveryTools {
  sequelize: Sequelize
  runs: RunsService
  blobs: BlobStore
  earlyPace: EarlyPace
  scripts: ScriptMemory
  threads: ThreadPool
}

const MOST_CHANGED = 1000

const PART_DELIVERED = 'update part set delivered_at = now() from api_token t where t.id = $tokenId and part.id = t.part_id'

/** Lines of paths; one that is no path, and the rest of very many, are left out. */
export const changedPaths = (lines: string): string[] =>
  lines
    .split(/\r?\n/)
    .filter((path) => path !== '' && path.length <= 1000)
    .slice(0, MOST_CHANGED)

/** One delivery under way. */
export class Delivery implements Taker {
  /** What was said once is not said for every file. */
  private readonly notes = new Set<string>()
  private readonly files: DeliveredFile[] = []
  /** Of files that are not stored: what is kept of each, by its place in `files`. */
  private readonly originals = new Map<DeliveredFile, { original: Kept | null; bytes: number }>()
  /** Files that came along and belong to a result. */
  private readonly attached = new Map<DeliveredFile, BesideFile>()
  private run: Target | null = null
  /** A file has come in whole and is being stored; the sender waits for us. */
  storing = false
  private changedFiles: string[] | undefined
  private readonly beside = new BesideFiles()

  constructor(
    private readonly id: number,
    private readonly context: Context,
    private readonly dto: TargetDto,
    private readonly tools: DeliveryTools,
    /** Names of the tests that its runner was asked for; null where nobody says. */
    private readonly chosen: readonly string[] | null = null,
  ) {}

  /** What the build changed, as lines of paths; the rest of very many is left out. */
  tell(changedFiles: string): void {
    this.changedFiles = changedPaths(changedFiles)
  }

  /** A file that is no result file itself, sent to be attached where one of them names it. */
  async attach(file: IncomingFile, belongs: Belongs | null = null): Promise<void> {
    const pieces: Buffer[] = []
    let bytes = 0
    for await (const chunk of file.chunks) if ((bytes += chunk.length) <= MOST_ATTACHED) pieces.push(Buffer.from(chunk))
    const tooLarge = new Refusal('tooLong', `It is larger than ${MOST_ATTACHED / 1024 ** 2} MB, the most that is attached`)
    const refusal = bytes > MOST_ATTACHED || file.cut() ? tooLarge : NOT_NAMED
    if (refusal === NOT_NAMED) this.beside.add(file.name, Buffer.concat(pieces), belongs)
    this.files.push(unread({ name: file.name, refusal, passedOver: refusal === NOT_NAMED }))
  }

  async take(file: IncomingFile): Promise<void> {
    const { project } = this.context
    const early = () => new EarlyPlacing(this.tools, project, this.tools.earlyPace)
    const known = () => this.tools.scripts.of(project.id)
    for await (const read of readFiles(
      { ...file, place: { ...(file.place ?? this.placeOf(file.name)), chosen: this.chosen } },
      { threads: this.tools.threads, early, known },
    )) {
      this.storing = true
      try {
        if ('stage' in read) this.files.push(await this.timed(read))
        else await this.putAside(read)
      } finally {
        this.storing = false
        disposeOf(read)
      }
    }
  }

  /** Where a file stood, as far as its sender says. */
  private placeOf(name: string): FilePlace {
    const { base, root = null } = this.dto
    const path = base === undefined ? null : below(plainPath(base), plainPath(name))
    return { path: path ?? fromSources(name), root }
  }

  private async putAside(read: UnreadFile): Promise<void> {
    if (read.content) this.beside.add(read.name, read.content)
    const file = unread(read)
    this.files.push(file)
    this.originals.set(file, { original: (await read.original?.keep(this.tools.blobs)) ?? null, bytes: read.bytes })
  }

  private async timed(read: ReadFile): Promise<DeliveredFile> {
    const source = this.dto.source ?? 'cli'
    const end = metrics.storing.startTimer({ source })
    const file = await this.store(read)
    end()
    if (file.status === 'stored') metrics.results.inc({ source }, read.totals.total)
    return file
  }

  private async store(file: ReadFile): Promise<DeliveredFile> {
    const original = await file.original.keep(this.tools.blobs)
    try {
      return await this.storeRead(file, original)
    } catch (error) {
      if (!(error instanceof OutOfDate)) throw error
      this.tools.scripts.forget(this.context.project.id)
      return this.storeAgain(file, original)
    }
  }

  private async storeRead(file: ReadFile, original: Kept): Promise<DeliveredFile> {
    const { early } = file
    if (early && (await early.settled(file.findings))) {
      try {
        return await early.finish((db, placed, begun) => this.storeIn(db, file, original, begun, placed))
      } catch (error) {
        if (error instanceof Problem || error instanceof OutOfDate) throw error
        // two deliveries waited for each other, say: from the beginning, which tells what is really wrong
        early.brokenOff(error)
        await early.giveUp()
      }
    }
    return inTransaction(this.tools, async (db) => this.storeIn(db, file, original, await beginFile(db, this.context.project)))
  }

  /** What was known when the file was read holds no longer: it is read once more, with nothing known. */
  private async storeAgain({ name, place }: ReadFile, original: Kept): Promise<DeliveredFile> {
    const chunks = await unpacked(this.tools.blobs, original.hash)
    if (!chunks) throw new Error(`“${name}” is not in the store of contents`)
    for await (const read of readFiles({ name, place, chunks, cut: () => false }, { threads: this.tools.threads, nested: true })) {
      try {
        if ('stage' in read) return await this.storeRead(read, original)
        throw read.refusal
      } finally {
        disposeOf(read)
      }
    }
    throw new Error(`“${name}” was empty when it was read again`)
  }

  /**
   * To be called with the stage open.
   * @param early what was placed of the file in this transaction while it was read
   */
  private async storeIn(db: InTransaction, file: ReadFile, original: Kept, begun: Begun, early?: Early): Promise<DeliveredFile> {
    const { blobs } = this.tools
    const { project } = this.context
    const log: MadeLog = { made: [], notes: [] }
    if (!file.stage.holds(file.findings.framework, begun)) throw new OutOfDate()
    const placed = await placeFile(db, project, file, begun, early)
    await announce(db, project.id, ['runs'])
    const target = await resolveTarget(
      db,
      project.id,
      { ...this.dto, changedFiles: this.changedFiles ?? this.dto.changedFiles },
      new Date(file.findings.startedAt ?? Date.now()),
      log,
    )
    // before its first results can be seen: a part is never taken for the whole
    await announceShards(db, target.runId, this.dto)
    const fileId = await addStoredRow(
      db,
      { id: begun.fileId, projectId: project.id, deliveryId: this.id, runId: target.runId },
      file,
      original,
    )
    if (fileId === null && placed.fresh > 0) await forgetMade(db, project, begun.fileId)
    const stored = fileId !== null
    if (stored) await storeFile(db, blobs, project, target, fileId, file, placed)
    // a delivery that is read again from its beginning finds what it stored itself
    const own = !stored && (await isOwn(db, this.id, target.runId, file))
    if (stored && placed.unknownKeys.length > 0) await keepUnknownKeys(db, fileId, placed.unknownKeys)
    // one that breaks off belongs to its run all the same, and is known for what it made
    await run(db, TELL_STORED, {
      id: this.id,
      runId: target.runId,
      newScripts: stored ? placed.fresh : 0,
      made: JSON.stringify(log.made),
      notes: JSON.stringify(log.notes.filter((note) => !this.notes.has(note))),
    })
    afterCommit(db, () => {
      this.committed(target, log)
      if (!stored) return
      const { stage, findings } = file
      void this.tools.scripts.learn(project.id, begun, findings.framework, stage.learnt(), stage.settled(placed.unsettled))
    })
    return delivered(file, stored || own ? 'stored' : 'already', stored ? placed.unknownKeys : [])
  }

  private committed(target: Target, { notes }: MadeLog): void {
    this.run = target
    for (const note of notes) this.notes.add(note)
  }

  /** Files that lay beside the reports find the results that name them, or that they tell; so do those of a run that was told live. */
  private async settleBeside(): Promise<void> {
    if (this.beside.files.length === 0) return
    const db = { sequelize: this.tools.sequelize }
    const projectId = this.context.project.id
    const target = this.run ?? (await findTarget(db, projectId, this.dto))
    if (target === null) return
    const matches = await matchBeside(db, target, this.beside.files)
    const used = new Map([...matches.named, ...matches.told].map(({ file }) => [file.name, file]))
    if (used.size === 0) return
    for (const file of used.values()) await this.beside.keep(this.tools.blobs, file)
    await storeBeside(db, projectId, target.runId, matches)
    if (this.run === null) {
      await run(db, TELL_STORED, { id: this.id, runId: target.runId, newScripts: 0, made: '[]', notes: '[]' })
      await announce(db, projectId, ['runs'])
      this.run = target
    }
    for (const file of this.files) {
      const content = used.get(file.name)
      if (!content || file.status !== 'passedOver') continue
      Object.assign(file, { status: 'attached', error: null })
      this.attached.set(file, content)
    }
  }

  /** To be called whatever happened: what waits on disk is let go. */
  dispose(): void {
    this.beside.dispose()
  }

  /** @param ended has its part in the transaction that ends the delivery */
  async finish(ended?: (db: InTransaction, report: DeliveryReport) => Promise<void>): Promise<DeliveryReport> {
    await this.tellPart()
    // before a run is found by its attachments alone: they are no shard
    await this.settleShards()
    await this.settleBeside()
    const report = await this.report()
    await this.keepRecord(ended && ((db) => ended(db, report)))
    return report
  }

  /** The results of a part of a plan are in: were its agent lost now, they would not be run again. */
  private async tellPart(): Promise<void> {
    const { token } = this.context.caller
    if (token && this.dto.more === undefined && this.files.some(({ status }) => status === 'stored'))
      await run(this.tools, PART_DELIVERED, { tokenId: token.id })
  }

  private async report(): Promise<DeliveryReport> {
    const { runs } = this.tools
    metrics.deliveries.inc({ source: this.dto.source ?? 'cli' })
    metrics.refusedFiles.inc(this.files.filter(({ status }) => status === 'refused').length)
    const record = this.run === null ? null : await runs.record(this.context, this.run.runId)
    const [told] = await rowsOf<Pick<DeliveryReport, 'made' | 'notes' | 'newScripts'>>(this.tools, TOLD, { id: this.id })
    return {
      deliveryId: this.id,
      state: 'read',
      run: record && deliveryRun(record),
      files: this.files,
      ...(told ?? { made: [], notes: [], newScripts: 0 }),
      decided: told && told.newScripts > 0 ? await decidedOf(this.tools, this.id) : NOTHING_DECIDED,
      // while more is to come there is nothing to compare yet
      changes: record && !record.live ? await runs.changeCounts(record) : null,
    }
  }

  /** A delivery of one shard leaves its run live until the others are in. */
  private async settleShards(): Promise<void> {
    const { runId } = this.run ?? {}
    const { shard, shards, close } = this.dto
    if (runId === undefined || (!shard && !shards && !close)) return
    // only the last one has something to settle, and waits for the others that are being stored
    if (!close && !(await lastShardIsIn(this.tools, runId, shard))) return
    await inTransaction(this.tools, async (db) => {
      const target = await lockRun(db, runId)
      if (!target) return
      if (close) {
        await shardIsIn(db, runId, shard)
        await waitNoMore(db, runId)
      }
      await settleLive(db, this.context.project.id, target)
    })
  }

  private async keepRecord(ended?: (db: InTransaction) => Promise<void>): Promise<void> {
    const unstored = this.files.filter((file) => file.status !== 'stored')
    if (unstored.length === 0 && !ended) return
    await inTransaction(this.tools, async (db) => {
      if (unstored.length > 0) {
        const rows = unstored.map((file) => {
          const { original, bytes } = this.originals.get(file) ?? { original: null, bytes: 0 }
          const content = this.attached.get(file)
          return { name: file.name, status: file.status, bytes: content?.bytes ?? bytes, original, error: file.error, content }
        })
        await addUnstoredRows(db, { projectId: this.context.project.id, deliveryId: this.id }, rows)
      }
      await ended?.(db)
    })
  }
}

const TELL_STORED = `
update delivery set run_id = $runId, new_scripts = new_scripts + $newScripts, made = made || $made::jsonb, notes = notes || $notes::jsonb where id = $id`
const TOLD = 'select made, notes, new_scripts as "newScripts" from delivery where id = $id'

const NOT_NAMED = new Refusal('notResult', 'No result of the run names it, and its path tells none')

function delivered(file: ReadFile, status: 'stored' | 'already', unknownKeys: DeliveredFile['unknownKeys']): DeliveredFile {
  const { format, faults, warnings } = file.findings
  return {
    name: file.name,
    status,
    format,
    totals: file.totals,
    faults,
    warnings,
    coverage: file.findings.coverage ? summarizeCoverage(file.findings.coverage) : null,
    unknownKeys,
    error: null,
  }
}

function unread({ name, refusal: { code, message }, passedOver }: Pick<UnreadFile, 'name' | 'refusal' | 'passedOver'>): DeliveredFile {
  const status = passedOver ? 'passedOver' : 'refused'
  return { name, status, format: null, totals: null, faults: [], warnings: [], coverage: null, unknownKeys: [], error: { code, message } }
}
