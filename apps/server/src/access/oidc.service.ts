import { isBuiltInRole } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type * as Oidc from 'openid-client'
import { Sequelize } from 'sequelize-typescript'
import { record } from '../platform/acts/index.js'
import { CONFIG, type Config, type OidcSettings } from '../platform/config.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { Mailer } from '../platform/mailer.js'
import { Problem } from '../platform/problem.js'
import { announceAccess } from './announce-access.js'
import { logSecurity } from './security-log.js'
import { SessionsService } from './sessions.service.js'

/** Loaded when somebody first signs in that way: most servers never do. */
const client = (): Promise<typeof Oidc> => import('openid-client')

/** What a browser keeps between going to the provider and coming back. */
export interface Journey {
  state: string
  nonce: string
  verifier: string
  /** Where it was going: a path of Bobbin. */
  to: string
}

/** What the provider says of somebody. */
interface Identity {
  issuer: string
  subject: string
  email: string | null
  emailVerified: boolean
  name: string
  groups: string[]
}

const LOOPBACK = new Set(['localhost', '127.0.0.1', '[::1]'])

/** Signing in through an OpenID Connect provider (OpenID Connect Core 1.0, authorization code flow with PKCE). */
@Injectable()
export class OidcService {
  private provider: Promise<Oidc.Configuration> | null = null

  constructor(
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
    private readonly sessions: SessionsService,
    private readonly mailer: Mailer,
  ) {}

  /** @returns where the browser goes, and what it keeps meanwhile */
  async begin(to: string): Promise<{ url: URL; journey: Journey }> {
    const oidc = await client()
    const provider = await this.discovered()
    const verifier = oidc.randomPKCECodeVerifier()
    const journey = { state: oidc.randomState(), nonce: oidc.randomNonce(), verifier, to }
    const url = oidc.buildAuthorizationUrl(provider, {
      redirect_uri: this.callback(),
      scope: 'openid email profile',
      code_challenge: await oidc.calculatePKCECodeChallenge(verifier),
      code_challenge_method: 'S256',
      state: journey.state,
      nonce: journey.nonce,
    })
    return { url, journey }
  }

  /** The browser came back: who it is, brought up to date with what their groups say. @returns the account */
  async end(query: string, { state, nonce, verifier }: Journey): Promise<number> {
    const provider = await this.discovered()
    const back = new URL(this.callback())
    back.search = query
    const identity = await this.identityOf(provider, back, { pkceCodeVerifier: verifier, expectedState: state, expectedNonce: nonce })
    return inTransaction(this, (db) => this.welcome(db, identity))
  }

  private async identityOf(provider: Oidc.Configuration, back: URL, checks: Oidc.AuthorizationCodeGrantChecks): Promise<Identity> {
    const oidc = await client()
    const { groupsClaim } = this.settings()
    try {
      const tokens = await oidc.authorizationCodeGrant(provider, back, checks)
      const claims = tokens.claims()
      if (!claims) throw new Error('the provider sent no ID token')
      const more = provider.serverMetadata().userinfo_endpoint ? await oidc.fetchUserInfo(provider, tokens.access_token, claims.sub) : {}
      const all: Record<string, unknown> = { ...more, ...claims }
      const groups = all[groupsClaim]
      const word = (name: string) => (typeof all[name] === 'string' && all[name] !== '' ? all[name] : null)
      return {
        issuer: claims.iss,
        subject: claims.sub,
        email: word('email'),
        emailVerified: all['email_verified'] === true,
        name: word('name') ?? word('preferred_username') ?? word('email') ?? claims.sub,
        groups: Array.isArray(groups) ? groups.filter((group) => typeof group === 'string') : [],
      }
    } catch (error) {
      logSecurity('signInRefused', { email: '', address: '', why: error instanceof Error ? error.message.slice(0, 200) : 'unknown' })
      throw new Problem(
        'notSignedIn',
        'oidcRefused',
        `Signing in through ${this.settings().name} did not work. Try again, or sign in with a password`,
      )
    }
  }

  private async welcome(db: InTransaction, identity: Identity): Promise<number> {
    const accountId = (await this.find(db, identity)) ?? (await this.make(db, identity))
    await this.bringUpToDate(db, accountId, identity)
    const actor = { kind: 'person', accountId, tokenId: null } as const
    await record(db, { actor, projectId: null, kind: 'account.signedIn', subject: { id: accountId, name: identity.name } })
    logSecurity('signedIn', { account: accountId, issuer: identity.issuer })
    return accountId
  }

  /** By the identity at the provider; else by an address that the provider vouches for. */
  private async find(db: InTransaction, { issuer, subject, email, emailVerified }: Identity): Promise<number | null> {
    const [known] = await rowsOf<{ id: number }>(
      db,
      'select account_id as id from account_identity where issuer = $issuer and subject = $subject',
      { issuer, subject },
    )
    if (known) return known.id
    if (email === null || !emailVerified) return null
    const [same] = await rowsOf<{ id: number; proved: boolean }>(
      db,
      'select id, proved_at is not null as proved from account where lower(email) = lower($email) for update',
      { email },
    )
    if (!same) return null
    if (!same.proved) await this.takeOver(db, same.id)
    await this.remember(db, same.id, issuer, subject)
    return same.id
  }

