import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import { Op } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { SessionRow } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { Account } from './account.model.js'
import type { Caller } from './context.js'
import { countGuess, forgetGuesses, refuseGuessing } from './guesses.js'
import { hashPassword, passwordMatches, randomSecret, secretHash } from './secrets.js'
import { Session } from './session.model.js'

export const SESSION_DAYS = 14

/** From where somebody signs in. */
export interface Place {
  agent: string
  address: string
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
  ) {}

  /** A new session each time; the one that the browser had before ends. @returns the secret for the cookie */
  async signIn(email: string, password: string, place: Place, before: string | null): Promise<string> {
    const guess = { email, address: place.address }
    await refuseGuessing(this, guess)
    const account = await this.accounts.findOne({
      where: this.sequelize.where(this.sequelize.fn('lower', this.sequelize.col('email')), email.toLowerCase()),
    })
    const matches = await passwordMatches(account?.passwordHash ?? (await this.nobody), password)
    if (!account || !matches) {
      await countGuess(this, guess)
      throw new Problem('notSignedIn', 'wrongPassword', 'E-mail or password is wrong')
    }
    await forgetGuesses(this, guess)
    if (before) await this.signOut(before)
    return this.open(account.id, place)
  }

  async open(accountId: number, place: Place): Promise<string> {
    const secret = randomSecret()
    await this.sessions.create({
      idHash: this.hash(secret),
      accountId,
      expiresAt: new Date(Date.now() + SESSION_DAYS * 86_400_000),
      lastSeenAt: new Date(),
      agent: place.agent.slice(0, 300),
      address: place.address,
    })
    return secret
  }

  async signOut(secret: string): Promise<void> {
    await this.sessions.destroy({ where: { idHash: this.hash(secret) } })
  }

  async callerOf(secret: string): Promise<Caller | null> {
    const session = await this.sessions.findOne({ where: { idHash: this.hash(secret), expiresAt: { [Op.gt]: new Date() } } })
    if (!session) return null
    if (Date.now() - session.lastSeenAt.getTime() > 60_000) {
      await run(this, 'update session set last_seen_at = now() where id = $id', { id: session.id })
    }
    return { accountId: session.accountId, sessionId: session.id, token: null }
  }

  async list(caller: Caller): Promise<SessionRow[]> {
    const rows = await this.sessions.findAll({
      where: { accountId: caller.accountId, expiresAt: { [Op.gt]: new Date() } },
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
    const ended = await this.sessions.destroy({ where: { id, accountId: caller.accountId } })
    if (ended === 0) throw new Problem('notFound', 'notFound', 'You have no such session; it may have ended already')
  }

  /** Signs the account out everywhere, here too. */
  async endAll(caller: Caller): Promise<void> {
    await this.sessions.destroy({ where: { accountId: caller.accountId } })
  }

  /** A new password ends every session. @returns the secret of a new one, for who changed it */
  async changePassword(caller: Caller, current: string, next: string, place: Place): Promise<string> {
    const account = await this.accounts.findByPk(caller.accountId)
    if (!account) throw notFound('account', caller.accountId)
    const guess = { email: account.email, address: place.address }
    await refuseGuessing(this, guess)
    if (!(await passwordMatches(account.passwordHash, current))) {
      await countGuess(this, guess)
      throw new Problem('invalid', 'wrongPassword', 'The current password is wrong; nothing was changed')
    }
    await account.update({ passwordHash: await hashPassword(next) })
    await this.endAll(caller)
    return this.open(account.id, place)
  }

  private hash(secret: string): Buffer {
    return secretHash(secret, this.config.secret)
  }
}
