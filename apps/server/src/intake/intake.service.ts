import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { DeliveredFile, DeliveryReport, DeliveryRow } from '../contract/index.js'
import { type Fault, type FileCoverage, Refusal, summarizeCoverage } from '@bobbin/core'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import { announce } from '../events/announce.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { rowsOf, run } from '../platform/database.js'
import { FORGET_CHANGES, laneOf, RunsService, runRow } from '../runs/index.js'
import { BesideFiles, MOST_ATTACHED } from './beside.js'
import { copyRows, listText } from './copy-text.js'
import { DELIVERIES } from './delivery-queries.js'
import type { TargetDto } from './intake.dto.js'
import * as merge from './merge-queries.js'
import { readFiles, type IncomingFile, type ReadFile, type UnreadFile } from './read-file.js'
import { MAKE_STAGE, PLAN_MERGE, settleStage } from './staging.js'
import { resolveTarget, type MadeLog, type Target } from './target.js'

@Injectable()
export class IntakeService {
  constructor(
    private readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
  ) {}

  /** Opens a delivery; files are then taken one after the other, each wholly or not at all. */
  async open(context: Context, dto: TargetDto): Promise<Delivery> {
    const [row] = await rowsOf<{ id: number }>(
      this,
      'insert into delivery (project_id, account_id, source) values ($projectId, $accountId, $source) returning id',
      { projectId: context.project.id, accountId: context.caller.accountId, source: dto.source ?? 'cli' },
    )
    return new Delivery(row?.id ?? 0, context, dto, this.sequelize, this.runs, this.blobs)
  }

  async list({ project }: Context): Promise<DeliveryRow[]> {
    const rows = await rowsOf<Omit<DeliveryRow, 'at'> & { at: Date }>(this, DELIVERIES, { projectId: project.id })
    return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
  }
}

/** One delivery under way. */
export class Delivery {
  private readonly log: MadeLog = { made: [], notes: [] }
  private readonly files: DeliveredFile[] = []
  private runId: number | null = null
  /** A file has come in whole and is being stored; the sender waits for us. */
  storing = false
  private newScripts = 0
  private readonly beside = new BesideFiles()

  constructor(
    private readonly id: number,
    private readonly context: Context,
    private readonly dto: TargetDto,
    private readonly sequelize: Sequelize,
    private readonly runs: RunsService,
    private readonly blobs: BlobStore,
  ) {}

  /** A file that is no result file itself, sent to be attached where one of them names it. */
  async attach(file: IncomingFile): Promise<void> {
    const pieces: Buffer[] = []
    let bytes = 0
    for await (const chunk of file.chunks) if ((bytes += chunk.length) <= MOST_ATTACHED) pieces.push(Buffer.from(chunk))
    const tooLarge = new Refusal('tooLong', `It is larger than ${MOST_ATTACHED / 1024 ** 2} MB, the most that is attached`)
    const refusal = bytes > MOST_ATTACHED || file.cut() ? tooLarge : NOT_NAMED
    if (refusal === NOT_NAMED) this.beside.add(file.name, Buffer.concat(pieces))
    this.files.push(unread({ name: file.name, refusal, passedOver: refusal === NOT_NAMED, content: null }))
  }

  async take(file: IncomingFile): Promise<void> {
    for await (const read of readFiles(file)) {
      if (!('stage' in read)) {
        if (read.content) this.beside.add(read.name, read.content)
        this.files.push(unread(read))
        continue
      }
      this.storing = true
      try {
        this.files.push(await this.store(read))
      } finally {
        this.storing = false
        read.stage.dispose()
      }
    }
  }

