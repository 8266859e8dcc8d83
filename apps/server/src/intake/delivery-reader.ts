import { Inject, Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import pg from 'pg'
import { Sequelize } from 'sequelize-typescript'
import type { Belongs } from '@bobbin/core'
import { AccessService } from '../access/index.js'
import { announce } from '../events/announce.js'
import { BLOBS, type BlobStore } from '../platform/blobs/blob-store.js'
import { CONFIG, type Config } from '../platform/config.js'
import { rowsOf, run } from '../platform/database.js'
import { unpacked } from './original-copy.js'
import { IntakeService } from './intake.service.js'
import type { TargetDto } from './intake.dto.js'
import * as sql from './queue-queries.js'

/** Looked for so often where nobody tells: deliveries that were put off, and those whose reader is gone. */
const LOOK_MS = 5000
/** After so many tries a delivery waits for a person. */
const MOST_TRIES = 5
const FIRST_WAIT_S = 5
/** Locks of this kind are those of deliveries that are being read. */
const READING = 0x4ead

interface Claimed {
  id: number
  projectId: number
  accountId: number
  asked: TargetDto
  tries: number
}

/**
 * Reads deliveries that wait, one after the other. Whoever reads one holds a lock on a connection of its own: when the process goes, so
 * does the lock, and another reads on. Each file is stored once, whoever reads it how often (unique by run and content).
 */
@Injectable()
export class DeliveryReader implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly log = new Logger('DeliveryReader')
  private client: pg.Client | null = null
  private timer: NodeJS.Timeout | null = null
  private reading: Promise<void> | null = null
  private again = false
  private stopped = false

  constructor(
    private readonly intake: IntakeService,
    private readonly access: AccessService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(BLOBS) private readonly blobs: BlobStore,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => this.look(), LOOK_MS)
    this.timer.unref()
    this.look()
  }

  async onApplicationShutdown(): Promise<void> {
    this.stopped = true
    if (this.timer) clearInterval(this.timer)
    await this.reading
    await this.client?.end()
  }

  private look(): void {
    if (this.stopped) return
    this.again = true
    this.reading ??= this.readAll()
      .catch((error: unknown) => this.log.warn(`Waiting deliveries could not be read: ${messageOf(error)}`))
      .finally(() => (this.reading = null))
  }

  private async readAll(): Promise<void> {
    this.client ??= await this.connect()
    while (this.again && !this.stopped) {
      this.again = false
      for (const { id } of await rowsOf<{ id: number }>(this, sql.DUE)) {
        if (this.stopped) return
        const { rows } = await this.client.query<{ mine: boolean }>('select pg_try_advisory_lock($1, $2) as mine', [READING, id])
        if (!rows[0]?.mine) continue
        try {
          if (await this.readOne(id)) this.again = true
        } finally {
          await this.client?.query('select pg_advisory_unlock($1, $2)', [READING, id])
        }
      }
    }
  }

  private async connect(): Promise<pg.Client> {
    const client = new pg.Client({ connectionString: this.config.databaseUrl, keepAlive: true })
    client.on('error', () => undefined) // `end` follows
    client.on('end', () => (this.client = null))
    client.on('notification', () => this.look())
    await client.connect()
    await client.query(`listen ${sql.READING_CHANNEL}`)
    return client
  }

  /** @returns whether there was something to read */
  private async readOne(id: number): Promise<boolean> {
    const [claimed] = await rowsOf<Claimed>(this, sql.CLAIM, { id })
    if (!claimed) return false
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
    return true
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
