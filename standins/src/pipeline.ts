import { createHmac, timingSafeEqual } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'

/** What a pipeline is asked to run. */
export interface PipelineOrder {
  body: Record<string, string>
  /** Whether its signature is that of the secret (HMAC-SHA256, RFC 2104). */
  signed: boolean
}

/** An outside pipeline: takes orders over HTTP, checks their signature, and does what the test says with each. */
export class PipelineStandIn {
  readonly orders: PipelineOrder[] = []
  /** So many requests are answered with 500 first. */
  failing = 0

  private constructor(
    private readonly server: Server,
    readonly url: string,
  ) {}

  static async start(secret: string, run: (order: PipelineOrder) => Promise<void>): Promise<PipelineStandIn> {
    let own: PipelineStandIn | null = null
    const server = createServer((request, response) => {
      const pieces: Buffer[] = []
      request.on('data', (piece: Buffer) => pieces.push(piece))
      request.on('end', () => {
        if (!own) return
        if (own.failing > 0) {
          own.failing--
          response.writeHead(500).end()
          return
        }
        const bytes = Buffer.concat(pieces)
        const expected = Buffer.from(`sha256=${createHmac('sha256', secret).update(bytes).digest('hex')}`)
        const said = Buffer.from(String(request.headers['x-bobbin-signature'] ?? ''))
        const signed = said.length === expected.length && timingSafeEqual(said, expected)
        if (!signed) {
          response.writeHead(401).end()
          return
        }
        const order = { body: JSON.parse(bytes.toString('utf8')) as Record<string, string>, signed }
        own.orders.push(order)
        response.writeHead(202).end()
        void run(order)
      })
    })
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
    own = new PipelineStandIn(server, `http://127.0.0.1:${(server.address() as AddressInfo).port}/runs`)
    return own
  }

  stop(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise((resolve) => this.server.close(() => resolve()))
  }
}
