import type { ActChange } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Readable } from 'node:stream'
import type { Context, Project } from '../../access/index.js'
import type { Decision, DeliveryDetail, DeliveryFile, DeliveryPlace, DeliveryRow } from '../../contract/index.js'
import { BLOBS, type BlobStore } from '../../platform/blobs/blob-store.js'
import { actorOf, record } from '../../platform/acts/index.js'
import { type InTransaction, rowsOf, run } from '../../platform/database.js'
import { notFound, Problem } from '../../platform/problem.js'
import { ThreadPool } from '../../platform/threads/thread-pool.js'
import { RunsService } from '../../runs/index.js'
import { attachedTo, detach, matchBeside, storeBeside } from '../reading/beside.js'
import { decidedOf } from './delivery-decided.js'
import { DECISIONS, DELIVERIES, DELIVERY, DELIVERY_FILES } from './delivery-queries.js'
import { deliveryRun } from './delivery-run.js'
import { keepUnknownKeys, rereadRow } from '../storing/file-rows.js'
import type { PlaceDto } from '../intake.dto.js'
import { holdIntake } from '../../platform/intake-lock.js'
import { deliveryName, placeOf } from '../intake.service.js'
import { ScriptMemory } from '../placing/known-scripts.js'
import { unpacked } from '../storing/original-copy.js'
import { disposeOf, readFiles, type ReadFile, type UnreadFile } from '../reading/read-file.js'
import { forgetUnused, lockRun, mustBeOpen, moveFiles, removeFiles, resettle } from './rework.js'
import { placeFile } from '../placing/place-tests.js'
import { storeFile } from '../storing/store-file.js'
import { findTarget, isForgotten, resolveTarget, type Target } from '../placing/target.js'

interface DeliveryRecord extends Omit<DeliveryDetail, 'at' | 'run' | 'undone' | 'files' | 'decided' | 'decisions'> {
  at: Date
  runId: number | null
  undoneAt: Date | null
  undoneBy: string | null
}

/** A delivery and its files as they are locked for a change. */
interface Held {
  id: number
  target: DeliveryPlace
  run: Target | null
  /** Files that are in the run. */
  fileIds: number[]
}

interface FileRow {
  name: string
  original: string | null
  status: string
  /** Where it stood when it was read; null for one that never was, or before that was kept. */
  path: string | null
  root: string | null
}

/** Deliveries after they came in: what became of them, and what a person can still do about it. */
@Injectable()
export class DeliveriesService {
  constructor(
    private readonly runs: RunsService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
    private readonly scripts: ScriptMemory,
    readonly threads: ThreadPool,
  ) {}

  async list({ project }: Context): Promise<DeliveryRow[]> {
    const rows = await rowsOf<Omit<DeliveryRow, 'at'> & { at: Date }>(this, DELIVERIES, { projectId: project.id })
    return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
  }

  async get(context: Context, id: number): Promise<DeliveryDetail> {
    const record = await this.record(context.project, id)
    const { at, runId, undoneAt, undoneBy, ...rest } = record
    const [files, run, decided, decisions] = await Promise.all([
      this.files(id),
      runId === null ? null : this.runs.record(context, runId),
      decidedOf(this, id),
      rowsOf<Decision>(this, DECISIONS, { id, prefix: context.project.keyPrefix }),
    ])
    return {
      ...rest,
      at: at.toISOString(),
      run: run && deliveryRun(run),
      undone: undoneAt && { at: undoneAt.toISOString(), by: undoneBy ?? '' },
      decided,
      decisions,
      files,
    }
  }

  /** A file as it was delivered. */
  async original({ project }: Context, id: number, fileId: number): Promise<{ name: string; content: Readable }> {
    const { name, original } = await this.fileRow(project, id, fileId)
    return { name, content: await this.unpacked(name, original) }
  }

  /** Takes a whole delivery out of its run. Its files and their originals are kept: reading them again takes it in again. */
  async undo(context: Context, id: number): Promise<DeliveryDetail> {
    const { project, caller } = context
    await this.change(context, 'delivery.undone', id, async (db, held) => {
      if (!held.run) throw new Problem('conflict', 'notStored', 'Nothing of this delivery is stored, so there is nothing to undo')
      await detach(db, held.run.runId, id)
      const scriptIds = await removeFiles(db, held.run, held.fileIds)
      await run(db, 'update result_file set run_id = null where delivery_id = $id', { id })
      await run(db, 'update delivery set run_id = null, undone_at = now(), undone_by = $by where id = $id', { id, by: caller.accountId })
      await forgetUnused(db, project.id, id, scriptIds)
    })
    return this.get(context, id)
  }

