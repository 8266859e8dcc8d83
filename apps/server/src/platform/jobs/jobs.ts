import { createRequire } from 'node:module'
import { Inject, Injectable, Logger, type BeforeApplicationShutdown, type OnApplicationBootstrap } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import pg from 'pg'
import PgBoss from 'pg-boss'
import { Sequelize } from 'sequelize-typescript'
import { CONFIG, type Config } from '../config.js'
import { clientOf, type InTransaction, rowsOf } from '../database.js'

/** Jobs have a schema of their own in the same database. */
export const JOBS_SCHEMA = 'jobs'
/** Locks of this kind are those of jobs under way. */
const LEASE = 0x10b5
/** Jobs whose process is gone are looked for so often. */
const REAP_MS = 2000
const DAY_S = 86_400

export interface JobKind<T extends object = Record<string, never>> {
  /** A name of dots and small letters that stays for ever. */
  name: string
  /** Does the work; may be done again after a failure, or when its process was killed, and leaves the data as if it had been done once. */
  work: (data: T) => Promise<void>
  /** Begun by itself: at times (cron, in UTC), or so often, once whatever the number of server processes. */
  cron?: string
  everySeconds?: number
  /** Tried again so many times, at growing distances from the first number of seconds on, before it waits for a person. */
  retries?: number
  retrySeconds?: number
  /** Work that takes longer is taken for dead, in seconds. */
  withinSeconds?: number
  /** Looked for so often, in seconds. */
  pollSeconds?: number
  /** Of jobs with the same key one waits at most; with \`alone\` (as usual) one is worked on at most, too. */
  alone?: boolean
}

/** A job that failed for the last time. */
export interface DeadJob {
  id: string
  name: string
  data: unknown
  problem: string
  failedAt: Date
  tries: number
}

const DEAD = `
select id::text as id, name, data, coalesce(output ->> 'message', output::text, '') as problem, completed_on as "failedAt", retry_count + 1 as tries
from ${JOBS_SCHEMA}.job where state = 'failed' and name <> all($periodic::text[]) order by completed_on desc limit 200`

const WAITING = `
select name, count(*) filter (where state in ('created', 'retry') and start_after <= now())::int as due,
  count(*) filter (where state in ('created', 'retry') and start_after > now())::int as later,
  count(*) filter (where state = 'active')::int as active, count(*) filter (where state = 'failed')::int as failed,
  max(completed_on) filter (where state = 'completed') as "lastDone"
from ${JOBS_SCHEMA}.job where name not like '\\_\\_pgboss%' group by name order by name`

const ACTIVE = `select id::text as id from ${JOBS_SCHEMA}.job where state = 'active' and name = any($names::text[])`

/** What nobody works on any more is begun again at once; a job that ends its process each time is not begun for ever. */
const TAKE_UP = `
update ${JOBS_SCHEMA}.job set start_after = now(),
  state = case when retry_count >= retry_limit then 'failed' else 'retry' end::${JOBS_SCHEMA}.job_state,
  completed_on = case when retry_count >= retry_limit then now() end,
  output = case when retry_count >= retry_limit then '{"message": "Its server process ended each time while it worked on this"}'::jsonb else output end
where id = any($ids::uuid[]) and state = 'active' returning id`

export interface JobQueue {
  name: string
  due: number
  later: number
  active: number
  failed: number
  lastDone: Date | null
}

/**
 * Background work in the same database (pg-boss): any number of server processes share it, and each job is done once as seen by the data.
 * Whoever works on a job holds a lock on a connection of its own: when the process is killed the lock goes with it, and another takes the
 * job up within seconds, long before its time is over.
 */
