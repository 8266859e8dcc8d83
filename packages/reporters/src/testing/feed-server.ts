import type { LiveResult } from '@bobbin/core'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

interface Body {
  key: string
  number: number
  batches: number
  results: LiveResult[]
  faults?: unknown[]
  ended?: string
  close?: string
}

/** Speaks the part of the API that feeds need, and keeps what they say. The real server is walked through by the journeys. */
export class FeedServer {
  results: LiveResult[] = []
  faults: unknown[] = []
  opened: Record<string, unknown> = {}
  closed: unknown[] = []
  /** A reporter is asked to stop. */
  stop_ = false
  /** Every so manieth request is answered with 503, after it was carried out. */
  failEvery = 0
  private requests = 0
  private ids = new Map<string, number>()
  private taken = new Map<number, number>()
  private over = new Set<number>()

  private constructor(private readonly server: Server) {}

  static async start(): Promise<FeedServer> {
    const made = createServer((request, response) => {
      const pieces: Buffer[] = []
      request.on('data', (piece: Buffer) => pieces.push(piece))
      request.on('end', () => {
        const json = Buffer.concat(pieces).toString()
        const { status, body } = server.answer(
          request.headers.authorization,
          request.url ?? '',
          json === '' ? null : (JSON.parse(json) as Body),
        )
        response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body))
      })
    })
    const server = new FeedServer(made)
    await new Promise<void>((resolve) => made.listen(0, '127.0.0.1', resolve))
    return server
  }

  get env(): Record<string, string> {
    return {
      BOBBIN_URL: `http://127.0.0.1:${(this.server.address() as AddressInfo).port}`,
      BOBBIN_TOKEN: 'right',
      BOBBIN_PIPELINE: 'fare-desk-web',
      BOBBIN_BUILD: '412',
      BOBBIN_BRANCH: 'main',
      BOBBIN_ENVIRONMENT: 'pier-test',
      BOBBIN_AGENT: 'slipway',
      BOBBIN_SHARD: '2/3',
      BOBBIN_WAITING: mkdtempSync(join(tmpdir(), 'bobbin-waiting-')),
    }
  }

  get feeds(): number {
    return this.ids.size
  }

  /** Batches of the first feed. */
  get batches(): number {
    return this.taken.get(1) ?? 0
  }

  forget(): void {
    Object.assign(this, {
      results: [],
      faults: [],
      opened: {},
      closed: [],
      stop_: false,
      failEvery: 0,
      requests: 0,
      ids: new Map(),
      taken: new Map(),
      over: new Set(),
    })
  }

  stop(): Promise<void> {
    return new Promise((resolve) => {
      this.server.close(() => resolve())
      this.server.closeAllConnections()
    })
  }

  private answer(authorization: string | undefined, url: string, body: Body | null): { status: number; body: unknown } {
    if (authorization !== 'Bearer right') return { status: 401, body: { detail: 'Sign in first' } }
    const done = this.carryOut(url, body)
    return this.failEvery > 0 && ++this.requests % this.failEvery === 0 ? { status: 503, body: {} } : done
  }

  private carryOut(url: string, body: Body | null): { status: number; body: unknown } {
    if (url === '/api/session') return { status: 200, body: { projects: [{ slug: 'gullhaven' }] } }
    const [, id, what] = /^\/api\/projects\/gullhaven\/feeds(?:\/(\d+)\/(\w+))?$/.exec(url) ?? []
    if (!body) return { status: 404, body: {} }
    if (!what) return { status: 200, body: this.open(body) }
    const before = this.taken.get(Number(id)) ?? 0
    if (what === 'close') {
      if (body.batches !== before) return { status: 409, body: { detail: `${before} batches have come` } }
      this.end(Number(id), body)
      return { status: 200, body: {} }
    }
    if (body.number > before + 1) return { status: 409, body: { detail: `batch ${before + 1} comes next` } }
    if (body.number === before + 1) {
      this.results.push(...body.results)
      this.faults.push(...(body.faults ?? []))
      this.taken.set(Number(id), body.number)
    }
    if (body.close) this.end(Number(id), { batches: body.number, ended: body.close })
    return { status: 200, body: { batches: this.taken.get(Number(id)), stop: this.stop_ } }
  }

  private end(id: number, told: unknown): void {
    if (!this.over.has(id)) this.closed.push(told)
    this.over.add(id)
  }

  private open(body: Body) {
    const id = this.ids.get(body.key) ?? this.ids.size + 1
    this.ids.set(body.key, id)
    this.opened = { ...body }
    return { id, runId: 1, batches: this.taken.get(id) ?? 0, stop: false }
  }
}
