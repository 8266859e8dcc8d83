import { getConnectionToken } from '@nestjs/sequelize'
import { Logger } from '@nestjs/common'
import type { NestExpressApplication } from '@nestjs/platform-express'
import type { Request, Response } from 'express'
import { timingSafeEqual } from 'node:crypto'
import type { Sequelize } from 'sequelize-typescript'
import { type BlobStore, BLOBS } from './blobs/blob-store.js'
import type { Config } from './config.js'
import { rowsOf } from './database.js'
import { failedDeliveries, failingSources, liveRuns, metrics, openFeeds, requests, waitingDeliveries } from './metrics.js'

/** A database that takes longer than this to say anything is not there. */
const ANSWER_MS = 3000

const OPEN = `
select (select count(*)::int from feed where closed_at is null) as feeds, (select count(*)::int from run where live) as runs,
  (select count(*)::int from delivery where state in ('waiting', 'reading')) as waiting, (select count(*)::int from delivery where state = 'failed') as failed,
  (select count(*)::int from source where failures > 0 and not paused) as "failingSources"`

/** For those who keep the server running: whether it is alive, whether it can work, and what it does. */
export function serveOperations(app: NestExpressApplication, { metricsToken }: Config): void {
  const server = app.getHttpAdapter().getInstance()
  const database = () => ({ sequelize: app.get<Sequelize>(getConnectionToken()) })

  const log = new Logger('Request')
  server.use((request: Request, response: Response, next: () => void) => {
    const end = requests.startTimer({ method: request.method })
    response.once('finish', () => {
      const { path } = (request.route as { path?: unknown } | undefined) ?? {}
      const route = typeof path === 'string' ? path : 'other'
      const seconds = end({ route, status: String(response.statusCode) })
      log.log({ method: request.method, route, status: response.statusCode, ms: Math.round(seconds * 1000) })
    })
    next()
  })

  // the process answers: restarting it would help nobody
  server.get('/health', (_request, response) => void response.setHeader('cache-control', 'no-store').json({ status: 'ok' }))

  server.get('/ready', (_request, response) => {
    response.setHeader('cache-control', 'no-store')
    const checks = Promise.all([rowsOf(database(), 'select 1'), app.get<BlobStore>(BLOBS).check()])
    void within(checks, ANSWER_MS).then(
      () => response.json({ status: 'ready' }),
      (error: unknown) => {
        // who asks from outside learns no address or path; whoever runs the server reads its log
        log.warn(`Not ready: ${error instanceof Error ? error.message : String(error)}`)
        response.status(503).json({ status: 'not ready', reason: 'The database or the store of contents can’t be used' })
      },
    )
  })

  server.get('/metrics', (request, response) => {
    if (metricsToken === null) return void response.status(404).type('text').send('Metrics are off. BOBBIN_METRICS_TOKEN turns them on\n')
    if (!isSame(request.headers.authorization ?? '', `Bearer ${metricsToken}`))
      return void response.status(401).type('text').send('Send the metrics token as a bearer token\n')
    void exposed(database()).then(
      (text) => response.type(metrics.contentType).send(text),
      (error: unknown) =>
        response
          .status(503)
          .type('text')
          .send(`${error instanceof Error ? error.message : String(error)}\n`),
    )
  })
}

interface Open {
  feeds: number
  runs: number
  waiting: number
  failed: number
  failingSources: number
}

async function exposed(db: { sequelize: Sequelize }): Promise<string> {
  const [open] = await within(rowsOf<Open>(db, OPEN), ANSWER_MS)
  openFeeds.set(open?.feeds ?? 0)
  liveRuns.set(open?.runs ?? 0)
  waitingDeliveries.set(open?.waiting ?? 0)
  failedDeliveries.set(open?.failed ?? 0)
  failingSources.set(open?.failingSources ?? 0)
  return metrics.metrics()
}

async function within<T>(what: Promise<T>, ms: number): Promise<T> {
  let timer: NodeJS.Timeout | undefined
  const late = new Promise<never>((_, reject) => (timer = setTimeout(() => reject(new Error(`No answer within ${ms / 1000} s`)), ms)))
  return Promise.race([what, late]).finally(() => clearTimeout(timer))
}

function isSame(given: string, wanted: string): boolean {
  const [a, b] = [Buffer.from(given), Buffer.from(wanted)]
  return a.length === b.length && timingSafeEqual(a, b)
}