  /** Moves a delivery to another run; one that was undone is only told where to go. */
  async move(context: Context, id: number, dto: PlaceDto): Promise<DeliveryDetail> {
    const { project, caller } = context
    await this.change(context, 'delivery.moved', id, async (db, held) => {
      if (held.run) await this.moveStored(db, project, held, dto)
      const [by] = await rowsOf<{ name: string }>(db, 'select name from account where id = $id', { id: caller.accountId })
      const { pipeline, build, environment } = held.target
      await run(db, 'update delivery set target = $target::jsonb, notes = notes || $note::jsonb where id = $id', {
        id,
        target: JSON.stringify(placeOf(dto)),
        note: JSON.stringify([`Moved here by ${by?.name ?? ''} from build ${build} of ${pipeline} in ${environment}`]),
      })
      await forgetUnused(db, project.id, id, [])
    })
    return this.get(context, id)
  }

  private async moveStored(db: InTransaction, project: Project, { id, run: from, fileIds }: Held, dto: PlaceDto): Promise<void> {
    if (!from) return
    const [begun] = await rowsOf<{ startedAt: Date }>(db, 'select started_at as "startedAt" from run where id = $runId', {
      runId: from.runId,
    })
    const to = await resolveTarget(db, project.id, dto, begun?.startedAt ?? new Date(), { made: [], notes: [] })
    if (to.runId === from.runId) throw new Problem('conflict', 'sameRun', 'The delivery is in that run already')
    const [twin] = await rowsOf<{ name: string }>(
      db,
      `select f.name from result_file f join result_file there on there.sha256 = f.sha256
       where f.id = any($fileIds::int[]) and there.run_id = $runId limit 1`,
      { fileIds, runId: to.runId },
    )
    if (twin)
      throw new Problem('conflict', 'already', `That run has “${twin.name}” already, so the delivery was not moved. Undo it instead`)
    await detach(db, from.runId, id)
    await moveFiles(db, from, to, fileIds)
    await run(db, 'update delivery set run_id = $runId where id = $id', { id, runId: to.runId })
    await this.attachAgain(db, project, to)
  }

  /** Reads a kept file with the reader of today, in place of what it brought before. */
  async readAgain(context: Context, id: number, fileId: number): Promise<DeliveryFile> {
    const { project } = context
    const { name, original, status, path, root } = await this.fileRow(project, id, fileId)
    if (status === 'attached') {
      await this.change(context, 'delivery.readAgain', id, (db, held) => this.takeInAttached(db, project, held))
      return this.fileOf(id, fileId)
    }
    const content = await this.unpacked(name, original)
    for await (const read of readFiles(
      { name, chunks: content, cut: () => false, ...(path === null ? {} : { place: { path, root } }) },
      this,
    )) {
      try {
        await this.change(context, 'delivery.readAgain', id, (db, held) =>
          'stage' in read ? this.replace(db, project, held, fileId, read, original ?? '') : this.refuse(db, fileId, read),
        )
      } finally {
        disposeOf(read)
      }
    }
    return this.fileOf(id, fileId)
  }

  private async fileOf(id: number, fileId: number): Promise<DeliveryFile> {
    const [file] = await this.files(id, fileId)
    if (!file) throw notFound('file', fileId)
    return file
  }

  /** All that a delivery attached is attached again, to the run that it names. */
  private async takeInAttached(db: InTransaction, project: Project, held: Held): Promise<void> {
    const found = held.run ?? (await findTarget(db, project.id, dtoOf(held.target)))
    const place = found && (await lockRun(db, found.runId))
    if (!place) throw new Problem('conflict', 'noRun', `Build ${held.target.build} no longer has a run that this could be attached to`)
    await run(db, 'update delivery set run_id = $runId, undone_at = null, undone_by = null where id = $id', {
      id: held.id,
      runId: place.runId,
    })
    await this.attachAgain(db, project, place)
  }

  private async replace(db: InTransaction, project: Project, held: Held, fileId: number, file: ReadFile, original: string): Promise<void> {
    const startedAt = new Date(file.findings.startedAt ?? Date.now())
    const place = held.run ?? (await resolveTarget(db, project.id, dtoOf(held.target), startedAt, { made: [], notes: [] }))
    const lost = held.fileIds.includes(fileId) ? await removeFiles(db, place, [fileId]) : []
    if (!(await rereadRow(db, fileId, place.runId, file, original)))
      throw new Problem('conflict', 'already', `The run has “${file.name}” already, by another delivery`)
    const placed = await placeFile(db, project, file, { fileId })
    const retried = await storeFile(db, this.blobs, project, place, fileId, file, placed)
    await keepUnknownKeys(db, fileId, placed.unknownKeys)
    await resettle(db, place, retried)
    await run(db, 'update delivery set run_id = $runId, undone_at = null, undone_by = null where id = $id', {
      id: held.id,
      runId: place.runId,
    })
    await this.attachAgain(db, project, place)
    await forgetUnused(db, project.id, held.id, lost)
  }

