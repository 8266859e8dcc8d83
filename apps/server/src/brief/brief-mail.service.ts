import { count, headlineOf, sentenceOf } from '@bobbin/core'
import { Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { DateTime } from 'luxon'
import { Sequelize } from 'sequelize-typescript'
import { AccessService } from '../access/index.js'
import type { Brief } from '../contract/index.js'
import { inTransaction, rowsOf } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { Mailer } from '../platform/mailer.js'
import { addForRule } from '../notifications/index.js'
import { lensOf } from '../runs/index.js'
import { BriefService } from './brief.service.js'

const LOOK_S = 30
/** A Brief that is later than this, because the server was down, waits for the next day. */
const LATEST = '3 hours'
const MOST_SENTENCES = 10

/** Rules whose Brief is due and was not written today. Since the one before, or for a day. */
const DUE_RULES = `
select r.id, r.project_id as "projectId", r.account_id as "accountId", r.zone, p.slug, p.name as project, z.key,
  greatest(now() - interval '8 days', coalesce(l.at, now() - interval '24 hours')) as since, l.at is null as "isFirst"
from notification_rule r join project p on p.id = r.project_id
join membership m on m.project_id = r.project_id and m.account_id = r.account_id
left join lateral (
  select max(e.at) as at from notification n join notification_event e on e.id = n.event_id and e.kind = 'brief' where n.rule_id = r.id
) l on true
cross join lateral (select now() at time zone r.zone as here) t
cross join lateral (select concat_ws(':', 'brief', r.id, t.here::date) as key) z
where 'brief' = any(r.events) and not r.paused and r.digest_at is not null
  and t.here - (t.here::date + r.digest_at::time) between interval '0' and interval '${LATEST}'
  and not exists (select 1 from notification_event e where e.project_id = r.project_id and e.key = z.key and e.account_id = r.account_id)
order by r.id limit 100`

interface DueRule {
  id: number
  projectId: number
  accountId: number
  zone: string
  slug: string
  project: string
  key: string
  since: Date
  /** None was sent before it. */
  isFirst: boolean
}

/** Writes the Brief to those who want it each morning; notifications send it. */
@Injectable()
export class BriefMailService {
  private readonly log = new Logger('Brief')

  constructor(
    jobs: Jobs,
    private readonly access: AccessService,
    private readonly brief: BriefService,
    private readonly mailer: Mailer,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    jobs.define({ name: 'brief.mail', everySeconds: LOOK_S, retries: 0, withinSeconds: 600, work: () => this.writeDue() })
  }

  /** Writes every Brief that is due, once however many servers look. */
  async writeDue(): Promise<void> {
    for (const rule of await rowsOf<DueRule>(this, DUE_RULES)) {
      try {
        await this.write(rule)
      } catch (error) {
        // the next look tries again; others get theirs
        this.log.error(`The Brief of ${rule.project} could not be written: ${error instanceof Error ? error.message : String(error)}`)
      }
    }
  }

  private async write({ id, projectId, accountId, zone, slug, project, key, since, isFirst }: DueRule): Promise<void> {
    const caller = { accountId, sessionId: null, token: null }
    const context = { caller, ...(await this.access.projectFor(caller, slug)) }
    const brief = await this.brief.get(context, lensOf({ branch: context.project.defaultBranch }), since)
    const text = letterOf(brief, isFirst ? 'In the last 24 hours' : 'Since the last Brief', zone, (path) =>
      this.mailer.link(`/${slug}/${path}`),
    )
    const event = { projectId, kind: 'brief', key, title: `${project}: ${headlineOf(brief)}`, text, path: '', accountId } as const
    await inTransaction(this, (db) => addForRule(db, id, event))
  }
}

/** The Brief in plain text: what came, and its sentences with a link each. @param when the span that it is of, in words */
function letterOf({ findings, runs, builds, results }: Brief, when: string, zone: string, linkOf: (path: string) => string): string {
  const exact = (iso: string) => DateTime.fromISO(iso, { zone }).setLocale('en-GB').toFormat('cccc d LLLL, HH:mm')
  const sentences = findings.slice(0, MOST_SENTENCES).map((finding) => {
    const { parts, detail } = sentenceOf(finding, exact)
    const said = [parts, detail].map((words) => words.map(({ text }) => text).join('')).filter((words) => words !== '')
    const to = [...parts, ...detail].find((part) => part.to !== undefined)?.to
    return ['- ', said.join('\n  '), ...(to === undefined ? [] : ['\n  ', linkOf(to)])].join('')
  })
  const more = findings.length - sentences.length
  const came = `${when}: ${count(builds, 'build')}, ${count(runs, 'run')}, ${count(results, 'result')}.`
  return [came, ...sentences, ...(more > 0 ? [`${more} more on the page.`] : [])].join('\n\n')
}
