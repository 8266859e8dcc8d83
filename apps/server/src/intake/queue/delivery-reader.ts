import { Inject, Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Belongs } from '@bobbin/core'
import { AccessService } from '../../access/index.js'
import { announce } from '../../events/announce.js'
import { BLOBS, type BlobStore } from '../../platform/blobs/blob-store.js'
import { inTransaction, rowsOf, run } from '../../platform/database.js'
import { Jobs } from '../../platform/jobs/jobs.js'
import { unpacked } from '../storing/original-copy.js'
import { IntakeService } from '../intake.service.js'
import type { TargetDto } from '../intake.dto.js'
import * as sql from './queue-queries.js'

/** Looked for so often where no job is under way: deliveries that were put off, and those of a database that was put back. */
const LOOK_S = 5
/** After so many tries a delivery waits for a person. */
const MOST_TRIES = 5
const FIRST_WAIT_S = 5

interface Claimed {
  id: number
  projectId: number
  accountId: number
  asked: TargetDto
  tries: number
}

/**
 * Reads deliveries that wait, one after the other in each server process. How often a delivery was tried, and when it is tried again, stands
 * in its own row, where its page shows it; the job only says that somebody reads it now. Each file is stored once, whoever reads it how
 * often (unique by run and content).
 */
@Injectable()
export class DeliveryReader {
  private readonly log = new Logger('DeliveryReader')

  constructor(
    private readonly intake: IntakeService,
    private readonly access: AccessService,
    private readonly jobs: Jobs,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
  ) {
    jobs.define<{ id: number }>({
      name: sql.READ_JOB,
      // its own row counts tries
      retries: 1000,
      retrySeconds: 1,
      withinSeconds: 6 * 3600,
      pollSeconds: 0.5,
      work: ({ id }) => this.readOne(id),
    })
    jobs.define({ name: 'deliveries.due', everySeconds: LOOK_S, retries: 0, withinSeconds: 60, work: () => this.sendDue() })
  }

  private async sendDue(): Promise<void> {
    for (const { id } of await rowsOf<{ id: number }>(this, sql.DUE))
      await inTransaction(this, (db) => this.jobs.enqueue(db, sql.READ_JOB, { id }, { key: String(id) }))
  }

  private async readOne(id: number): Promise<void> {
    const [claimed] = await rowsOf<Claimed>(this, sql.CLAIM, { id })
    if (!claimed) return
    await announce(this, claimed.projectId, ['runs'])
    try {
      if (claimed.tries > MOST_TRIES) throw new Error(`The server broke off ${MOST_TRIES} times while it was read`)
      await this.read(claimed)
    } catch (error) {
      const givesUp = claimed.tries >= MOST_TRIES
      this.log.warn(`Delivery ${id} could not be read (try ${claimed.tries}): ${messageOf(error)}`)
      const seconds = FIRST_WAIT_S * 4 ** (claimed.tries - 1)
      await run(this, sql.PUT_OFF, { id, problem: messageOf(error), givesUp, seconds })
    }
    await announce(this, claimed.projectId, ['runs'])
  }

  private async read({ id, projectId, accountId, asked }: Claimed): Promise<void> {
    const context = await this.access.contextOf(accountId, projectId)
    const delivery = this.intake.resume(id, context, asked)
    try {
      const files = await rowsOf<{ name: string; attachment: boolean; belongs: Belongs | null; hash: string }>(this, sql.WAITING_FILES, {
        id,
      })
      for (const { name, attachment, belongs, hash } of files) {
        const chunks = await unpacked(this.blobs, hash)
        if (!chunks) throw new Error(`“${name}” is not in the store of contents`)
        const file = { name, chunks, cut: () => false }
        await (attachment ? delivery.attach(file, belongs) : delivery.take(file))
      }
      await delivery.finish((db, report) => run(db, sql.END_READING, { id, report: JSON.stringify(report) }))
    } finally {
      delivery.dispose()
    }
  }
}

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
