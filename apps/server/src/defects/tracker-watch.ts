import { Inject, Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { buffer } from 'node:stream/consumers'
import { announce } from '../events/announce.js'
import { SYSTEM } from '../platform/acts/index.js'
import { BLOBS, type BlobStore } from '../platform/blobs/index.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { Jobs } from '../platform/jobs/jobs.js'
import { DefectsService } from './defects.service.js'
import type { RegionDto } from './defects.dto.js'
import { type TrackerClient, type TrackerIssue, TrackerRefusal } from './tracker-client.js'
import { TrackerService } from './tracker.service.js'
import { withRegion } from './region.js'

const SEND_S = 2
/** Waited after a failure, doubling with each, in seconds. */
const [FIRST_S, LONGEST_S] = [5, 600]
/** How often open defects are asked for, where no webhook tells of them. */
const LOOK_AGAIN = '10 minutes'

interface Message {
  id: number
  defectId: number
  kind: 'create' | 'comment' | 'state' | 'look'
  body: Record<string, unknown>
  key: string
  tries: number
  issueKey: string | null
  projectId: number
  trackerId: number
}

/** The oldest message of each defect, where its time has come; one that another server holds is passed over. */
const NEXT = `
select m.id, m.defect_id as "defectId", m.kind, m.body, m.key, m.tries, d.key as "issueKey", d.project_id as "projectId", d.tracker_id as "trackerId"
from tracker_message m join defect d on d.id = m.defect_id and d.tracker_id is not null
join tracker t on t.id = d.tracker_id and t.test_ok
where m.sent_at is null and m.due_at <= now()
  and not exists (select 1 from tracker_message e where e.defect_id = m.defect_id and e.sent_at is null and e.id < m.id)
order by m.id limit 1 for update of m skip locked`

/** Tells trackers what waits for them, one after the other; one that is away catches up. */
@Injectable()
export class TrackerWatch {
  private readonly log = new Logger('Tracker')

  constructor(
    jobs: Jobs,
    private readonly trackers: TrackerService,
    private readonly defects: DefectsService,
    @Inject(BLOBS) private readonly blobs: BlobStore,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {
    jobs.define({ name: 'defects.send', everySeconds: SEND_S, pollSeconds: 1, retries: 0, withinSeconds: 300, work: () => this.sendAll() })
    jobs.define({ name: 'defects.look', everySeconds: 300, retries: 0, work: () => this.lookAgain() })
  }

  async sendAll(): Promise<void> {
    while (await this.sendNext());
  }

  /** @returns whether there was one */
  private sendNext(): Promise<boolean> {
    return inTransaction(this, async (db) => {
      const [message] = await rowsOf<Message>(db, NEXT)
      if (!message) return false
      const tracker = await this.trackers.find(message.projectId, db)
      if (tracker?.id !== message.trackerId) return false
      try {
        const issue = await this.send(await this.trackers.client(tracker), message)
        await run(db, 'update tracker_message set sent_at = now(), problem = null where id = $id', { id: message.id })
        await run(db, 'update defect set problem = null where id = $defectId', { defectId: message.defectId })
        if (issue !== undefined) await this.defects.became(db, message.projectId, message.defectId, issue, SYSTEM)
      } catch (error) {
        const problem = error instanceof Error ? error.message : String(error)
        const final = error instanceof TrackerRefusal && error.final
        this.log.warn(`${tracker.name}: ${problem}`)
        await run(
          db,
          `update tracker_message set tries = tries + 1, problem = $problem, sent_at = case when $final::boolean then now() end,
             due_at = now() + least($first::int * power(2, least(tries, 10)), $longest::int) * interval '1 second' where id = $id`,
          { id: message.id, problem, final, first: FIRST_S, longest: LONGEST_S },
        )
        await run(db, 'update defect set problem = $problem where id = $defectId', {
          defectId: message.defectId,
          problem: final ? `The tracker refused it: ${problem}` : `Waiting for the tracker: ${problem}`,
        })
      }
      await announce(db, message.projectId, ['failures'])
      return true
    })
  }

  /** @returns the issue as it is then; null where it is gone; undefined where nothing was said of it */
  private async send(client: TrackerClient, { kind, body, key, issueKey, projectId }: Message): Promise<TrackerIssue | null | undefined> {
    if (kind === 'create') {
      const { attachmentId, region, content, ...issue } = body
      const picture =
        typeof attachmentId === 'number'
          ? await this.attached(projectId, attachmentId, region as RegionDto | null)
          : content
            ? await this.drawn(content as StoredPicture, null)
            : null
      return client.create(key, { ...issue, ...(picture && { picture }) })
    }
    if (issueKey === null) throw new TrackerRefusal('the defect was never taken by the tracker', true, 0)
    if (kind === 'look') return client.look(issueKey)
    if (kind === 'comment') {
      await client.comment(key, issueKey, textIn(body['text']))
      return undefined
    }
    try {
      return await client.setState(key, issueKey, body['state'] === 'open' ? 'open' : 'closed', textIn(body['comment']))
    } catch (error) {
      if (error instanceof TrackerRefusal && (error.status === 404 || error.status === 410)) return null
      throw error
    }
  }

  /** A picture with what was drawn on it; null where its content is gone by now. */
  private async attached(projectId: number, id: number, region: RegionDto | null) {
    const [row] = await rowsOf<StoredPicture>(
      this,
      `select name, encode(hash, 'hex') as hash, media_type as "mediaType" from attachment where id = $id and project_id = $projectId and hash is not null`,
      { id, projectId },
    )
    return row ? this.drawn(row, region) : null
  }

  private async drawn({ name, hash }: StoredPicture, region: RegionDto | null) {
    const stored = await this.blobs.get(hash)
    if (!stored) return null
    const drawn = await withRegion(await buffer(stored), region)
    return drawn ? { name: name.replace(/\.\w+$/, '.png'), mediaType: 'image/png', base64: drawn.toString('base64') } : null
  }

  /** Open defects of trackers that say nothing by themselves. */
  private lookAgain(): Promise<void> {
    return run(
      this,
      `insert into tracker_message (defect_id, kind, body)
       select d.id, 'look', '{}' from defect d join tracker t on t.id = d.tracker_id and t.test_ok
       where d.key is not null and d.state <> 'gone' and coalesce(d.seen_at, d.created_at) < now() - interval '${LOOK_AGAIN}'
         and exists (select 1 from failure_group g where g.defect_id = d.id)
         and not exists (select 1 from tracker_message m where m.defect_id = d.id and m.sent_at is null)
       order by d.seen_at nulls first limit 200`,
    )
  }
}

interface StoredPicture {
  name: string
  hash: string
  mediaType: string
}

const textIn = (value: unknown): string => (typeof value === 'string' ? value : '')