@Injectable()
export class Jobs implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly log = new Logger('Jobs')
  private readonly kinds = new Map<string, JobKind>()
  private readonly boss: PgBoss
  private readonly workers = new Map<string, string>()
  private timers: NodeJS.Timeout[] = []
  private leases: pg.Client | null = null
  private asking: Promise<unknown> = Promise.resolve()
  /** Jobs that this process works on: their locks are its own, and it would get them again. */
  private readonly own = new Set<string>()
  /** Jobs that nobody held at the last look. */
  private free = new Set<string>()
  private stopped = false
  private started: Promise<void> | null = null

  constructor(
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    this.boss = new PgBoss({
      connectionString: config.databaseUrl,
      schema: JOBS_SCHEMA,
      max: 3,
      archiveCompletedAfterSeconds: 3600,
      archiveFailedAfterSeconds: 30 * DAY_S,
      deleteAfterDays: 2,
      maintenanceIntervalSeconds: 300,
    })
    this.boss.on('error', this.warn)
  }

  /** Logs an error that stops nothing. Statements still under way while the server stops find their connections closed: they come again with the next start. */
  private readonly warn = (error: unknown): void => {
    if (!this.stopped) this.log.warn(messageOf(error))
  }

  /** To be called while modules are made, before any job is begun. */
  define<T extends object>(kind: JobKind<T>): void {
    if (this.kinds.has(kind.name)) throw new Error(`the job ${kind.name} is defined twice`)
    this.kinds.set(kind.name, kind as unknown as JobKind)
  }

  onApplicationBootstrap(): void {
    this.started = this.start().catch((error: unknown) => this.log.error(`Jobs can’t be begun: ${messageOf(error)}`))
  }

  private async start(): Promise<void> {
    await this.boss.start()
    if (this.stopped) return
    await this.connect()
    for (const kind of this.kinds.values()) await this.serve(kind)
    this.timers.push(setInterval(() => void this.takeUpLost().catch(this.warn), REAP_MS).unref())
  }

  private async serve(kind: JobKind): Promise<void> {
    const { name, cron, everySeconds, retries = 3, retrySeconds = 5, withinSeconds = 900, pollSeconds = 2, alone = true } = kind
    const options = { retryLimit: retries, retryDelay: retrySeconds, retryBackoff: true, expireInSeconds: withinSeconds, retentionDays: 30 }
    const queue: PgBoss.Queue = { name, policy: alone ? 'stately' : 'short', ...options }
    await this.boss.createQueue(name, queue)
    await this.boss.updateQueue(name, queue)
    const worker = await this.boss.work(name, { pollingIntervalSeconds: pollSeconds, batchSize: 1 }, ([job]) =>
      job ? this.work(kind, job) : Promise.resolve(),
    )
    this.workers.set(name, worker)
    if (cron) await this.boss.schedule(name, cron, {}, { tz: 'UTC' })
    if (everySeconds !== undefined) {
      const send = () => void this.boss.send(name, {}, { singletonSeconds: everySeconds }).catch(this.warn)
      send()
      this.timers.push(setInterval(send, everySeconds * 1000).unref())
    }
  }

  private async work(kind: JobKind, job: PgBoss.Job<unknown>): Promise<void> {
    const held = await this.lease(job.id)
    this.own.add(job.id)
    try {
      await kind.work(job.data as Record<string, never>)
    } catch (error) {
      this.log.warn(`${kind.name} failed: ${messageOf(error)}`)
      throw error
    } finally {
      this.own.delete(job.id)
      if (held) await this.letGo(job.id)
    }
  }

  /** Begins a job when a transaction commits, and not otherwise. @param key of jobs with the same one a single one waits */
  async enqueue(
    db: InTransaction,
    name: string,
    data: object,
    { key, afterSeconds }: { key?: string; afterSeconds?: number } = {},
  ): Promise<void> {
    // a queue that is not there yet would take nothing
    await this.started
    const client = clientOf(db.transaction)
    const id = await this.boss.send(name, data, {
      db: { executeSql: (text, values) => client.query(text, values as unknown[]) },
      ...(key !== undefined && { singletonKey: key }),
      ...(afterSeconds !== undefined && { startAfter: afterSeconds }),
    })
    if (id === null && key === undefined) throw new Error(`the job ${name} could not be begun`)
  }

  /** Has this process look for jobs of a kind at once. */
  hurry(name: string): void {
    const worker = this.workers.get(name)
    if (worker !== undefined && !this.stopped) this.boss.notifyWorker(worker)
  }

  /** Jobs of each kind, by how far they are. */
  queues(): Promise<JobQueue[]> {
    return rowsOf<JobQueue>(this, WAITING)
  }

  /** Jobs that failed for the last time, newest first; not those that are begun again by themselves. */
  dead(): Promise<DeadJob[]> {
    const periodic = [...this.kinds.values()].filter(({ cron, everySeconds }) => cron || everySeconds !== undefined)
    return rowsOf<DeadJob>(this, DEAD, { periodic: periodic.map(({ name }) => name) })
  }

  /** Tries a job again that failed for the last time. @returns its name, null when there is no such job */
  async retry(id: string): Promise<string | null> {
    const [job] = await rowsOf<{ name: string }>(this, `select name from ${JOBS_SCHEMA}.job where id = $id::uuid and state = 'failed'`, {
      id,
    })
    if (!job) return null
    await this.boss.retry(job.name, id)
    return job.name
  }

  private async connect(): Promise<void> {
    const client = new pg.Client({ connectionString: this.config.databaseUrl, keepAlive: true })
    client.on('error', () => undefined) // `end` follows
    client.on('end', () => (this.leases = null))
    await client.connect()
    this.leases = client
  }

  private async lease(id: string): Promise<boolean> {
    const rows = await this.ask<{ held: boolean }>('select pg_try_advisory_lock($1, hashtext($2)) as held', id)
    return rows[0]?.held ?? false
  }

  private async letGo(id: string): Promise<void> {
    await this.ask('select pg_advisory_unlock($1, hashtext($2))', id).catch(() => undefined)
  }

  /** One statement after the other: the locks are those of one connection. */
  private ask<T extends pg.QueryResultRow>(sql: string, id: string): Promise<T[]> {
    const answer = this.asking.then(async () => {
      if (!this.leases) await this.connect()
      return (await this.leases?.query<T>(sql, [LEASE, id]))?.rows ?? []
    })
    this.asking = answer.catch(() => undefined)
    return answer
  }

  /** Jobs under way whose lock nobody holds belonged to a process that is gone; at two looks in a row, since a job is taken before it is locked. */
  private async takeUpLost(): Promise<void> {
    const active = await rowsOf<{ id: string }>(this, ACTIVE, { names: [...this.kinds.keys()] })
    const free = new Set<string>()
    for (const { id } of active) {
      if (this.own.has(id) || !(await this.lease(id))) continue
      await this.letGo(id)
      free.add(id)
    }
    const lost = [...free].filter((id) => this.free.has(id))
    this.free = free
    if (lost.length > 0 && !this.stopped) await rowsOf(this, TAKE_UP, { ids: lost })
  }

  /** Before the connections to the database are closed: what is under way ends. */
  async beforeApplicationShutdown(): Promise<void> {
    this.stopped = true
    for (const timer of this.timers) clearInterval(timer)
    await this.started
    await this.boss.stop({ graceful: true, wait: true, timeout: 30_000 })
    await this.leases?.end()
  }
}

/**
 * pg-boss tells the database that a job is done, or failed, without waiting for it. Where the connection is cut at that moment, nobody
 * hears of the error, which ends the process. Here it is said; the job counts as under way, and is taken up again.
 */
function hearOfWhatIsLost(): void {
  type Telling = (this: unknown, ...told: unknown[]) => Promise<unknown>
  const { prototype } = createRequire(import.meta.url)('pg-boss/src/manager') as { prototype: Record<'complete' | 'fail', Telling> }
  for (const name of ['complete', 'fail'] as const) {
    const tell = prototype[name]
    prototype[name] = function (...told) {
      return tell.apply(this, told).catch((error: unknown) => new Logger('Jobs').warn(messageOf(error)))
    }
  }
}
hearOfWhatIsLost()

const messageOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** Makes the tables of jobs, as a server does when it starts. */
export async function prepareJobs(databaseUrl: string): Promise<void> {
  const boss = new PgBoss({ connectionString: databaseUrl, schema: JOBS_SCHEMA, supervise: false, schedule: false })
  await boss.start()
  await boss.stop({ graceful: false })
}
