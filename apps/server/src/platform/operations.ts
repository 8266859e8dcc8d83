import { getConnectionToken } from '@nestjs/sequelize'
import type { NestExpressApplication } from '@nestjs/platform-express'
import type { Request, Response } from 'express'
import { timingSafeEqual } from 'node:crypto'
import type { Sequelize } from 'sequelize-typescript'
import { type BlobStore, BLOBS } from './blobs/blob-store.js'
import type { Config } from './config.js'
import { rowsOf } from './database.js'
import { liveRuns, metrics, openFeeds, requests } from './metrics.js'

/** A database that takes longer than this to say anything is not there. */
const ANSWER_MS = 3000

const OPEN = `select (select count(*)::int from feed where closed_at is null) as feeds, (select count(*)::int from run where live) as runs`

/** For those who keep the server running: whether it is alive, whether it can work, and what it does. */
export function serveOperations(app: NestExpressApplication, { metricsToken }: Config): void {
  const server = app.getHttpAdapter().getInstance()
  const database = () => ({ sequelize: app.get<Sequelize>(getConnectionToken()) })

  server.use((request: Request, response: Response, next: () => void) => {
    const end = requests.startTimer({ method: request.method })
    response.once('finish', () => {
      const route = (request.route as { path?: unknown } | undefined)?.path
      end({ route: typeof route === 'string' ? route : 'other', status: String(response.statusCode) })
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
      (error: unknown) =>
        response.status(503).json({ status: 'not ready', reason: error instanceof Error ? error.message : String(error) }),
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

async function exposed(db: { sequelize: Sequelize }): Promise<string> {
  const [open] = await within(rowsOf<{ feeds: number; runs: number }>(db, OPEN), ANSWER_MS)
  openFeeds.set(open?.feeds ?? 0)
  liveRuns.set(open?.runs ?? 0)
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
