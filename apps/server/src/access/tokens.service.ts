import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { MadeToken, TokenRow, TokenScope } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { rowsOf, run } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import { ApiToken } from './api-token.model.js'
import type { Caller, Context } from './context.js'
import { randomSecret, secretHash } from './secrets.js'

const PREFIX = 'bbn_'

const TOKENS = `
select t.id, t.name, t.scope, a.name as by, t.created_at as "createdAt", t.last_used_at as "lastUsedAt"
from api_token t join account a on a.id = t.account_id
where t.project_id = $projectId and t.revoked_at is null and ($id::int is null or t.id = $id) order by t.created_at desc, t.id desc`

/** That a token was used is written down so often, in milliseconds. */
const USED_MS = 60_000

/** Keys for machines: made, listed and revoked by people. */
@Injectable()
export class TokensService {
  constructor(
    @InjectModel(ApiToken) private readonly tokens: typeof ApiToken,
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async callerOf(secret: string): Promise<Caller | null> {
    const token = await this.tokens.findOne({ where: { tokenHash: this.hash(secret), revokedAt: null } })
    if (!token) return null
    if (!token.lastUsedAt || Date.now() - token.lastUsedAt.getTime() > USED_MS) {
      await run(this, 'update api_token set last_used_at = now() where id = $id', { id: token.id })
    }
    return { accountId: token.accountId, sessionId: null, token: { projectId: token.projectId, scope: token.scope } }
  }

  async list({ project }: Context): Promise<TokenRow[]> {
    return this.rows(project.id, null)
  }

  async make({ project, caller }: Context, name: string, scope: TokenScope): Promise<MadeToken> {
    const secret = PREFIX + randomSecret()
    const id = await this.store(project.id, caller.accountId, name, scope, secret)
    const [token] = await this.rows(project.id, id)
    if (!token) throw notFound('token', id)
    return { token, secret }
  }

  /** @returns its id */
  async store(projectId: number, accountId: number, name: string, scope: TokenScope, secret: string): Promise<number> {
    const made = await this.tokens.create({ projectId, accountId, name, scope, tokenHash: this.hash(secret) })
    return made.id
  }

  async revoke({ project }: Context, id: number): Promise<void> {
    const [revoked] = await this.tokens.update({ revokedAt: new Date() }, { where: { id, projectId: project.id, revokedAt: null } })
    if (revoked === 0) throw notFound('token', id)
  }

  private async rows(projectId: number, id: number | null): Promise<TokenRow[]> {
    const rows = await rowsOf<Omit<TokenRow, 'createdAt' | 'lastUsedAt'> & { createdAt: Date; lastUsedAt: Date | null }>(this, TOKENS, {
      projectId,
      id,
    })
    return rows.map((row) => ({ ...row, createdAt: row.createdAt.toISOString(), lastUsedAt: row.lastUsedAt?.toISOString() ?? null }))
  }

  private hash(secret: string): Buffer {
    return secretHash(secret, this.config.secret)
  }
}
