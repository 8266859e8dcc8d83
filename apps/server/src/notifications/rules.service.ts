import { type ActKind } from '@bobbin/core'
import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { can, type Context, mustBeAble } from '../access/index.js'
import type { NotificationLog, NotificationLogRow, NotificationRule, NotificationRules } from '../contract/index.js'
import { actorOf, recordOf, type Watched } from '../platform/acts/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { inTransaction, isUniqueViolation, rowsOf, run } from '../platform/database.js'
import { Mailer } from '../platform/mailer.js'
import { notFound, Problem } from '../platform/problem.js'
import { allowedAddress, hostsOf } from '../platform/reachable.js'
import { seal } from '../platform/sealed.js'
import { fillIn } from '../platform/fill-in.js'
import { DEFAULT_TEMPLATE } from './message.js'
import type { NotificationLogDto, NotificationRuleDto } from './notifications.dto.js'
import { type RuleRecord, SenderService } from './sender.service.js'

const RULES = `
select id, name, account_id is not null as own, events, channel, address, template, sealed_secret is not null as "hasSecret",
  digest_at as "digestAt", quiet_from as "quietFrom", quiet_to as "quietTo", zone, paused
from notification_rule where project_id = $projectId and (account_id is null or account_id = $accountId) order by account_id is null, name`

const LOG = `
select n.id, e.at, e.kind, e.title, e.path, r.name as rule, r.channel,
  case when r.channel = 'webhook' and r.account_id is null then coalesce(substring(r.address from '^https?://(?:[^/?#@]*@)?([^/?#]*)'), '') else coalesce(r.address, (select a.email from account a where a.id = r.account_id), '') end as to, n.due_at as "dueAt", n.sent_at as "sentAt", n.gave_up_at as "gaveUpAt", n.tries, n.problem,
  count(*) over ()::int as full
from notification n join notification_event e on e.id = n.event_id join notification_rule r on r.id = n.rule_id
where n.project_id = $projectId and (r.account_id is null or r.account_id = $accountId) order by n.id desc limit $limit offset $offset`