  /**
   * Nobody had shown that the account belongs to whom its address belongs to: somebody else may have made it, and waited. What they could come back
   * by ends, and so does what they were let into.
   */
  private async takeOver(db: InTransaction, accountId: number): Promise<void> {
    const actor = { kind: 'system', accountId, tokenId: null } as const
    await run(db, 'update account set password_hash = null, proved_at = now() where id = $accountId', { accountId })
    await run(db, 'update api_token set revoked_at = now() where account_id = $accountId and revoked_at is null', { accountId })
    await run(db, 'delete from password_reset where account_id = $accountId and used_at is null', { accountId })
    const left = await rowsOf<{ projectId: number; role: string; name: string; email: string }>(
      db,
      `delete from membership m using account a where a.id = m.account_id and m.account_id = $accountId and not m.by_group
       returning m.project_id as "projectId", m.role, a.name, a.email`,
      { accountId },
    )
    for (const { projectId, role, name } of left)
      await record(db, {
        actor,
        projectId,
        kind: 'member.removed',
        changes: [{ kind: 'member', id: accountId, name, before: { role }, after: null }],
      })
    await this.sessions.endSessions(db, accountId)
    logSecurity('accountTakenOver', { account: accountId })
    const [person] = await rowsOf<{ email: string }>(db, 'select email from account where id = $accountId', { accountId })
    if (person)
      void this.mailer.trySend({
        to: person.email,
        subject: 'Your account on Bobbin was made safe',
        text: `Hello,\n\nthere was an account for ${person.email} already, and nobody had shown that the address is theirs. Its password, sessions, tokens and memberships ended when you signed in through ${this.settings().name}. Ask the leads of your projects to invite you again.`,
      })
  }

  /** Somebody new gets an account if a group of theirs leads into a project. */
  private async make(db: InTransaction, identity: Identity): Promise<number> {
    const { issuer, subject, email, emailVerified, name, groups } = identity
    if (!this.settings().roles.some(({ group }) => groups.includes(group)))
      throw new Problem(
        'forbidden',
        'noProject',
        'You have no account here, and none of your groups belongs to a project. Ask a lead of a project to invite you',
      )
    if (email === null || !emailVerified)
      throw new Problem(
        'forbidden',
        'noAddress',
        'No account can be made for you: the provider does not say that your e-mail address is verified',
      )
    const [made] = await rowsOf<{ id: number }>(
      db,
      `insert into account (email, name, kind, proved_at) values ($email, $name, 'engineer', now()) returning id`,
      { email, name },
    )
    if (!made) throw new Error('the account was not made')
    await this.remember(db, made.id, issuer, subject)
    logSecurity('accountMade', { account: made.id })
    return made.id
  }

  private remember(db: InTransaction, accountId: number, issuer: string, subject: string): Promise<void> {
    return run(db, 'insert into account_identity (issuer, subject, account_id) values ($issuer, $subject, $accountId)', {
      issuer,
      subject,
      accountId,
    })
  }

  /** Memberships that groups give, or take away again; those that were given here stay. */
  private async bringUpToDate(db: InTransaction, accountId: number, { groups, name }: Identity): Promise<void> {
    const wanted = new Map<string, string>()
    for (const { group, project, role } of this.settings().roles)
      if (groups.includes(group) && !wanted.has(project)) wanted.set(project, role)
    const projects = await rowsOf<{ id: number; slug: string; roles: string[]; role: string | null; given: boolean | null }>(
      db,
      `select p.id, p.slug, array(select name from role r where r.project_id = p.id) as roles, m.role, m.by_group as given
       from project p left join membership m on m.project_id = p.id and m.account_id = $accountId
       where p.slug = any($slugs::text[]) or m.by_group`,
      { accountId, slugs: [...wanted.keys()] },
    )
    const actor = { kind: 'system', accountId, tokenId: null } as const
    for (const { id, slug, roles, role, given } of projects) {
      const next = wanted.get(slug) ?? null
      const bind = { projectId: id, accountId, role: next }
      const known = next === null || isBuiltInRole(next) || roles.includes(next)
      if (!known || (role !== null && !given) || role === next) continue
      if (next === null)
        await run(db, 'delete from membership where project_id = $projectId and account_id = $accountId and by_group', bind)
      else
        await run(
          db,
          `insert into membership (project_id, account_id, role, by_group) values ($projectId, $accountId, $role, true)
           on conflict (project_id, account_id) do update set role = excluded.role`,
          bind,
        )
      const change = {
        kind: 'member',
        id: accountId,
        name,
        before: role === null ? null : { role },
        after: next === null ? null : { role: next },
      }
      const kind = role === null ? 'member.joined' : next === null ? 'member.removed' : 'member.roleChanged'
      await record(db, { actor, projectId: id, kind, changes: [change] })
      await announceAccess(db, accountId)
    }
  }

  /** Asked for when first needed, and again after it could not be reached. */
  private discovered(): Promise<Oidc.Configuration> {
    const { issuer, name } = this.settings()
    this.provider ??= this.discover().catch((error: unknown) => {
      this.provider = null
      logSecurity('oidcAway', { issuer, why: error instanceof Error ? error.message.slice(0, 200) : 'unknown' })
      throw new Problem('away', 'oidcAway', `${name} does not answer. Try again in a moment, or sign in with a password`)
    })
    return this.provider
  }

  private async discover(): Promise<Oidc.Configuration> {
    const { issuer, clientId, clientSecret } = this.settings()
    const oidc = await client()
    const server = new URL(issuer)
    const options = server.protocol === 'http:' && LOOPBACK.has(server.hostname) ? { execute: [oidc.allowInsecureRequests] } : {}
    return oidc.discovery(server, clientId, clientSecret, undefined, options)
  }

  private settings(): OidcSettings {
    if (!this.config.oidc) throw new Problem('notFound', 'noOidc', 'Signing in elsewhere is not set up on this server')
    return this.config.oidc
  }

  private callback(): string {
    return `${this.config.url ?? ''}/api/oidc/callback`
  }
}
