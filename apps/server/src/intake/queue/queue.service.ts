import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../../access/index.js'
import type { DeliveryPlace, DeliveryReport, QueuedDelivery } from '../../contract/index.js'
import { announce } from '../../events/announce.js'
import { BLOBS, type BlobStore } from '../../platform/blobs/blob-store.js'
import { actorOf, record } from '../../platform/acts/index.js'
import { afterCommit, inTransaction, rowsOf, run } from '../../platform/database.js'
import { Jobs } from '../../platform/jobs/jobs.js'
import { notFound, Problem } from '../../platform/problem.js'
import { NOTHING_DECIDED } from '../deliveries/delivery-decided.js'
import type { Taker } from '../reading/incoming-files.js'
import { addDelivery, deliveryName, placeOf, recordSent } from '../intake.service.js'
import type { TargetDto } from '../intake.dto.js'
import * as sql from './queue-queries.js'
import { WaitingDelivery } from './waiting-delivery.js'

/** Large deliveries: stored first, read by whichever server process is free (DeliveryReader). */
@Injectable()
export class QueueService {
  constructor(
    private readonly jobs: Jobs,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
  ) {}

  /** Stores a delivery's files to be read later. One that breaks off leaves nothing. */
  async take(context: Context, dto: TargetDto, files: (taker: Taker) => Promise<void>): Promise<DeliveryReport> {
    const id = await addDelivery(this, context, dto, 'coming')
    const delivery = new WaitingDelivery(id, this, this.blobs)
    try {
      await files(delivery)
    } catch (error) {
      await run(this, sql.FORGET_COMING, { id })
      throw error
    }
    await inTransaction(this, async (db) => {
      await run(db, sql.BEGIN_WAITING, { id, changedFiles: delivery.changedFiles && JSON.stringify(delivery.changedFiles) })
      await this.jobs.enqueue(db, sql.READ_JOB, { id }, { key: String(id) })
      afterCommit(db, () => this.jobs.hurry(sql.READ_JOB))
      await recordSent(db, context, id, placeOf(dto))
      await announce(db, context.project.id, ['runs'])
    })
    return waitingReport(id)
  }

  /** Forgets what was left when a server went away while a delivery came in: its sender has sent it again, or never will. */
  async forgetBroken(): Promise<void> {
    for (const { id } of await rowsOf<{ id: number }>(this, sql.LONG_COMING)) await run(this, sql.FORGET_COMING, { id })
  }

  async list({ project }: Context): Promise<QueuedDelivery[]> {
    type Row = Omit<QueuedDelivery, 'at' | 'dueAt'> & { at: Date; dueAt: Date | null }
    const rows = await rowsOf<Row>(this, sql.QUEUE, { projectId: project.id })
    return rows.map((row) => ({ ...row, at: row.at.toISOString(), dueAt: row.dueAt?.toISOString() ?? null }))
  }

  /** Tries at once what was given up or put off. */
  async retry({ project, caller }: Context, id: number): Promise<void> {
    await inTransaction(this, async (db) => {
      const [again] = await rowsOf<{ target: DeliveryPlace }>(db, sql.RETRY, { id, projectId: project.id })
      if (!again) throw new Problem('conflict', 'notWaiting', `Delivery ${id} is not waiting and has not failed`)
      await this.jobs.enqueue(db, sql.READ_JOB, { id }, { key: String(id) })
      afterCommit(db, () => this.jobs.hurry(sql.READ_JOB))
      const subject = { id, name: deliveryName(again.target) }
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'delivery.retried', subject })
    })
  }

  /** What a delivery came to, as its sender would have been answered; while it is not read, that it waits. */
  async report({ project }: Context, id: number): Promise<DeliveryReport> {
    const [row] = await rowsOf<{ state: string; report: DeliveryReport | null; problem: string | null }>(
      this,
      'select state, report, problem from delivery where id = $id and project_id = $projectId',
      { id, projectId: project.id },
    )
    if (!row) throw notFound('delivery', id)
    if (row.report) return row.report
    if (row.state === 'failed')
      throw new Problem(
        'conflict',
        'readingFailed',
        `Delivery ${id} could not be read: ${row.problem ?? 'nobody knows why'}. It is kept, and can be tried again on its page`,
      )
    if (row.state === 'taken')
      throw new Problem('notFound', 'noReport', `Delivery ${id} was answered when it arrived; see its page for the outcome`)
    return waitingReport(id)
  }
}

const waitingReport = (deliveryId: number): DeliveryReport => ({
  deliveryId,
  state: 'waiting',
  run: null,
  made: [],
  notes: [],
  files: [],
  newScripts: 0,
  decided: NOTHING_DECIDED,
  changes: null,
})