  /** What deliveries attached to a run finds the results that it has now. */
  private async attachAgain(db: InTransaction, project: Project, run: Target): Promise<void> {
    await storeBeside(db, project.id, run.runId, await matchBeside(db, run, await attachedTo(db, run.runId)))
  }

  /** What was stored stays stored, whatever the reader says today. */
  private async refuse(db: InTransaction, fileId: number, { refusal }: UnreadFile): Promise<void> {
    const { code, message } = refusal
    const refused = await rowsOf(
      db,
      `update result_file set error = $error::jsonb, read_at = now() where id = $fileId and status = 'refused' returning id`,
      { fileId, error: JSON.stringify({ code, message }) },
    )
    if (refused.length === 0)
      throw new Problem('conflict', 'refusedNow', `The current reader refuses it, so its results stay as they were: ${message}`)
  }

  /** A change to a delivery while nothing else comes into the project. */
  private async change(
    { project, caller }: Context,
    kind: 'delivery.undone' | 'delivery.moved' | 'delivery.readAgain',
    id: number,
    work: (db: InTransaction, held: Held) => Promise<void>,
  ): Promise<void> {
    await this.sequelize.transaction(async (transaction) => {
      const db = { sequelize: this.sequelize, transaction }
      await holdIntake(db, project.id)
      const [delivery] = await rowsOf<{ target: DeliveryPlace; runId: number | null; source: string }>(
        db,
        'select target, run_id as "runId", source from delivery where id = $id and project_id = $projectId for update',
        { id, projectId: project.id },
      )
      if (!delivery) throw notFound('delivery', id)
      if (delivery.source === 'manual')
        throw new Problem('conflict', 'manual', 'These results were given by hand; change them by doing the cases again')
      const run = await lockRun(db, delivery.runId)
      if (run) await mustBeOpen(db, run.runId)
      if (run?.forgottenAt) throw isForgotten(delivery.target.build, run.forgottenAt)
      const files = await rowsOf<{ id: number }>(db, 'select id from result_file where delivery_id = $id and run_id is not null', { id })
      await work(db, { id, target: delivery.target, run, fileIds: files.map((file) => file.id) })
      const [after] = await rowsOf<{ target: DeliveryPlace }>(db, 'select target from delivery where id = $id', { id })
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind,
        subject: { id, name: deliveryName(delivery.target) },
        changes: after ? placeChange(id, delivery.target, after.target) : [],
      })
    })
    this.scripts.forget(project.id)
  }

  private async record(project: Project, id: number): Promise<DeliveryRecord> {
    const [record] = await rowsOf<DeliveryRecord>(this, DELIVERY, { id, projectId: project.id })
    if (!record) throw notFound('delivery', id)
    return record
  }

  private async files(id: number, fileId: number | null = null): Promise<DeliveryFile[]> {
    const rows = await rowsOf<Omit<DeliveryFile, 'readAt'> & { readAt: Date }>(this, DELIVERY_FILES, { id, fileId })
    return rows.map((row) => ({ ...row, readAt: row.readAt.toISOString() }))
  }

  private async fileRow(project: Project, id: number, fileId: number): Promise<FileRow> {
    const [row] = await rowsOf<FileRow>(
      this,
      `select name, encode(original, 'hex') as original, status, path, root from result_file where id = $fileId and delivery_id = $id and project_id = $projectId`,
      { id, fileId, projectId: project.id },
    )
    if (!row) throw notFound('file', fileId)
    return row
  }

  private async unpacked(name: string, original: string | null): Promise<Readable> {
    const content = original === null ? null : await unpacked(this.blobs, original)
    if (!content)
      throw new Problem('notFound', 'noOriginal', `“${name}” was not kept as delivered, so it can’t be downloaded or read again`)
    return content
  }
}

/** Where a delivery went, if that changed. */
function placeChange(id: number, before: DeliveryPlace, after: DeliveryPlace): ActChange[] {
  const fields = (Object.keys(before) as (keyof DeliveryPlace)[]).filter((field) => before[field] !== after[field])
  const only = (place: DeliveryPlace) => Object.fromEntries(fields.map((field) => [field, place[field]]))
  return fields.length === 0 ? [] : [{ kind: 'delivery', id, name: deliveryName(after), before: only(before), after: only(after) }]
}

const dtoOf = ({ commit, run, trial, ...place }: DeliveryPlace): PlaceDto => ({
  ...place,
  ...(commit !== null && { commit }),
  ...(run && { run }),
  ...(trial && { trial: 'true' }),
})
