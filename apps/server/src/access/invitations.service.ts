import { isBuiltInRole } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { AccountKind, InvitationRow, InvitationSeen, MadeInvitation } from '../contract/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { actorOf, record, recordOf } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { Mailer } from '../platform/mailer.js'
import { notFound, Problem } from '../platform/problem.js'
import type { Caller, Context } from './context.js'
import { refuseWeak } from './passwords.js'
import { hashPassword, randomSecret, secretHash } from './secrets.js'
import { logSecurity } from './security-log.js'

const DAYS = 7

const ROWS = `
select i.id, i.email, i.role, a.name as "invitedBy", i.created_at as "createdAt", i.expires_at as "expiresAt"
from invitation i join account a on a.id = i.invited_by
where i.project_id = $projectId and i.accepted_at is null and i.withdrawn_at is null and i.expires_at > now()
  and ($id::int is null or i.id = $id) order by i.id`

const OPEN = `
select i.id, i.project_id as "projectId", i.email, i.role, i.mailed_at is not null as mailed, p.name as project, p.slug, a.name as "invitedBy"
from invitation i join project p on p.id = i.project_id join account a on a.id = i.invited_by
where i.secret_hash = $hash and i.accepted_at is null and i.withdrawn_at is null and i.expires_at > now()`

interface OpenInvitation {
  id: number
  projectId: number
  email: string
  role: string
  mailed: boolean
  project: string
  slug: string
  invitedBy: string
}

export interface NewAccount {
  name: string
  kind: AccountKind
  password: string
}

/** People join a project by a link that they accept themselves: nobody sets another's password, and whoever invites learns of no account. */
@Injectable()
export class InvitationsService {
  constructor(
    private readonly mailer: Mailer,
    @Inject(CONFIG) private readonly config: Config,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  list({ project }: Context): Promise<InvitationRow[]> {
    return this.rows(project.id, null)
  }

  /** An invitation for the same address before this one ends. */
  async make({ project, caller }: Context, email: string, role: string): Promise<MadeInvitation> {
    if (!isBuiltInRole(role)) {
      const own = await rowsOf(this, 'select 1 as yes from role where project_id = $projectId and name = $role', {
        projectId: project.id,
        role,
      })
      if (own.length === 0) throw new Problem('invalid', 'noRole', `This project has no role “${role}”`)
    }
    const secret = randomSecret()
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'invitation.made' } as const
    const mine = {
      kind: 'invitation',
      where: 't.project_id = $projectId and lower(t.email) = lower($email)',
      bind: { projectId: project.id, email },
    } as const
    const {
      answer: [made],
    } = await inTransaction(this, (db) =>
      recordOf(db, act, [mine], async () => {
        await run(
          db,
          `update invitation set withdrawn_at = now() where project_id = $projectId and lower(email) = lower($email) and accepted_at is null and withdrawn_at is null`,
          { projectId: project.id, email },
        )
        return rowsOf<{ id: number }>(
          db,
          `insert into invitation (project_id, email, role, secret_hash, invited_by, expires_at)
           values ($projectId, $email, $role, $hash, $by, now() + make_interval(days => ${DAYS})) returning id`,
          { projectId: project.id, email, role, hash: this.hash(secret), by: caller.accountId },
        )
      }),
    )
    const [invitation] = await this.rows(project.id, made?.id ?? 0)
    if (!invitation) throw notFound('invitation', made?.id ?? 0)
    logSecurity('invited', { project: project.slug, by: caller.accountId, invitation: invitation.id })
    const mailed = await this.mailer.trySend({
      to: email,
      subject: `You are invited to ${project.name}`,
      text: `Hello,\n\n${invitation.invitedBy} invites you to ${project.name} on Bobbin. Follow this link to join; it works once, within ${DAYS} days:\n\n${this.mailer.link(`/join#${secret}`)}`,
    })
    // a link that was mailed is nobody else's: who follows it has shown that the address is theirs
    if (mailed) await run(this, 'update invitation set mailed_at = now() where id = $id', { id: invitation.id })
    return { invitation, secret: mailed ? null : secret, mailed }
  }