/** What people and projects want to be told, where and when; and what was sent, and why. */
@Injectable()
export class RulesService {
  constructor(
    private readonly mailer: Mailer,
    private readonly sender: SenderService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Addresses of webhooks and their templates may hold secrets: those of the project are for who manages it. */
  async list(context: Context): Promise<NotificationRules> {
    const { project, caller } = context
    const rows = await rowsOf<NotificationRule>(this, RULES, { projectId: project.id, accountId: caller.accountId })
    const isShown = ({ own, channel }: NotificationRule) => own || channel !== 'webhook' || can(context, 'manage')
    return { rows: rows.map((row) => (isShown(row) ? row : { ...row, address: null, template: null })), sendsMail: this.mailer.sends }
  }

  async log({ project, caller }: Context, { limit, offset }: NotificationLogDto): Promise<NotificationLog> {
    const rows = await rowsOf<NotificationLogRow & { at: Date; dueAt: Date; sentAt: Date | null; gaveUpAt: Date | null; full: number }>(
      this,
      LOG,
      {
        projectId: project.id,
        accountId: caller.accountId,
        limit: limit ?? 100,
        offset: offset ?? 0,
      },
    )
    return {
      rows: rows.map(({ full: _, at, dueAt, sentAt, gaveUpAt, ...row }) => ({
        ...row,
        at: at.toISOString(),
        dueAt: dueAt.toISOString(),
        sentAt: sentAt?.toISOString() ?? null,
        gaveUpAt: gaveUpAt?.toISOString() ?? null,
      })),
      total: rows[0]?.full ?? 0,
    }
  }

  add(context: Context, dto: NotificationRuleDto): Promise<NotificationRules> {
    return this.change(context, null, dto, 'notificationRule.made')
  }

  edit(context: Context, id: number, dto: NotificationRuleDto): Promise<NotificationRules> {
    return this.change(context, id, dto, 'notificationRule.changed')
  }

  async remove(context: Context, id: number): Promise<void> {
    const { project, caller } = context
    const rule = await this.mayChange(context, id)
    await inTransaction(this, (db) =>
      recordOf(db, { actor: actorOf(caller), projectId: project.id, kind: 'notificationRule.deleted' }, [watched(rule.id)], () =>
        run(db, 'delete from notification_rule where id = $id', { id: rule.id }),
      ),
    )
  }

  /** Sends one message by a rule now. @throws Problem with what went wrong */
  async tryOut(context: Context, id: number): Promise<void> {
    const { project, caller } = context
    const rule = await this.mayChange(context, id)
    try {
      await this.sender.send(rule, [
        {
          id: 0,
          kind: 'mention',
          title: `Test of the rule “${rule.name}”`,
          text: 'This is what messages of this rule look like.',
          path: 'settings/notifications',
        },
      ])
    } catch (error) {
      throw new Problem('conflict', 'notSent', `The test could not be sent: ${error instanceof Error ? error.message : String(error)}`)
    }
    await inTransaction(this, (db) =>
      recordOf(
        db,
        { actor: actorOf(caller), projectId: project.id, kind: 'notificationRule.tried', subject: { id: rule.id, name: rule.name } },
        [watched(rule.id)],
        () => Promise.resolve(),
      ),
    )
  }

  private async change(context: Context, id: number | null, dto: NotificationRuleDto, kind: ActKind): Promise<NotificationRules> {
    const { project, caller } = context
    if (id !== null) await this.mayChange(context, id)
    if (!dto.own) mustBeAble(context, 'manage')
    await this.check(project.id, dto)
    const { secret } = dto
    const bind = {
      projectId: project.id,
      accountId: dto.own ? caller.accountId : null,
      name: dto.name,
      events: dto.events,
      channel: dto.channel,
      address: dto.address || null,
      template: dto.template || null,
      secret: secret ? seal(secret, this.config.secret) : null,
      digestAt: dto.digestAt ?? null,
      quietFrom: dto.quietFrom ?? null,
      quietTo: dto.quietTo ?? null,
      zone: dto.zone,
      paused: dto.paused,
    }
    try {
      await inTransaction(this, (db) =>
        recordOf(
          db,
          { actor: actorOf(caller), projectId: project.id, kind },
          id === null ? (made: number) => [watched(made)] : [watched(id)],
          async () => {
            const [row] =
              id === null
                ? await rowsOf<{ id: number }>(
                    db,
                    `insert into notification_rule (project_id, account_id, name, events, channel, address, template, sealed_secret, digest_at, quiet_from, quiet_to, zone, paused)
                   values ($projectId, $accountId, $name, $events, $channel, $address, $template, $secret, $digestAt, $quietFrom, $quietTo, $zone, $paused) returning id`,
                    bind,
                  )
                : await rowsOf<{ id: number }>(
                    db,
                    `update notification_rule set account_id = $accountId, name = $name, events = $events, channel = $channel, address = $address, template = $template,
                     sealed_secret = case when $keep::boolean then sealed_secret else $secret end, digest_at = $digestAt, quiet_from = $quietFrom, quiet_to = $quietTo, zone = $zone, paused = $paused
                   where id = $id and project_id = $projectId returning id`,
                    { ...bind, id, keep: secret === undefined },
                  )
            return row?.id ?? 0
          },
        ),
      )
    } catch (error) {
      if (!isUniqueViolation(error)) throw error
      throw new Problem('conflict', 'nameTaken', `There is a rule “${dto.name}” already; choose another name`)
    }
    return this.list(context)
  }

  private async check(projectId: number, dto: NotificationRuleDto): Promise<void> {
    if (((dto.quietFrom ?? null) === null) !== ((dto.quietTo ?? null) === null))
      throw new Problem('invalid', 'quiet', 'Quiet hours have a beginning and an end')
    if (dto.events.includes('brief')) {
      if (!dto.own) throw new Problem('invalid', 'brief', 'The Brief says what waits for one person: choose it in a rule of your own')
      if (!dto.digestAt) throw new Problem('invalid', 'brief', 'The Brief comes once a day: say when')
    }
    if (dto.channel === 'webhook') {
      if (!dto.address) throw new Problem('invalid', 'address', 'A webhook needs an address')
      allowedAddress(dto.address, await hostsOf(this, this.config, projectId))
      try {
        JSON.parse(fillIn(dto.template || DEFAULT_TEMPLATE, { title: 'a', text: 'b', link: 'c', kind: 'd', project: 'e' }))
      } catch {
        throw new Problem('invalid', 'template', 'The template is not JSON once it is filled in')
      }
    } else if (!dto.own && !/^[^@\s]+@[^@\s]+$/.test(dto.address ?? ''))
      throw new Problem('invalid', 'address', 'A rule of the project needs an address to mail to')
  }

  private async mayChange(context: Context, id: number): Promise<RuleRecord> {
    const [rule] = await rowsOf<RuleRecord>(this, `${this.sender.RULE} where r.id = $id and r.project_id = $projectId`, {
      id,
      projectId: context.project.id,
    })
    if (!rule || (rule.accountId !== null && rule.accountId !== context.caller.accountId)) throw notFound('notification rule', id)
    if (rule.accountId === null) mustBeAble(context, 'manage')
    return rule
  }
}

const watched = (id: number): Watched => ({ kind: 'notificationRule', where: 't.id = $ruleId', bind: { ruleId: id } })
