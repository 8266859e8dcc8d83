import { simpleParser } from 'mailparser'
import type { AddressInfo } from 'node:net'
import { SMTPServer } from 'smtp-server'

/** A letter as it came in. */
export interface Received {
  from: string
  to: string[]
  subject: string
  text: string
}

const SAFETY = /^(New sign-in|Wrong passwords|Your password was changed)/

/** A mail server that keeps what it gets: SMTP (RFC 5321) on a port of its own, letters read by another library than the one that wrote them. */
export class MailStandIn {
  readonly letters: Received[] = []
  /** Letters about the safety of an account: each sign-in of a test sends one. */
  readonly safety: Received[] = []
  private waiting: (() => void)[] = []

  private constructor(
    private readonly server: SMTPServer,
    readonly url: string,
  ) {}

  static async start(at = 0): Promise<MailStandIn> {
    let own: MailStandIn | null = null
    const server = new SMTPServer({
      authOptional: true,
      disabledCommands: ['STARTTLS'],
      onData: (stream, session, done) => {
        simpleParser(stream).then(
          ({ subject, text, from }) => {
            const to = session.envelope.rcptTo.map(({ address }) => address)
            own?.keep({ from: from?.text ?? '', to, subject: subject ?? '', text: text ?? '' })
            done()
          },
          (error: Error) => done(error),
        )
      },
    })
    await new Promise<void>((resolve) => server.listen(at, '127.0.0.1', resolve))
    const { port } = server.server.address() as AddressInfo
    own = new MailStandIn(server, `smtp://127.0.0.1:${port}`)
    return own
  }

  private keep(letter: Received): void {
    const isSafety = SAFETY.test(letter.subject)
    ;(isSafety ? this.safety : this.letters).push(letter)
    for (const tell of this.waiting.splice(0)) tell()
  }

  /** The next letter to somebody that was not handed out yet. */
  async next(to: string): Promise<Received> {
    for (;;) {
      const at = this.letters.findIndex((letter) => letter.to.includes(to))
      const [found] = at < 0 ? [] : this.letters.splice(at, 1)
      if (found) return found
      await new Promise<void>((resolve) => this.waiting.push(resolve))
    }
  }

  stop(): Promise<void> {
    return new Promise((resolve) => this.server.close(resolve))
  }
}
