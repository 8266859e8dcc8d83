import { StringDecoder } from 'node:string_decoder'

export interface PartLogOptions {
  mask: (text: string) => string
  /** What may be the beginning of a secret is held back until more comes. */
  begun: (text: string) => number
  /** So many characters are kept; what comes after is read and left out. */
  most: number
  send: (at: number, text: string) => Promise<{ stop: boolean }>
  onStop: () => void
  /** The server says that another agent has the part. */
  isLost: (error: unknown) => boolean
  onLost: () => void
}

const EVERY_MS = 500
const BEAT_MS = 1000
const MOST_PIECE = 200_000

/**
 * What a part prints, masked and sent piece by piece, each with its place, so that a piece that is sent twice is kept once. While nothing is
 * printed an empty piece says that the agent is there. What the server does not take is kept until it does.
 */
export class PartLog {
  private readonly decoder = new StringDecoder('utf8')
  private held = ''
  private readonly pieces: { at: number; text: string }[] = []
  private at = 0
  private cut = false
  private told = 0
  private sending: Promise<void> | null = null
  private readonly timer: NodeJS.Timeout
  private over = false

  constructor(private readonly options: PartLogOptions) {
    this.timer = setInterval(() => void this.flush(), EVERY_MS)
  }

  write(chunk: Buffer | string): void {
    this.held += typeof chunk === 'string' ? chunk : this.decoder.write(chunk)
    const masked = this.options.mask(this.held)
    // the beginning of a secret may be at the end
    const ready = masked.length - this.options.begun(masked)
    if (ready > 0) {
      this.add(masked.slice(0, ready))
      this.held = masked.slice(ready)
    }
  }

  private add(text: string): void {
    if (this.cut) return
    const room = this.options.most - this.at
    if (text.length > room) {
      this.cut = true
      text = `${text.slice(0, Math.max(0, room))}\n[The output is longer than ${this.options.most} characters; the rest is left out]\n`
    }
    for (let from = 0; from < text.length; from += MOST_PIECE) {
      const piece = text.slice(from, from + MOST_PIECE)
      this.pieces.push({ at: this.at, text: piece })
      this.at += piece.length
    }
  }

  /** Sends what is there, or that this agent is. */
  private async flush(): Promise<void> {
    if (this.sending) return
    if (this.pieces.length === 0 && Date.now() - this.told < BEAT_MS) return
    this.sending = this.sendAll()
    await this.sending
    this.sending = null
  }

  private async sendAll(): Promise<void> {
    do {
      const piece = this.joined()
      try {
        const { stop } = await this.options.send(piece?.at ?? this.at, piece?.text ?? '')
        this.told = Date.now()
        if (stop) this.options.onStop()
      } catch (error) {
        if (piece) this.pieces.unshift(piece)
        if (this.options.isLost(error)) {
          this.pieces.length = 0
          this.options.onLost()
        }
        return // the server is away: at the next look
      }
    } while (this.pieces.length > 0)
  }

  /** Small pieces that follow each other go together. */
  private joined(): { at: number; text: string } | undefined {
    const first = this.pieces.shift()
    if (!first) return undefined
    for (let next = this.pieces[0]; next && first.text.length + next.text.length <= MOST_PIECE; next = this.pieces[0]) {
      first.text += next.text
      this.pieces.shift()
    }
    return first
  }

  /** Sends the rest; to be called again where the server did not take all of it. @returns whether it did */
  async close(): Promise<boolean> {
    if (!this.over) {
      this.over = true
      clearInterval(this.timer)
      this.held += this.decoder.end()
      this.add(this.options.mask(this.held))
      this.held = ''
    }
    await this.sending
    if (this.pieces.length > 0) await this.sendAll()
    return this.pieces.length === 0
  }
}
