import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import { Op, type Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { SessionRow } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { type Actor, actorOf, record } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { Mailer } from '../platform/mailer.js'
import { notFound, Problem } from '../platform/problem.js'
import { Account } from './account.model.js'
import type { Caller } from './context.js'
import { announceAccess } from './announce-access.js'
import type { NewPasswordDto } from './access.dto.js'
import { countTry, rightGuess } from './guesses.js'
import { refuseWeak } from './passwords.js'
import { logSecurity } from './security-log.js'
import { hashPassword, passwordMatches, randomSecret, secretHash } from './secrets.js'
import { Session } from './session.model.js'

/** A session ends after so many days, however much it was used, and after so many without use. */
export const SESSION_DAYS = 14
const IDLE_DAYS = 3

/** From where somebody signs in. */
export interface Place {
  agent: string
  address: string
  /** What the browser kept of accounts that were signed in there. */
  known?: readonly string[]
}

/** Signing in and out, and the list of where one is signed in. */
@Injectable()
export class SessionsService {
  /** Checked when an account is unknown, so that the answer takes as long. */
  private readonly nobody = hashPassword(randomSecret())

  constructor(
    @InjectModel(Account) private readonly accounts: typeof Account,
    @InjectModel(Session) private readonly sessions: typeof Session,
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
    private readonly mailer: Mailer,
  ) {}

  /** A new session each time; the one that the browser had before ends. @returns the secret for the cookie */
  async signIn(email: string, password: string, place: Place, before: string | null): Promise<string> {
    const guess = { email, address: place.address, known: this.isKnown(email, place) }
    const { tries, tell } = await countTry(this, guess)
    const account = await this.accounts.findOne({
      where: this.sequelize.where(this.sequelize.fn('lower', this.sequelize.col('email')), email.toLowerCase()),
    })
    const matches = await passwordMatches(account?.passwordHash ?? (await this.nobody), password)
    if (!account || !matches) {
      logSecurity('signInRefused', { email: email.slice(0, 100), address: place.address })
      if (account && tell)
        this.tell(
          account.email,
          'Wrong passwords for your account',
          `somebody tried several wrong passwords for your account on Bobbin, the last time from ${place.address}. If that was you, you need not do anything. If not, choose a password that you use nowhere else.`,
        )
      throw new Problem('notSignedIn', 'wrongPassword', 'Email or password is wrong')
    }
    await rightGuess(this, guess, tries)
    logSecurity('signedIn', { account: account.id, address: place.address })
    if (!guess.known)
      this.tell(
        account.email,
        'New sign-in to your account',
        `you signed in to Bobbin from a browser that was not known to your account, at ${place.address}. If that was not you, change your password, and end all sessions under Settings › Account.`,
      )
    if (before) await this.signOut(before)
    return inTransaction(this, async (db) => {
      await this.write(db, { kind: 'person', accountId: account.id, tokenId: null }, 'account.signedIn')
      return this.open(account.id, place, db.transaction)
    })
  }

  /** What somebody did with their own account. */
  private write(
    db: InTransaction,
    actor: Actor,
    kind: 'account.signedIn' | 'account.signedOut' | 'account.sessionsEnded' | 'account.passwordChanged',
  ): Promise<number> {
    return record(db, { actor, projectId: null, kind, subject: { id: actor.accountId ?? 0, name: '' } })
  }

  async open(accountId: number, place: Place, transaction: Transaction | null = null): Promise<string> {
    const secret = randomSecret()
    await this.sessions.create(
      {
        idHash: this.hash(secret),
        accountId,
        expiresAt: new Date(Date.now() + SESSION_DAYS * 86_400_000),
        lastSeenAt: new Date(),
        agent: place.agent.slice(0, 300),
        address: place.address,
      },
      { transaction },
    )
    return secret
  }

  async signOut(secret: string): Promise<void> {
    await inTransaction(this, async (db) => {
      const ended = await rowsOf<{ accountId: number }>(
        db,
        'delete from session where id_hash = $hash returning account_id as "accountId"',
        { hash: this.hash(secret) },
      )
      for (const { accountId } of ended) {
        await this.write(db, { kind: 'person', accountId, tokenId: null }, 'account.signedOut')
        await this.ended(db, accountId)
      }
    })
  }

  /** Open pages of an account are told to see whether they may stay. */
  private async ended(db: InTransaction, accountId: number): Promise<void> {
    logSecurity('signedOut', { account: accountId })
    await announceAccess(db, accountId)
  }

  async callerOf(secret: string): Promise<Caller | null> {
    const session = await this.sessions.findOne({ where: { idHash: this.hash(secret), ...alive() } })
    if (!session) return null
    if (Date.now() - session.lastSeenAt.getTime() > 60_000) {
      await run(this, 'update session set last_seen_at = now() where id = $id', { id: session.id })
    }
    return { accountId: session.accountId, sessionId: session.id, token: null }
  }

  /** Whether who opened something that lasts, such as a stream of events, may still see a project. */
  async maySee(caller: Caller, projectId: number): Promise<boolean> {
    const [row] = await rowsOf<{ may: boolean }>(
      this,
      `select exists (select 1 from membership where account_id = $accountId and project_id = $projectId)
         and ($sessionId::int is null or exists (select 1 from session where id = $sessionId and expires_at > now()))
         and ($tokenId::int is null or exists (select 1 from api_token where id = $tokenId and revoked_at is null and coalesce(expires_at > now(), true))) as may`,
      { accountId: caller.accountId, projectId, sessionId: caller.sessionId, tokenId: caller.token?.id ?? null },
    )
    return row?.may ?? false
  }

  async list(caller: Caller): Promise<SessionRow[]> {
    const rows = await this.sessions.findAll({
      where: { accountId: caller.accountId, ...alive() },
      order: [['lastSeenAt', 'DESC']],
    })
    return rows.map(({ id, createdAt, lastSeenAt, agent, address }) => ({
      id,
      current: id === caller.sessionId,
      createdAt: createdAt.toISOString(),
      lastSeenAt: lastSeenAt.toISOString(),
      agent,
      address,
    }))
  }

  async end(caller: Caller, id: number): Promise<void> {
    await inTransaction(this, async (db) => {
      const ended = await this.sessions.destroy({ where: { id, accountId: caller.accountId }, transaction: db.transaction })
      if (ended === 0) throw new Problem('notFound', 'notFound', 'You have no such session; it may have ended already')
      await this.write(db, actorOf(caller), 'account.sessionsEnded')
      await this.ended(db, caller.accountId)
    })
  }

  /** Signs the account out everywhere, here too. */
  async endAll(caller: Caller): Promise<void> {
    await inTransaction(this, async (db) => {
      await this.write(db, actorOf(caller), 'account.sessionsEnded')
      await this.endSessions(db, caller.accountId)
    })
  }

  /** Ends every session of an account. */
  async endSessions(db: InTransaction, accountId: number): Promise<void> {
    await this.sessions.destroy({ where: { accountId }, transaction: db.transaction })
    await this.ended(db, accountId)
  }

  /** A new password ends every session. @returns the secret of a new one, for who changed it */
  async changePassword(caller: Caller, { current, next, endTokens }: NewPasswordDto, place: Place): Promise<string> {
    const account = await this.accounts.findByPk(caller.accountId)
    if (!account) throw notFound('account', caller.accountId)
    const guess = { email: account.email, address: place.address, known: this.isKnown(account.email, place) }
    const { tries } = await countTry(this, guess)
    if (account.passwordHash === null) throw new Problem('conflict', 'noPassword', 'You sign in elsewhere, and have no password here')
    if (!(await passwordMatches(account.passwordHash, current))) {
      throw new Problem('invalid', 'wrongPassword', 'The current password is wrong; nothing was changed')
    }
    await rightGuess(this, guess, tries)
    await refuseWeak(next, account.email)
    const passwordHash = await hashPassword(next)
    return inTransaction(this, async (db) => {
      await account.update({ passwordHash }, { transaction: db.transaction })
      logSecurity('passwordChanged', { account: account.id, address: place.address })
      this.tell(
        account.email,
        'Your password was changed',
        `the password of your account on Bobbin was changed, from ${place.address}. If that was not you, ask an administrator of the server for a link that sets a new one.`,
      )
      await run(db, 'delete from password_reset where account_id = $id and used_at is null', { id: account.id })
      if (endTokens) {
        await run(db, 'update api_token set revoked_at = now() where account_id = $id and revoked_at is null', { id: account.id })
        logSecurity('tokensEnded', { account: account.id })
      }
      await this.write(db, actorOf(caller), 'account.passwordChanged')
      await this.endSessions(db, account.id)
      return this.open(account.id, place, db.transaction)
    })
  }

  /** What a browser keeps that was signed in to an account: it says nothing else, and lets nobody in. */
  knownBrowser(email: string): string {
    return this.hash(`known browser of ${email.toLowerCase()}`).toString('base64url')
  }

  private isKnown(email: string, { known }: Place): boolean {
    return (known ?? []).includes(this.knownBrowser(email))
  }

  /** Nobody waits for it: how long it takes would tell whether there is an account. */
  private tell(to: string, subject: string, text: string): void {
    void this.mailer.trySend({ to, subject, text: `Hello,\n\n${text}` })
  }

  private hash(secret: string): Buffer {
    return secretHash(secret, this.config.secret)
  }
}

const alive = () => ({
  expiresAt: { [Op.gt]: new Date() },
  lastSeenAt: { [Op.gt]: new Date(Date.now() - IDLE_DAYS * 86_400_000) },
})
