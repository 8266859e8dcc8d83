import { SCOPE_RIGHTS } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection, InjectModel } from '@nestjs/sequelize'
import type { Transaction } from 'sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { MadeToken, TokenRow, TokenScope } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { actorOf, recordOf } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { ApiToken } from './api-token.model.js'
import { announceAccess } from './announce-access.js'
import { type Caller, can, type Context, missing, mustBeAble } from './context.js'
import { logSecurity } from './security-log.js'
import { randomSecret, secretHash } from './secrets.js'

export interface AgentBounds {
  poolId: number | null
  labels: string[] | null
  environments: number[] | null
}

const PREFIX = 'bbn_'

const TOKENS = `
select t.id, t.name, t.scope, a.name as by, t.account_id as "accountId", t.created_at as "createdAt", t.last_used_at as "lastUsedAt", t.expires_at as "expiresAt"
from api_token t join account a on a.id = t.account_id
where t.project_id = $projectId and t.part_id is null and t.revoked_at is null and coalesce(t.expires_at > now(), true) and ($id::int is null or t.id = $id) order by t.created_at desc, t.id desc`

/** A token can be used for so many days, unless its maker says otherwise. */
const USUAL_DAYS = 365

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
    if (!token || (token.expiresAt && token.expiresAt.getTime() <= Date.now())) return null
    if (!token.lastUsedAt || Date.now() - token.lastUsedAt.getTime() > USED_MS) {
      await run(this, 'update api_token set last_used_at = now() where id = $id', { id: token.id })
      logSecurity('tokenUsed', { token: token.id, account: token.accountId })
    }
    return { accountId: token.accountId, sessionId: null, token: { id: token.id, projectId: token.projectId, scope: token.scope } }
  }

  async list({ project }: Context): Promise<TokenRow[]> {
    return this.rows(project.id, null)
  }

  /** Nobody gives a machine what they may not do themselves. */
  /** @param agent what agents with it may be at most; null: whatever they say */
  async make(context: Context, name: string, scope: TokenScope, days = USUAL_DAYS, agent: AgentBounds | null = null): Promise<MadeToken> {
    const { project, caller } = context
    for (const right of SCOPE_RIGHTS[scope]) mustBeAble(context, right)
    // an agent is handed secrets
    if (scope === 'agent') mustBeAble(context, 'manage')
    if (agent && scope !== 'agent') throw new Problem('invalid', 'bounds', 'Only a token for agents is bound to what agents may be')
    const secret = PREFIX + randomSecret()
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'token.made' } as const
    const { answer: id } = await inTransaction(this, (db) =>
      recordOf(
        db,
        act,
        (id) => [{ kind: 'token', where: 't.id = $id', bind: { id } }],
        async () => {
          const id = await this.store(project.id, caller.accountId, name, scope, secret, days, db.transaction)
          if (agent) await this.bind(db, project.id, id, agent)
          return id
        },
      ),
    )
    logSecurity('tokenMade', { token: id, by: caller.accountId, project: project.slug, scope })
    const [token] = await this.rows(project.id, id)
    if (!token) throw notFound('token', id)
    return { token, secret }
  }

  /** @throws Problem invalid for a pool or an environment of no project, or another one */
  private async bind(db: InTransaction, projectId: number, id: number, { poolId, labels, environments }: AgentBounds): Promise<void> {
    const rows = await rowsOf(
      db,
      `update api_token t set pool_id = $poolId::int, labels = $labels::text[], environments = $environments::int[] where t.id = $id
         and ($poolId::int is null or exists (select 1 from pool p where p.id = $poolId::int and p.project_id = $projectId))
         and (select count(*) from environment e where e.id = any($environments::int[]) and e.project_id = $projectId) = coalesce(cardinality($environments::int[]), 0)
       returning 1 as yes`,
      { id, projectId, poolId, labels, environments: environments && [...new Set(environments)] },
    )
    if (rows.length === 0) throw new Problem('invalid', 'bounds', 'There is no such pool or environment in this project')
  }

  /** @returns its id */
  async store(
    projectId: number,
    accountId: number,
    name: string,
    scope: TokenScope,
    secret: string,
    days = USUAL_DAYS,
    transaction: Transaction | null = null,
  ): Promise<number> {
    const expiresAt = new Date(Date.now() + days * 86_400_000)
    const made = await this.tokens.create({ projectId, accountId, name, scope, tokenHash: this.hash(secret), expiresAt }, { transaction })
    return made.id
  }

  /** A token for the results of one part of a plan, which ends with it. In the name of whoever the agent works for. */
  async makeForPart(
    projectId: number,
    accountId: number,
    partId: number,
    days: number,
    db: InTransaction,
  ): Promise<{ id: number; secret: string }> {
    const secret = PREFIX + randomSecret()
    const id = await this.store(projectId, accountId, `part ${partId}`, 'deliver', secret, days, db.transaction)
    await run(db, 'update api_token set part_id = $partId where id = $id', { id, partId })
    return { id, secret }
  }

  /** One's own; those of others need the right to manage. */
  async revoke(context: Context, id: number): Promise<void> {
    const { project, caller } = context
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'token.revoked' } as const
    await inTransaction(this, async (db) => {
      await recordOf(
        db,
        act,
        [{ kind: 'token', where: 't.id = $id and t.project_id = $projectId', bind: { id, projectId: project.id } }],
        async () => {
          const where = { id, projectId: project.id, revokedAt: null, ...(!can(context, 'manage') && { accountId: caller.accountId }) }
          const [revoked] = await this.tokens.update({ revokedAt: new Date() }, { where, transaction: db.transaction })
          if (revoked === 0) {
            const others = await this.tokens.count({ where: { id, projectId: project.id, revokedAt: null }, transaction: db.transaction })
            throw others > 0 ? missing('manage') : notFound('token', id)
          }
        },
      )
      const [token] = await rowsOf<{ accountId: number }>(db, 'select account_id as "accountId" from api_token where id = $id', { id })
      if (token) await announceAccess(db, token.accountId)
    })
    logSecurity('tokenRevoked', { token: id, by: caller.accountId, project: project.slug })
  }

  private async rows(projectId: number, id: number | null): Promise<TokenRow[]> {
    const rows = await rowsOf<Omit<TokenRow, Moments> & { createdAt: Date; lastUsedAt: Date | null; expiresAt: Date | null }>(
      this,
      TOKENS,
      {
        projectId,
        id,
      },
    )
    return rows.map((row) => ({
      ...row,
      createdAt: row.createdAt.toISOString(),
      lastUsedAt: isoOf(row.lastUsedAt),
      expiresAt: isoOf(row.expiresAt),
    }))
  }

  private hash(secret: string): Buffer {
    return secretHash(secret, this.config.secret)
  }
}

type Moments = 'createdAt' | 'lastUsedAt' | 'expiresAt'

const isoOf = (moment: Date | null): string | null => moment?.toISOString() ?? null
