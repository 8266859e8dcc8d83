import { Inject, Injectable, Logger, type OnApplicationShutdown } from '@nestjs/common'
import type { Transporter } from 'nodemailer'
import { CONFIG, type Config } from './config.js'

export interface Letter {
  to: string
  subject: string
  /** Plain text; paragraphs are separated by empty lines. */
  text: string
}

/** Sends mail where the server was told how (`BOBBIN_SMTP_URL`). */
@Injectable()
export class Mailer implements OnApplicationShutdown {
  private readonly log = new Logger('Mail')
  private transport: Transporter | null = null

  constructor(@Inject(CONFIG) private readonly config: Config) {}

  get sends(): boolean {
    return this.config.mail !== null
  }

  /** A link to a page of Bobbin, as people outside reach it. */
  link(path: string): string {
    return `${this.config.url ?? ''}${path}`
  }

  /** @throws Error when the mail server does not take it */
  async send({ to, subject, text }: Letter): Promise<void> {
    if (!this.config.mail) throw new Error('This server sends no mail; BOBBIN_SMTP_URL is not set')
    // loaded with the first letter: many servers send none
    const { createTransport } = await import('nodemailer')
    this.transport ??= createTransport(this.config.mail.smtp)
    await this.transport.sendMail({ from: this.config.mail.from, to, subject, text })
  }

  /** For mail that nobody waits for: what goes wrong is told where the server says what it does. @returns whether it was taken */
  async trySend(letter: Letter): Promise<boolean> {
    if (!this.sends) return false
    try {
      await this.send(letter)
      return true
    } catch (error) {
      this.log.warn(`“${letter.subject}” could not be sent: ${error instanceof Error ? error.message : String(error)}`)
      return false
    }
  }

  onApplicationShutdown(): void {
    this.transport?.close()
  }
}
