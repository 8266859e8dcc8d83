import { Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import type { Me } from '@bobbin/client'
import { Op } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import { rowsOf, run } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import { Project } from '../projects/project.model.js'
import { Account } from './account.model.js'
import { ApiToken, type TokenScope } from './api-token.model.js'
import type { Caller } from './context.js'
import { hashPassword, passwordMatches, randomSecret, secretHash } from './secrets.js'
import { Session } from './session.model.js'

const SESSION_DAYS = 14
const TOKEN_PREFIX = 'bbn_'

@Injectable()
export class AccessService {
  /** Checked when an account is unknown, so that the answer takes as long. */
  private readonly nobody = hashPassword(randomSecret())

  constructor(
    @InjectModel(Account) private readonly accounts: typeof Account,
    @InjectModel(Session) private readonly sessions: typeof Session,
    @InjectModel(ApiToken) private readonly tokens: typeof ApiToken,
    @InjectModel(Project) private readonly projects: typeof Project,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** @returns the secret for the cookie */
  async signIn(email: string, password: string): Promise<string> {
    const account = await this.accounts.findOne({
      where: this.sequelize.where(this.sequelize.fn('lower', this.sequelize.col('email')), email.toLowerCase()),
    })
    const matches = await passwordMatches(account?.passwordHash ?? (await this.nobody), password)
    if (!account || !matches) throw new Problem('notSignedIn', 'wrongPassword', 'E-mail or password is wrong')
    const secret = randomSecret()
    const expiresAt = new Date(Date.now() + SESSION_DAYS * 86_400_000)
    await this.sessions.create({ idHash: secretHash(secret), accountId: account.id, expiresAt })
    return secret
  }

  async signOut(secret: string): Promise<void> {
    await this.sessions.destroy({ where: { idHash: secretHash(secret) } })
  }

  async callerOfSession(secret: string): Promise<Caller | null> {
    const session = await this.sessions.findOne({ where: { idHash: secretHash(secret), expiresAt: { [Op.gt]: new Date() } } })
    return session && { accountId: session.accountId, token: null }
  }

  async callerOfToken(secret: string): Promise<Caller | null> {
    const token = await this.tokens.findOne({ where: { tokenHash: secretHash(secret), revokedAt: null } })
    if (!token) return null
    await run(
      this,
      `update api_token set last_used_at = now() where id = $id and (last_used_at is null or last_used_at < now() - interval '1 minute')`,
      { id: token.id },
    )
    return { accountId: token.accountId, token: { projectId: token.projectId, scope: token.scope } }
  }

  /** @returns the token, which is shown this once */
  async makeToken(projectId: number, accountId: number, name: string, scope: TokenScope, secret = randomSecret()): Promise<string> {
    const token = secret.startsWith(TOKEN_PREFIX) ? secret : TOKEN_PREFIX + secret
    await this.tokens.create({ projectId, accountId, name, scope, tokenHash: secretHash(token) })
    return token
  }

  async me(caller: Caller): Promise<Me> {
    const account = await this.accounts.findByPk(caller.accountId)
    if (!account) throw new Problem('notSignedIn', 'notSignedIn', 'Sign in first')
    const projects = await rowsOf<Me['projects'][number]>(
      this,
      `select p.slug, p.name, p.key_prefix as "keyPrefix" from project p join membership m on m.project_id = p.id
       where m.account_id = $accountId and ($only::int is null or p.id = $only) order by p.name`,
      { accountId: caller.accountId, only: caller.token?.projectId ?? null },
    )
    const { id, name, email, kind } = account
    return { account: { id, name, email, kind }, projects }
  }

  /** The project, if the caller belongs to it; a stranger learns nothing about whether it exists. */
  async projectFor(caller: Caller, slug: string): Promise<Project> {
    const project = await this.projects.findOne({ where: { slug } })
    const member = project && (await this.isMember(project.id, caller.accountId))
    if (!project || !member || (caller.token && caller.token.projectId !== project.id)) {
      throw new Problem('notFound', 'notFound', `There is no project “${slug}” that you belong to`)
    }
    return project
  }

  private async isMember(projectId: number, accountId: number): Promise<boolean> {
    const rows = await rowsOf(this, 'select 1 as yes from membership where project_id = $projectId and account_id = $accountId', {
      projectId,
      accountId,
    })
    return rows.length > 0
  }
}
