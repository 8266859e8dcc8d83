import { Inject, Injectable, Logger, type OnApplicationShutdown, type OnModuleInit } from '@nestjs/common'
import pg from 'pg'
import { Subject, type Observable } from 'rxjs'
import { CONFIG, type Config } from '../platform/config.js'
import { ACCESS_CHANNEL } from '../access/index.js'
import { CHANGES_CHANNEL } from '../platform/acts/index.js'
import type { Announcement } from './announce.js'

const RETRY_MS = 1000
/** Sums of a live run are passed on so often at most: faster than anybody reads, however many batches come and pages are open. */
const SUMS_MS = 200

/** Hears what any server process announces, on one connection of its own; when that breaks it is made anew. */
@Injectable()
export class ChangeListener implements OnModuleInit, OnApplicationShutdown {
  private readonly heard = new Subject<Announcement | 'missed'>()
  private readonly accounts = new Subject<number>()
  private readonly log = new Logger('Changes')
  private client: pg.Client | null = null
  private retry: NodeJS.Timeout | null = null
  private stopped = false
  /** When this process began to hear, and when it last heard of each project since, by `performance.now()`. */
  private since = performance.now()
  private readonly last = new Map<number, number>()
  /** Runs whose sums were just passed on, with those that came since. */
  private readonly resting = new Map<number, { timer: NodeJS.Timeout; newest: Announcement | null }>()

  constructor(@Inject(CONFIG) private readonly config: Config) {}

  /** Announcements of all projects; `missed` after a time in which some may have been lost. */
  get changes(): Observable<Announcement | 'missed'> {
    return this.heard
  }

  /** Accounts of which it changed what they may see. */
  get access(): Observable<number> {
    return this.accounts
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
    client.on('notification', ({ channel, payload }) => {
      if (channel === ACCESS_CHANNEL) this.accounts.next(Number(payload))
      else this.hear(JSON.parse(payload ?? '{}') as Announcement)
    })
    await client.connect()
    await client.query(`listen ${CHANGES_CHANNEL}; listen ${ACCESS_CHANNEL}`)
    this.since = performance.now()
    this.last.clear()
    this.client = client
  }

  private hear(change: Announcement): void {
    this.last.set(change.projectId, performance.now())
    if (change.live) return this.hearSums(change, change.live.runId)
    // what is told of later is heard later
    for (const [runId, { newest }] of this.resting) if (newest?.projectId === change.projectId) this.passSums(runId)
    this.heard.next(change)
  }

  /** The first sums are passed on at once, of those that follow closely only the newest. */
  private hearSums(change: Announcement, runId: number): void {
    const resting = this.resting.get(runId)
    if (resting) resting.newest = change
    else this.pass(change, runId)
  }

  private pass(change: Announcement, runId: number): void {
    this.resting.set(runId, { timer: setTimeout(() => this.passSums(runId), SUMS_MS).unref(), newest: null })
    this.heard.next(change)
  }

  private passSums(runId: number): void {
    const { timer, newest } = this.resting.get(runId) ?? {}
    clearTimeout(timer)
    this.resting.delete(runId)
    if (newest) this.pass(newest, runId)
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
    for (const { timer } of this.resting.values()) clearTimeout(timer)
    this.heard.complete()
    await this.client?.end()
  }
}
