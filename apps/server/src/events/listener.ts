import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common'
import pg from 'pg'
import { Subject, type Observable } from 'rxjs'
import { CONFIG, type Config } from '../platform/config.js'
import { type Announcement, CHANNEL } from './announce.js'

const RETRY_MS = 1000

/** Hears what any server process announces, on one connection of its own; when that breaks it is made anew. */
@Injectable()
export class ChangeListener implements OnModuleInit, OnApplicationShutdown {
  private readonly heard = new Subject<Announcement | 'missed'>()
  private readonly log = new Logger('Changes')
  private client: pg.Client | null = null
  private retry: NodeJS.Timeout | null = null
  private stopped = false
  /** When this process began to hear, and when it last heard of each project since, by `performance.now()`. */
  private since = performance.now()
  private readonly last = new Map<number, number>()

  constructor(@Inject(CONFIG) private readonly config: Config) {}

  /** Announcements of all projects; `missed` after a time in which some may have been lost. */
  get changes(): Observable<Announcement | 'missed'> {
    return this.heard
  }

  /** For how many milliseconds nothing of a project has changed, as far back as this process can tell. */
  quietMs(projectId: number): number {
    return performance.now() - (this.last.get(projectId) ?? this.since)
  }

  async onModuleInit(): Promise<void> {
    await this.connect()
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.config.databaseUrl, keepAlive: true })
    client.on('error', () => undefined) // `end` follows
    client.on('end', () => this.lost())
    client.on('notification', ({ payload }) => this.hear(JSON.parse(payload ?? '{}') as Announcement))
    await client.connect()
    await client.query(`listen ${CHANNEL}`)
    this.since = performance.now()
    this.last.clear()
    this.client = client
  }

  private hear(change: Announcement): void {
    this.last.set(change.projectId, performance.now())
    this.heard.next(change)
  }

  private lost(): void {
    if (this.stopped) return
    this.client = null
    this.log.warn('The connection that hears of changes broke; making a new one')
    this.again()
  }

  /** A try that fails is told twice, by the connection's end and by its error: one more try is made for both. */
  private again(): void {
    this.retry ??= setTimeout(() => {
      this.retry = null
      this.connect().then(
        () => this.heard.next('missed'),
        (error: unknown) => {
          this.log.warn(`No connection yet: ${error instanceof Error ? error.message : String(error)}`)
          if (!this.stopped) this.again()
        },
      )
    }, RETRY_MS)
  }

  async onApplicationShutdown(): Promise<void> {
    this.stopped = true
    if (this.retry) clearTimeout(this.retry)
    this.heard.complete()
    await this.client?.end()
  }
}