  async withdraw({ project, caller }: Context, id: number): Promise<void> {
    const act = { actor: actorOf(caller), projectId: project.id, kind: 'invitation.withdrawn' } as const
    await inTransaction(this, (db) =>
      recordOf(db, act, [{ kind: 'invitation', where: 't.id = $id', bind: { id } }], async () => {
        const rows = await rowsOf(
          db,
          `update invitation set withdrawn_at = now() where id = $id and project_id = $projectId and accepted_at is null and withdrawn_at is null returning id`,
          { id, projectId: project.id },
        )
        if (rows.length === 0) throw notFound('invitation', id)
      }),
    )
    logSecurity('invitationWithdrawn', { project: project.slug, by: caller.accountId, invitation: id })
  }

  async look(secret: string): Promise<InvitationSeen> {
    const { project, email, invitedBy } = await this.guarded(secret)
    return { project, email, invitedBy }
  }

  /**
   * Accepts an invitation, once: as who is signed in, whatever their address, or with a new account for the address that was invited.
   * @returns the account, and whether it is new
   */
  async accept(
    secret: string,
    caller: Caller | null,
    account: NewAccount | null,
  ): Promise<{ accountId: number; slug: string; isNew: boolean }> {
    const { email } = await this.guarded(secret)
    if (!caller && !account) throw new Problem('invalid', 'noAccount', 'Sign in, or say your name and choose a password')
    if (!caller && account) await refuseWeak(account.password, email)
    const passwordHash = !caller && account ? await hashPassword(account.password) : null
    return inTransaction(this, async (db) => {
      // whoever comes second at the same moment waits here, and finds it accepted
      const [open] = await rowsOf<OpenInvitation>(db, `${OPEN} for update of i`, { hash: this.hash(secret) })
      if (!open) throw GONE()
      const accountId = caller?.accountId ?? (await this.makeAccount(db, open, account, passwordHash))
      await run(db, 'insert into membership (project_id, account_id, role) values ($projectId, $accountId, $role) on conflict do nothing', {
        role: open.role,
        projectId: open.projectId,
        accountId,
      })
      await run(db, 'update invitation set accepted_at = now(), accepted_by = $accountId where id = $id', { id: open.id, accountId })
      const [person] = await rowsOf<{ name: string }>(db, 'select name from account where id = $accountId', { accountId })
      await record(db, {
        actor: { kind: 'person', accountId, tokenId: null },
        projectId: open.projectId,
        kind: 'member.joined',
        subject: { id: accountId, name: person?.name ?? '' },
        changes: [{ kind: 'invitation', id: open.id, name: open.email, before: { accepted_by: null }, after: { accepted_by: accountId } }],
      })
      logSecurity('invitationAccepted', { project: open.slug, account: accountId, invitation: open.id })
      return { accountId, slug: open.slug, isNew: !caller }
    })
  }

  private async makeAccount(
    db: InTransaction,
    { email, mailed }: OpenInvitation,
    account: NewAccount | null,
    passwordHash: string | null,
  ): Promise<number> {
    const [made] = await rowsOf<{ id: number }>(
      db,
      `insert into account (email, name, kind, password_hash, proved_at) select $email, $name, $kind, $passwordHash, case when $mailed then now() end
       where not exists (select 1 from account where lower(email) = lower($email)) returning id`,
      { email, name: account?.name, kind: account?.kind, passwordHash, mailed },
    )
    if (!made)
      throw new Problem('conflict', 'signIn', 'No new account can be made for this address. Sign in with yours, and open the link again')
    logSecurity('accountMade', { account: made.id })
    return made.id
  }

  /** Secrets are too long to be guessed at; counting wrong ones would only lock others out. */
  private async guarded(secret: string): Promise<OpenInvitation> {
    const [open] = await rowsOf<OpenInvitation>(this, OPEN, { hash: this.hash(secret) })
    if (!open) throw GONE()
    return open
  }

  private async rows(projectId: number, id: number | null): Promise<InvitationRow[]> {
    const rows = await rowsOf<Omit<InvitationRow, 'createdAt' | 'expiresAt'> & { createdAt: Date; expiresAt: Date }>(this, ROWS, {
      projectId,
      id,
    })
    return rows.map((row) => ({ ...row, createdAt: row.createdAt.toISOString(), expiresAt: row.expiresAt.toISOString() }))
  }

  private hash(secret: string): Buffer {
    return secretHash(secret, this.config.secret)
  }
}

const GONE = () =>
  new Problem('notFound', 'invitationGone', `This invitation was accepted, was withdrawn, or is older than ${DAYS} days. Ask for a new one`)
