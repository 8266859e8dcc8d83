import { jaccard } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { DefectDraft, DefectFound, DefectRef, DefectSearch } from '../contract/index.js'
import { addEvent } from '../notifications/index.js'
import { type Actor, actorOf, record, SYSTEM } from '../platform/acts/index.js'
import { type InTransaction, inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { Mailer } from '../platform/mailer.js'
import { notFound, Problem } from '../platform/problem.js'
import { isSigned } from '../platform/signature.js'
import type { NewDefectDto } from './defects.dto.js'
import { issueOf, type TrackerIssue, TrackerRefusal } from './tracker-client.js'
import { type TrackerRecord, TrackerService } from './tracker.service.js'

export const DEFECT_COLUMNS = `d.id, d.key, d.title, d.url, d.state, d.state_name as "stateName", d.problem`

/** What a new defect is filled in with. */
export interface DefectFacts {
  groupId: number
  title: string
  message: string
  stack: string
  environment: string
  build: string
  commit: string | null
  runId: number
  scriptId: number
  tests: readonly { name: string; cases: readonly string[] }[]
  totalTests: number
  since: string
  steps: readonly string[]
  picture: { id: number; name: string } | null
}

const MOST_TEXT = 4000

/** Reports of failures in a tracker: made, found, linked, and kept up to date both ways. */
@Injectable()
export class DefectsService {
  constructor(
    private readonly trackers: TrackerService,
    private readonly mailer: Mailer,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  /** A new defect, filled in; and those that are likely the same. */
  async draft({ project }: Context, facts: DefectFacts): Promise<DefectDraft> {
    const link = (path: string) => this.mailer.link(`/${project.slug}/${path}`)
    const [tracker, known] = await Promise.all([
      this.trackers.find(project.id),
      rowsOf<DefectRef>(
        this,
        `select ${DEFECT_COLUMNS} from defect d where d.project_id = $projectId and d.state <> 'gone' order by d.id desc limit 500`,
        { projectId: project.id },
      ),
    ])
    const words = wordsOf(`${facts.title} ${facts.message.split('\n', 1)[0] ?? ''}`)
    const likely = known
      .map((defect) => ({ defect, alike: jaccard(words, wordsOf(defect.title)) }))
      .filter(({ alike }) => alike >= 0.2)
      .sort((a, b) => b.alike - a.alike)
      .slice(0, 5)
      .map(({ defect }) => defect)
    const tests = facts.tests.slice(0, 20).map(({ name, cases }) => `- ${name}${cases.length > 0 ? ` (${cases.join(', ')})` : ''}`)
    const text = [
      facts.message && `What it says:\n\n${facts.message.slice(0, MOST_TEXT)}`,
      `Environment: ${facts.environment}\nBuild: ${facts.build}${facts.commit ? ` (${facts.commit})` : ''}\nSince build: ${facts.since}`,
      facts.steps.length > 0 && `Steps:\n\n${facts.steps.map((step, i) => `${i + 1}. ${step}`).join('\n')}`,
      `Tests (${facts.totalTests}):\n\n${tests.join('\n')}${facts.totalTests > tests.length ? `\n- and ${facts.totalTests - tests.length} more` : ''}`,
      facts.stack && `Stack:\n\n${facts.stack.slice(0, MOST_TEXT)}`,
      `In Bobbin:\n\n- ${link(`failures?cause=${facts.groupId}`)}\n- ${link(`runs/${facts.runId}?script=${facts.scriptId}`)}`,
    ]
    return {
      title: facts.title,
      text: text.filter((part) => part !== '' && part !== false).join('\n\n'),
      picture: facts.picture,
      tracker: tracker?.name ?? null,
      likely,
    }
  }

  /**
   * Makes a defect, which the tracker is told of at once, or as soon as it answers again. To be called in the transaction of its link.
   * @param content a picture that is no attachment yet
   */
  async report(
    db: InTransaction,
    { project, caller }: Context,
    dto: NewDefectDto,
    content: { name: string; hash: string; mediaType: string } | null = null,
  ): Promise<number> {
    const tracker = await this.usable(project.id, db)
    if (dto.attachmentId) await mustBePicture(db, project.id, dto.attachmentId)
    const [row] = await rowsOf<{ id: number }>(
      db,
      `insert into defect (project_id, tracker_id, title, text, created_by) values ($projectId, $trackerId, $title, $text, $by) returning id`,
      { projectId: project.id, trackerId: tracker.id, title: dto.title, text: dto.text, by: caller.accountId },
    )
    const id = row?.id ?? 0
    await this.tell(db, id, 'create', {
      title: dto.title,
      text: dto.text,
      attachmentId: dto.attachmentId ?? null,
      region: dto.region ?? null,
      ...(content && { content }),
    })
    return id
  }

  /** The defect of a key: known here, or asked for. @throws Problem where the tracker has none */
  async byKey({ project }: Context, key: string): Promise<number> {
    const tracker = await this.usable(project.id)
    const [known] = await rowsOf<{ id: number; state: string }>(
      this,
      'select id, state from defect where tracker_id = $trackerId and lower(key) = lower($key)',
      { trackerId: tracker.id, key },
    )
    const issue = await this.asked(tracker, key, known !== undefined)
    if (issue === undefined) return known?.id ?? 0
    if (issue === null) {
      if (known)
        await run(this, `update defect set state = 'gone', state_name = 'deleted', seen_at = now() where id = $id`, { id: known.id })
      throw new Problem('notFound', 'noDefect', `The tracker has no issue “${key}”: it was never there, or was deleted`)
    }
    return this.keep(this, project.id, tracker.id, issue, null)
  }

  /** @returns undefined where the tracker is away and what is known here has to do */
  private async asked(tracker: TrackerRecord, key: string, known: boolean): Promise<TrackerIssue | null | undefined> {
    try {
      return await (await this.trackers.client(tracker)).look(key)
    } catch (error) {
      if (known) return undefined
      throw new Problem(
        'conflict',
        'trackerAway',
        `The tracker could not be asked for “${key}”: ${error instanceof Error ? error.message : String(error)}`,
      )
    }
  }

  private async keep(db: Queryable, projectId: number, trackerId: number, issue: TrackerIssue, by: number | null): Promise<number> {
    const [row] = await rowsOf<{ id: number }>(
      db,
      `insert into defect (project_id, tracker_id, key, title, url, state, state_name, seen_at, created_by, closed_at)
       values ($projectId, $trackerId, $key, $title, $url, $state, $stateName, now(), $by, case when $state = 'closed' then now() end)
       on conflict (tracker_id, key) do update set title = excluded.title, url = excluded.url, seen_at = now() returning id`,
      { projectId, trackerId, ...issue, by },
    )
    return row?.id ?? 0
  }

  /** By key or words: likely ones first come from the draft; what the tracker finds, and what is known here while it is away. */
  async search({ project }: Context, words: string): Promise<DefectSearch> {
    const tracker = await this.trackers.find(project.id)
    const known = await rowsOf<DefectFound & { key: string }>(
      this,
      `select ${DEFECT_COLUMNS} from defect d where d.project_id = $projectId and d.key is not null
         and ($words = '' or d.title ilike $like or d.key ilike $like) order by d.id desc limit 20`,
      { projectId: project.id, words, like: `%${words.replace(/[\\%_]/g, '\\$&')}%` },
    )
    const plain = (one: DefectFound): DefectFound => ({
      key: one.key,
      title: one.title,
      state: one.state,
      stateName: one.stateName,
      url: one.url,
    })
    if (!tracker) return { rows: known.map(plain), problem: 'No tracker is connected' }
    try {
      const found = await (await this.trackers.client(tracker)).search(words)
      const keys = new Set(found.map(({ key }) => key))
      return { rows: [...found, ...known.filter(({ key }) => !keys.has(key)).map(plain)].slice(0, 20), problem: null }
    } catch (error) {
      return { rows: known.map(plain), problem: error instanceof Error ? error.message : String(error) }
    }
  }

  /** Closes or reopens it in the tracker, as soon as that answers. */
  async setState({ project, caller }: Context, id: number, open: boolean, comment: string): Promise<void> {
    await inTransaction(this, async (db) => {
      const [defect] = await rowsOf<{ title: string; key: string | null; state: string }>(
        db,
        'select title, key, state from defect where id = $id and project_id = $projectId for update',
        { id, projectId: project.id },
      )
      if (!defect) throw notFound('defect', id)
      if (defect.state === 'gone') throw new Problem('conflict', 'gone', 'The tracker no longer has this defect; link another one')
      await this.tell(db, id, 'state', { state: open ? 'open' : 'closed', comment })
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'defect.changed',
        subject: { id, name: defect.key ?? defect.title },
        changes: [
          {
            kind: 'defect',
            id,
            name: defect.key ?? defect.title,
            before: { state: defect.state },
            after: { state: open ? 'open' : 'closed' },
          },
        ],
      })
    })
  }

  /** Sends what somebody says of a cause to its defect, under their name. @throws Problem where it has none */
  async comment(db: InTransaction, { project, caller }: Context, groupId: number, text: string): Promise<void> {
    const [defect] = await rowsOf<{ id: number; author: string }>(
      db,
      `select d.id, (select name from account where id = $by) as author
       from failure_group said join failure_group g on g.id = coalesce(said.merged_into_id, said.id)
       join defect d on d.id = g.defect_id and d.tracker_id is not null and d.state <> 'gone'
       where said.id = $groupId and said.project_id = $projectId`,
      { groupId, projectId: project.id, by: caller.accountId },
    )
    if (!defect) throw new Problem('conflict', 'noDefect', 'The cause has no defect in a tracker; link one, or comment here only')
    await this.tell(db, defect.id, 'comment', { text: `${defect.author}: ${text}` })
  }

  /** Asks the tracker how a defect is. */
  async refresh({ project, caller }: Context, id: number): Promise<void> {
    const [defect] = await rowsOf<{ key: string | null; title: string }>(
      this,
      'select key, title from defect where id = $id and project_id = $projectId',
      {
        id,
        projectId: project.id,
      },
    )
    if (!defect) throw notFound('defect', id)
    await inTransaction(this, async (db) => {
      await this.tell(db, id, 'look', {})
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'defect.asked',
        subject: { id, name: defect.key ?? defect.title },
      })
    })
  }

  private tell(db: InTransaction, defectId: number, kind: 'create' | 'comment' | 'state' | 'look', body: object): Promise<void> {
    return run(db, 'insert into tracker_message (defect_id, kind, body) values ($defectId, $kind, $body::jsonb)', {
      defectId,
      kind,
      body: JSON.stringify(body),
    })
  }

  /** A tracker that was tested. @throws Problem */
  private async usable(projectId: number, db: Queryable = this): Promise<TrackerRecord> {
    const tracker = await this.trackers.find(projectId, db)
    if (!tracker) throw new Problem('conflict', 'noTracker', 'No tracker is connected yet; a lead connects one in Settings › Defects')
    if (tracker.testOk !== true)
      throw new Problem(
        'conflict',
        'notTested',
        'The connection to the tracker was not tested yet, or the test failed; a lead tests it in Settings › Defects',
      )
    return tracker
  }

  /**
   * What a tracker tells: an issue changed, moved or was deleted. It is never answered by a message of Bobbin’s own, so that no two programs
   * tell each other the same for ever.
   * @throws Problem where the signature is not that of the body
   */
  async hear(hook: string, body: Buffer, signature: string): Promise<void> {
    const [tracker] = await rowsOf<TrackerRecord>(
      this,
      'select id, project_id as "projectId", url, sealed_token as "sealedToken", sealed_secret as "sealedSecret" from tracker where hook = $hook::uuid',
      { hook },
    )
    if (!tracker || !isSigned(this.trackers.secretOf(tracker), body, signature))
      throw new Problem('forbidden', 'notSigned', 'The signature is not that of the body, by the secret of this connection')
    const told = toldIn(body)
    await inTransaction(this, async (db) => {
      const [defect] = await rowsOf<{ id: number }>(
        db,
        'select id from defect where tracker_id = $trackerId and key = any($keys::text[]) for update',
        {
          trackerId: tracker.id,
          keys: [told.movedFrom, told.issue.key].filter((key) => key !== null),
        },
      )
      if (defect) await this.became(db, tracker.projectId, defect.id, told.deleted ? null : told.issue, SYSTEM)
    })
  }

  /** A defect is now as its tracker says. @param issue null where it is gone */
  async became(db: InTransaction, projectId: number, id: number, issue: TrackerIssue | null, actor: Actor): Promise<void> {
    const now = issue ?? { state: 'gone' as const, stateName: 'deleted', key: null, title: null, url: null }
    const [was] = await rowsOf<{ state: string; key: string | null; title: string }>(
      db,
      'select state, key, title from defect where id = $id for update',
      { id },
    )
    if (!was) return
    await run(
      db,
      `update defect set state = $state, state_name = $stateName, key = coalesce($key, key), title = coalesce($title, title), url = coalesce($url, url), seen_at = now(), problem = null,
         closed_at = case when $state = 'open' then null when state = 'open' then now() else closed_at end where id = $id`,
      { id, ...now },
    )
    if (was.state === now.state && (now.key === null || now.key === was.key)) return
    const name = now.key ?? was.key ?? was.title
    await record(db, {
      actor,
      projectId,
      kind: 'defect.told',
      subject: { id, name },
      changes: [
        { kind: 'defect', id, name, before: { state: was.state, key: was.key }, after: { state: now.state, key: now.key ?? was.key } },
      ],
    })
    if (was.state === 'open' && now.state !== 'open') await this.closed(db, projectId, id, name)
  }

  /** What was muted until then counts again, and its tests should be run again. */
  private async closed(db: InTransaction, projectId: number, id: number, name: string): Promise<void> {
    const muted = await rowsOf<{ id: number; name: string }>(
      db,
      `update mute m set ended_at = now(), ended_why = 'defect' where m.until_defect_id = $id and m.ended_at is null
       returning m.id, coalesce((select g.title from failure_group g where g.id = m.group_id), '') as name`,
      { id },
    )
    for (const mute of muted)
      await record(db, {
        actor: SYSTEM,
        projectId,
        kind: 'mute.ended',
        subject: { id: mute.id, name: mute.name },
        changes: [{ kind: 'mute', id: mute.id, name: mute.name, before: { ended_why: null }, after: { ended_why: 'defect' } }],
      })
    const groups = await rowsOf<{ id: number; title: string }>(db, 'select id, title from failure_group where defect_id = $id', { id })
    for (const group of groups)
      await addEvent(db, {
        projectId,
        kind: 'defectClosed',
        key: `defectClosed:${id}:${group.id}:${new Date().toISOString().slice(0, 16)}`,
        title: `${name} was closed: run its tests again`,
        text: group.title,
        path: `failures?cause=${group.id}`,
      })
  }
}

const wordsOf = (text: string): string[] =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter((word) => word.length > 2)

interface Told {
  issue: TrackerIssue
  movedFrom: string | null
  deleted: boolean
}

function toldIn(body: Buffer): Told {
  try {
    const { issue, movedFrom, deleted } = JSON.parse(body.toString('utf8')) as Record<string, unknown>
    return { issue: issueOf(issue), movedFrom: typeof movedFrom === 'string' ? movedFrom : null, deleted: deleted === true }
  } catch (error) {
    if (error instanceof TrackerRefusal || error instanceof SyntaxError)
      throw new Problem('invalid', 'malformed', 'This is not what docs/tracker.md describes for a webhook')
    throw error
  }
}

async function mustBePicture(db: Queryable, projectId: number, id: number): Promise<void> {
  const rows = await rowsOf(
    db,
    `select 1 as yes from attachment where id = $id and project_id = $projectId and hash is not null and media_type like 'image/%'`,
    { id, projectId },
  )
  if (rows.length === 0) throw notFound('picture', id)
}
