import { createHmac } from 'node:crypto'
import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'

export interface ChatMessage {
  body: Record<string, unknown>
  /** Whether its signature is that of the secret (HMAC-SHA256, RFC 2104). */
  signed: boolean
  /** The same for every try. */
  key: string
}

/** A chat that takes messages by webhook. */
export class ChatStandIn {
  readonly messages: ChatMessage[] = []
  /** So many requests are answered with 503 first. */
  failing = 0

  private constructor(
    private readonly server: Server,
    readonly url: string,
  ) {}

  static async start(secret: string, port = 0): Promise<ChatStandIn> {
    let own: ChatStandIn | null = null
    const server = createServer((request, response) => {
      const pieces: Buffer[] = []
      request.on('data', (piece: Buffer) => pieces.push(piece))
      request.on('end', () => {
        if (!own || own.failing > 0) {
          if (own) own.failing--
          response.writeHead(503).end()
          return
        }
        const bytes = Buffer.concat(pieces)
        const signature = `sha256=${createHmac('sha256', secret).update(bytes).digest('hex')}`
        own.messages.push({
          body: JSON.parse(bytes.toString('utf8')) as Record<string, unknown>,
          signed: request.headers['x-bobbin-signature'] === signature,
          key: String(request.headers['idempotency-key'] ?? ''),
        })
        response.writeHead(204).end()
      })
    })
    await new Promise<void>((resolve) => server.listen(port, '127.0.0.1', resolve))
    own = new ChatStandIn(server, `http://127.0.0.1:${(server.address() as AddressInfo).port}/hook`)
    return own
  }

  stop(): Promise<void> {
    this.server.closeAllConnections()
    return new Promise((resolve) => this.server.close(() => resolve()))
  }
}