  private store(file: ReadFile): Promise<DeliveredFile> {
    return this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      const { project } = this.context
      const log: MadeLog = { made: [], notes: [] }
      const target = await resolveTarget(db, project.id, this.dto, new Date(file.findings.startedAt ?? Date.now()), log)
      const fileId = await this.register(transaction, file, target)
      const unknownKeys = fileId === null ? [] : await this.merge(transaction, file, target, fileId)
      if (fileId !== null) await this.coverage(transaction, file.findings.coverage ?? [], target.runId, fileId)
      await announce(db, project.id, ['runs'])
      transaction.afterCommit(() => this.committed(target, log))
      return delivered(file, fileId === null ? 'already' : 'stored', unknownKeys)
    })
  }

  private committed(target: Target, log: MadeLog): void {
    this.runId = target.runId
    this.log.made.push(...log.made)
    for (const note of log.notes) if (!this.log.notes.includes(note)) this.log.notes.push(note)
  }

  /** @returns null when the run already has this very file */
  private async register(transaction: Transaction, file: ReadFile, target: Target): Promise<number | null> {
    const db = { sequelize: this.sequelize, transaction }
    const [row] = await rowsOf<{ id: number }>(
      db,
      `insert into result_file (project_id, delivery_id, run_id, name, sha256, bytes, format, framework, results, warnings)
       values ($projectId, $deliveryId, $runId, $name, $sha, $bytes, $format, $framework, $results, $warnings::jsonb)
       on conflict (run_id, sha256) do nothing returning id`,
      {
        projectId: this.context.project.id,
        deliveryId: this.id,
        runId: target.runId,
        name: file.name,
        sha: file.sha256,
        bytes: file.bytes,
        format: file.findings.format,
        framework: file.findings.framework,
        results: file.totals.total,
        warnings: JSON.stringify(file.findings.warnings),
      },
    )
    return row?.id ?? null
  }

  private async merge(transaction: Transaction, file: ReadFile, target: Target, fileId: number): Promise<DeliveredFile['unknownKeys']> {
    const db = { sequelize: this.sequelize, transaction }
    const { project } = this.context
    const projectId = project.id
    const place = { runId: target.runId, day: target.day }
    await run(db, MAKE_STAGE)
    await file.stage.copy(transaction)
    await run(db, PLAN_MERGE)
    await settleStage(db, file.findings)
    await run(db, merge.MERGE_BODIES, { projectId })
    await run(db, merge.MERGE_SIGNATURES, { projectId })
    const framework = file.findings.framework
    const [scripts] = await rowsOf<{ fresh: number }>(db, merge.MAKE_SCRIPTS, { projectId, framework })
    await run(db, merge.REFRESH_SCRIPTS, { projectId, framework })
    transaction.afterCommit(() => void (this.newScripts += scripts?.fresh ?? 0))
    await run(db, merge.MERGE_LINKS, { projectId, prefix: project.keyPrefix })
    const retried = await rowsOf<{ scriptId: number }>(db, merge.STORE_ATTEMPTS, { projectId, fileId, ...place })
    await file.stage.attachments.store(db, this.blobs, { projectId, fileId, ...place })
    if (retried.length > 0) await run(db, merge.MERGE_RETRIED, { ...place, scriptIds: retried.map(({ scriptId }) => scriptId) })
    await this.faults(transaction, file.findings.faults, target.runId, fileId)
    await run(db, merge.REFRESH_RUN, { ...place, startedAt: file.findings.startedAt === null ? null : new Date(file.findings.startedAt) })
    await run(db, FORGET_CHANGES, { runId: target.runId })
    return rowsOf<DeliveredFile['unknownKeys'][number]>(db, merge.UNKNOWN_DECLARED, { projectId, prefix: project.keyPrefix })
  }

  private async coverage(transaction: Transaction, files: readonly FileCoverage[], runId: number, fileId: number): Promise<void> {
    if (files.length === 0) return
    const columns = [
      'project_id',
      'run_id',
      'file_id',
      'path',
      'lines_covered',
      'lines_total',
      'branches_covered',
      'branches_total',
      'tests',
    ]
    const { project } = this.context
    const rows = files.map((f) => [
      project.id,
      runId,
      fileId,
      f.path,
      f.linesCovered,
      f.linesTotal,
      f.branchesCovered,
      f.branchesTotal,
      listText(f.tests),
    ])
    await copyRows(transaction, 'coverage', columns, rows)
  }

  private async faults(transaction: Transaction, faults: readonly Fault[], runId: number, fileId: number): Promise<void> {
    if (faults.length === 0) return
    const columns = ['project_id', 'run_id', 'file_id', 'code', 'subject', 'message', 'stack', 'line', 'col']
    const { project } = this.context
    const rows = faults.map((f) => [project.id, runId, fileId, f.code, f.subject, f.message, f.stack, f.place.line, f.place.column])
    await copyRows(transaction, 'fault', columns, rows)
  }

  /** Files that lay beside the reports find the results that name them. */
  private async settleBeside(): Promise<void> {
    if (this.runId === null) return
    const used = await this.beside.settle({ sequelize: this.sequelize }, this.blobs, this.runId)
    for (const file of this.files) {
      if (used.has(file.name) && file.status === 'passedOver') Object.assign(file, { status: 'attached', error: null })
    }
  }

  /** To be called whatever happened: what waits on disk is let go. */
  dispose(): void {
    this.beside.dispose()
  }

  async finish(): Promise<DeliveryReport> {
    await this.settleBeside()
    const refusedFiles = this.files
      .filter((file) => file.status !== 'stored' && file.status !== 'attached')
      .map(({ name, status, error }) => ({ name, status, error: error?.message ?? null }))
    await run({ sequelize: this.sequelize }, 'update delivery set run_id = $runId, refused = $refused::jsonb where id = $id', {
      runId: this.runId,
      refused: JSON.stringify(refusedFiles),
      id: this.id,
    })
    const record = this.runId === null ? null : await this.runs.record(this.context, this.runId)
    const row = record && runRow(record)
    return {
      deliveryId: this.id,
      run: record && row && { id: record.id, build: record.build, lane: laneOf(record), totals: row.totals, incomplete: record.incomplete },
      ...this.log,
      files: this.files,
      newScripts: this.newScripts,
      changes: record && (await this.runs.changeCounts(record)),
    }
  }
}

const NOT_NAMED = new Refusal('notResult', 'No result of this delivery names it')

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

function unread({ name, refusal: { code, message }, passedOver }: UnreadFile): DeliveredFile {
  const status = passedOver ? 'passedOver' : 'refused'
  return { name, status, format: null, totals: null, faults: [], warnings: [], coverage: null, unknownKeys: [], error: { code, message } }
}
