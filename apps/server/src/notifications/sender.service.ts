import { Inject, Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { dueAt } from '@bobbin/core'
import { Sequelize } from 'sequelize-typescript'
import { CONFIG, type Config } from '../platform/config.js'
import { type InTransaction, inTransaction, rowsOf, run } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { Mailer } from '../platform/mailer.js'
import { allowedAddress, askAt, hostsOf } from '../platform/reachable.js'
import { unseal } from '../platform/sealed.js'
import { signatureOf } from '../platform/signature.js'
import { fillIn } from '../platform/fill-in.js'
import { DEFAULT_TEMPLATE, letterOf, type Told } from './message.js'

const SEND_S = 2
const WITHIN_MS = 10_000
/** Waited after a failure, doubling with each, in seconds; after so many tries it is given up. */
const [FIRST_S, MOST_TRIES] = [10, 8]
/** Parts that waited so long are late. */
const LATE = '15 minutes'

export interface RuleRecord {
  id: number
  projectId: number
  accountId: number | null
  name: string
  events: string[]
  channel: 'mail' | 'webhook'
  address: string | null
  template: string | null
  sealed: Buffer | null
  digestAt: string | null
  quietFrom: string | null
  quietTo: string | null
  zone: string
  email: string | null
  project: string
  slug: string
}

/** Plans whose parts nobody takes. */
const NOTICED = `
insert into notification_event (project_id, kind, key, title, path)
select p.project_id, 'planLate', 'planLate:' || p.start_id, 'Waiting for an agent for more than ${LATE}: ' || s.name, 'plans/today'
from part p join start s on s.id = p.start_id where p.state = 'waiting' and p.created_at < now() - interval '${LATE}' and p.created_at > now() - interval '2 days'
group by p.project_id, p.start_id, s.name
on conflict (project_id, key, account_id) do nothing`

const NEW_EVENTS = `
select id, project_id as "projectId", kind, account_id as "accountId", at from notification_event where routed_at is null order by id limit 200 for update skip locked`

/** Somebody whom something concerns, and who has no rule yet, is told by mail: a rule that they see, and may change. */
const DEFAULT_RULE = `
insert into notification_rule (project_id, account_id, name, events, channel)
select $projectId::int, $accountId::int, 'What concerns me', array['mine', 'assigned', 'mention', 'comment'], 'mail'
where not exists (select 1 from notification_rule where project_id = $projectId and account_id = $accountId)
  and exists (select 1 from membership where project_id = $projectId and account_id = $accountId)
on conflict do nothing`

/** The oldest rule with something due; one that another server sends for is passed over. */
const DUE = `
select n.id, n.rule_id as "ruleId" from notification n join notification_rule r on r.id = n.rule_id
where n.sent_at is null and n.gave_up_at is null and n.due_at <= now() and not r.paused order by n.due_at, n.id limit 1 for update of n skip locked`

const WITH_IT = `
select n.id, n.tries, e.id as "eventId", e.kind, e.title, e.text, e.path from notification n join notification_event e on e.id = n.event_id
where n.rule_id = $ruleId and n.sent_at is null and n.gave_up_at is null and n.due_at <= now() and ($digest::boolean or n.id = $id)
order by n.id limit 200 for update of n skip locked`

/**
 * Sends what rules ask for. An event is one row whoever notices it, and a message one row for each rule: several servers send it once. Should a
 * server be killed between the other side's yes and its own note, the message goes out again under the same id.
 */
@Injectable()
export class SenderService {
  private readonly log = new Logger('Notifications')
  readonly RULE = `
select r.id, r.project_id as "projectId", r.account_id as "accountId", r.name, r.events, r.channel, r.address, r.template, r.sealed_secret as sealed, r.digest_at as "digestAt",
  r.quiet_from as "quietFrom", r.quiet_to as "quietTo", r.zone, (select a.email from account a where a.id = r.account_id) as email, p.name as project, p.slug
from notification_rule r join project p on p.id = r.project_id`

  constructor(
    jobs: Jobs,
    private readonly mailer: Mailer,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {
    jobs.define({
      name: 'notifications.send',
      everySeconds: SEND_S,
      pollSeconds: 1,
      retries: 0,
      withinSeconds: 300,
      work: () => this.tick(),
    })
  }

  async tick(): Promise<void> {
    await run(this, NOTICED)
    while ((await this.route()) > 0);
    while (await this.sendNext());
  }

  /** Says of new events who is told, and when. @returns how many there were */
  private route(): Promise<number> {
    return inTransaction(this, async (db) => {
      const events = await rowsOf<{ id: number; projectId: number; kind: string; accountId: number | null; at: Date }>(db, NEW_EVENTS)
      for (const event of events) await this.routeOne(db, event)
      return events.length
    })
  }

  private async routeOne(
    db: InTransaction,
    { id, projectId, kind, accountId, at }: { id: number; projectId: number; kind: string; accountId: number | null; at: Date },
  ): Promise<void> {
    if (accountId !== null && this.mailer.sends) await run(db, DEFAULT_RULE, { projectId, accountId })
    const rules = await rowsOf<RuleRecord>(
      db,
      `${this.RULE} where r.project_id = $projectId and not r.paused and $kind = any(r.events)
         and ($accountId::int is null or r.account_id = $accountId)
         and (r.account_id is null or exists (select 1 from membership m where m.project_id = r.project_id and m.account_id = r.account_id))`,
      { projectId, kind, accountId },
    )
    for (const rule of rules)
      await run(
        db,
        'insert into notification (project_id, rule_id, event_id, due_at) values ($projectId, $ruleId, $id, $due) on conflict (rule_id, event_id) do nothing',
        { projectId, ruleId: rule.id, id, due: dueAt(at, rule) },
      )
    await run(db, 'update notification_event set routed_at = now() where id = $id', { id })
  }

  /** @returns whether there was one */
  private sendNext(): Promise<boolean> {
    return inTransaction(this, async (db) => {
      const [first] = await rowsOf<{ id: number; ruleId: number }>(db, DUE)
      if (!first) return false
      const [rule] = await rowsOf<RuleRecord>(db, `${this.RULE} where r.id = $id`, { id: first.ruleId })
      if (!rule) return false
      const rows = await rowsOf<Told & { tries: number; eventId: number }>(db, WITH_IT, {
        ruleId: rule.id,
        id: first.id,
        digest: rule.digestAt !== null,
      })
      const ids = rows.map(({ id }) => id)
      try {
        await this.send(rule, rows)
        await run(db, 'update notification set sent_at = now(), tries = tries + 1, problem = null where id = any($ids::int[])', { ids })
      } catch (error) {
        const problem = error instanceof Error ? error.message : String(error)
        this.log.warn(`“${rule.name}”: ${problem}`)
        await run(
          db,
          `update notification set tries = tries + 1, problem = $problem, gave_up_at = case when tries + 1 >= $most::int then now() end,
             due_at = now() + $first::int * power(2, least(tries, 12)) * interval '1 second' where id = any($ids::int[])`,
          { ids, problem, first: FIRST_S, most: MOST_TRIES },
        )
      }
      return true
    })
  }

  /** One message about one event, or about all of a digest. @throws Error where it was not taken */
  async send(rule: RuleRecord, events: readonly Told[]): Promise<void> {
    const linkOf = (path: string) => this.mailer.link(`/${rule.slug}/${path}`)
    if (rule.channel === 'mail') {
      const to = rule.address ?? rule.email
      if (to === null) throw new Error('the rule has no address to mail to')
      return this.mailer.send({ to, ...letterOf(events, rule.project, linkOf) })
    }
    const { subject, text } = letterOf(events, rule.project, linkOf)
    const [only] = events
    const one = events.length === 1 && only ? only : { title: subject, text, path: 'failures', kind: 'digest', id: 0 }
    await this.post(
      rule,
      fillIn(rule.template ?? DEFAULT_TEMPLATE, {
        title: one.title,
        text: one.text,
        link: linkOf(one.path),
        kind: one.kind,
        project: rule.project,
      }),
      `${rule.id}-${events.map(({ id }) => id).join('.')}`.slice(0, 200),
    )
  }

  private async post({ projectId, address, sealed }: RuleRecord, body: string, id: string): Promise<void> {
    const hosts = await hostsOf(this, this.config, projectId)
    const secret = sealed ? unseal(sealed, this.config.secret) : null
    const answer = await askAt(allowedAddress(address ?? '', hosts), {
      hosts,
      body,
      withinMs: WITHIN_MS,
      headers: {
        'content-type': 'application/json',
        'idempotency-key': id,
        ...(secret !== null && { 'x-bobbin-signature': signatureOf(secret, body) }),
      },
    })
    answer.destroy()
    const { statusCode = 0 } = answer
    if (statusCode < 200 || statusCode > 299) throw new Error(`the webhook answered ${statusCode}`)
  }
}
