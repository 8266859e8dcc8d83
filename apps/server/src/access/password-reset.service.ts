import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { MadeResetLink, ResetSeen } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { Mailer } from '../platform/mailer.js'
import { notFound, Problem } from '../platform/problem.js'
import type { Caller } from './context.js'
import { countTry } from './guesses.js'
import { refuseWeak } from './passwords.js'
import { logSecurity } from './security-log.js'
import { hashPassword, randomSecret, secretHash } from './secrets.js'
import { SessionsService } from './sessions.service.js'

const HOURS = 2

const OPEN = `
select r.id, r.mailed, a.id as "accountId", a.name, a.email from password_reset r join account a on a.id = r.account_id
where r.secret_hash = $hash and r.used_at is null and r.expires_at > now()`

interface OpenReset extends ResetSeen {
  id: number
  mailed: boolean
  accountId: number
}

/** A forgotten password is set anew by a link: from an administrator of the server, or by mail. */
@Injectable()
export class PasswordResetService {
  constructor(
    private readonly sessions: SessionsService,
    private readonly mailer: Mailer,
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** For administrators of the server: they hand the link over themselves. */
  async make(caller: Caller, accountId: number): Promise<MadeResetLink> {
    return inTransaction(this, async (db) => {
      const [account] = await rowsOf<{ name: string }>(db, 'select name from account where id = $accountId', { accountId })
      if (!account) throw notFound('account', accountId)
      const made = await this.store(db, accountId)
      const subject = { id: accountId, name: account.name }
      await record(db, { actor: actorOf(caller), projectId: null, kind: 'account.resetLinkMade', subject })
      logSecurity('resetLinkMade', { by: caller.accountId, account: accountId })
      return made
    })
  }

  /** Sends a link by mail, if there is an account; nobody learns whether there is. */
  async request(email: string, address: string): Promise<void> {
    if (!this.mailer.sends) throw new Problem('conflict', 'noMail', 'This server sends no mail. Ask one of its administrators for a link')
    await countTry(this, { email: `reset for ${email}`, address })
    const [account] = await rowsOf<{ id: number; name: string; email: string }>(
      this,
      'select id, name, email from account where lower(email) = lower($email) and password_hash is not null',
      { email },
    )
    if (!account) return
    const { secret } = await inTransaction(this, (db) => this.store(db, account.id, true))
    logSecurity('resetLinkMade', { by: account.id, account: account.id })
    // not waited for: how long the mail server takes would tell whether there is an account
    void this.mailer.trySend({
      to: account.email,
      subject: 'Set a new password for Bobbin',
      text: `Hello ${account.name},\n\nfollow this link to set a new password. It works once, within ${HOURS} hours:\n\n${this.mailer.link(`/new-password#${secret}`)}\n\nIf you did not ask for it, you need not do anything: your password stays as it is.`,
    })
  }

  private async store(db: InTransaction, accountId: number, mailed = false): Promise<MadeResetLink> {
    const secret = randomSecret()
    await run(db, 'delete from password_reset where account_id = $accountId and used_at is null', { accountId })
    const [row] = await rowsOf<{ expiresAt: Date }>(
      db,
      `insert into password_reset (account_id, secret_hash, expires_at, mailed) values ($accountId, $hash, now() + make_interval(hours => ${HOURS}), $mailed)
       returning expires_at as "expiresAt"`,
      { accountId, hash: this.hash(secret), mailed },
    )
    return { secret, expiresAt: row?.expiresAt.toISOString() ?? '' }
  }

  async look(secret: string): Promise<ResetSeen> {
    const { name, email } = await this.guarded(secret)
    return { name, email }
  }

  /** Sets the password, and ends every session of the account. @returns the account */
  async accept(secret: string, password: string, address: string): Promise<number> {
    const { email } = await this.guarded(secret)
    await refuseWeak(password, email)
    const passwordHash = await hashPassword(password)
    return inTransaction(this, async (db) => {
      const [open] = await rowsOf<OpenReset>(db, `${OPEN} for update of r`, { hash: this.hash(secret) })
      if (!open) throw GONE()
      const { id, accountId, name, mailed } = open
      await run(db, 'update password_reset set used_at = now() where id = $id', { id })
      await run(
        db,
        `update account set password_hash = $passwordHash, proved_at = case when $mailed then coalesce(proved_at, now()) else proved_at end where id = $accountId`,
        { passwordHash, accountId, mailed },
      )
      // whoever had the old password may have made tokens with it
      await run(db, 'update api_token set revoked_at = now() where account_id = $accountId and revoked_at is null', { accountId })
      const actor = { kind: 'person', accountId, tokenId: null } as const
      await record(db, { actor, projectId: null, kind: 'account.passwordReset', subject: { id: accountId, name } })
      await this.sessions.endSessions(db, accountId)
      logSecurity('passwordReset', { account: accountId, address })
      return accountId
    })
  }

  /** Secrets are too long to be guessed at; counting wrong ones would only lock others out. */
  private async guarded(secret: string): Promise<OpenReset> {
    const [open] = await rowsOf<OpenReset>(this, OPEN, { hash: this.hash(secret) })
    if (!open) throw GONE()
    return open
  }

  private hash(secret: string): Buffer {
    return secretHash(secret, this.config.secret)
  }
}

const GONE = () => new Problem('notFound', 'resetGone', `This link was used, or is older than ${HOURS} hours. Ask for a new one`)
