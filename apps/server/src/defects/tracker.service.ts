import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { randomBytes } from 'node:crypto'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { TrackerInfo, TrackerState } from '../contract/index.js'
import { actorOf, record } from '../platform/acts/index.js'
import { CONFIG, type Config } from '../platform/config.js'
import { inTransaction, type Queryable, rowsOf, run } from '../platform/database.js'
import { notFound, Problem } from '../platform/problem.js'
import { allowedAddress, hostsOf } from '../platform/reachable.js'
import { seal, unseal } from '../platform/sealed.js'
import type { TrackerDto } from './defects.dto.js'
import { TrackerClient } from './tracker-client.js'

const TRACKER = `
select t.id, t.name, t.url, t.sealed_token is not null as "hasToken", t.hook, t.tested_at as "testedAt", t.test_ok as "testOk", t.test_said as "testSaid",
  (select count(*)::int from tracker_message m join defect d on d.id = m.defect_id where d.tracker_id = t.id and m.sent_at is null) as waiting,
  (select m.problem from tracker_message m join defect d on d.id = m.defect_id where d.tracker_id = t.id and m.sent_at is null and m.problem is not null order by m.id limit 1) as problem
from tracker t where t.project_id = $projectId`

export interface TrackerRecord {
  id: number
  projectId: number
  url: string
  sealedToken: Buffer | null
  sealedSecret: Buffer
}

/** The connection of a project to its defect tracker. */
@Injectable()
export class TrackerService {
  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async get({ project }: Context): Promise<TrackerState> {
    const [row] = await rowsOf<Omit<TrackerInfo, 'testedAt'> & { id: number; testedAt: Date | null }>(this, TRACKER, {
      projectId: project.id,
    })
    if (!row) return { tracker: null }
    const { id: _, hook, testedAt, ...tracker } = row
    return {
      tracker: { ...tracker, hook: `${this.config.url ?? ''}/api/tracker-hooks/${hook}`, testedAt: testedAt?.toISOString() ?? null },
    }
  }

  /** Connects a tracker, or changes how. It is to be tested before it is used. */
  async set(context: Context, { name, url, token, secret }: TrackerDto): Promise<TrackerState> {
    const { project, caller } = context
    allowedAddress(url, await hostsOf(this, this.config, project.id))
    const made = secret || randomBytes(24).toString('base64url')
    const isNew = await inTransaction(this, async (db) => {
      const [row] = await rowsOf<{ id: number; fresh: boolean }>(
        db,
        `insert into tracker (project_id, name, url, sealed_token, sealed_secret) values ($projectId, $name, $url, $token, $made)
         on conflict (project_id) do update set name = excluded.name, url = excluded.url, tested_at = null, test_ok = null, test_said = null,
           sealed_token = case when $keep::boolean and tracker.url = excluded.url then tracker.sealed_token else excluded.sealed_token end,
           sealed_secret = case when $keepSecret::boolean then tracker.sealed_secret else excluded.sealed_secret end
         returning id, xmax = 0 as fresh`,
        {
          projectId: project.id,
          name,
          url,
          token: token ? seal(token, this.config.secret) : null,
          made: seal(made, this.config.secret),
          keep: token === undefined,
          keepSecret: !secret,
        },
      )
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'tracker.set', subject: { id: row?.id ?? 0, name } })
      return row?.fresh ?? false
    })
    return { ...(await this.get(context)), ...(isNew && !secret && { secret: made }) }
  }

  /** Defects stay, and are no longer asked about. */
  remove({ project, caller }: Context): Promise<void> {
    return inTransaction(this, async (db) => {
      const [row] = await rowsOf<{ id: number; name: string }>(db, 'delete from tracker where project_id = $projectId returning id, name', {
        projectId: project.id,
      })
      if (!row) throw notFound('tracker', 0)
      await record(db, { actor: actorOf(caller), projectId: project.id, kind: 'tracker.removed', subject: { id: row.id, name: row.name } })
    })
  }

  /** Asks the tracker what it is, and for one issue: what is wrong is told in words. What waits for it is sent at once when all is well. */
  async test(context: Context): Promise<TrackerState> {
    const { project, caller } = context
    const found = await this.find(project.id)
    if (!found) throw new Problem('conflict', 'noTracker', 'Connect a tracker first')
    let [ok, said] = [true, '']
    try {
      const client = await this.client(found)
      const name = await client.hello()
      await client.search('test')
      said = `${name} answered, and its issues can be searched`
    } catch (error) {
      ok = false
      said = error instanceof Error ? error.message : String(error)
    }
    await inTransaction(this, async (db) => {
      await run(db, 'update tracker set tested_at = now(), test_ok = $ok, test_said = $said where id = $id', { id: found.id, ok, said })
      if (ok)
        await run(
          db,
          'update tracker_message m set due_at = now() from defect d where d.id = m.defect_id and d.tracker_id = $id and m.sent_at is null',
          { id: found.id },
        )
      await record(db, {
        actor: actorOf(caller),
        projectId: project.id,
        kind: 'tracker.tested',
        subject: { id: found.id, name: said.slice(0, 200) },
      })
    })
    return this.get(context)
  }

  async find(projectId: number, db: Queryable = this): Promise<(TrackerRecord & { testOk: boolean | null; name: string }) | null> {
    const [row] = await rowsOf<TrackerRecord & { testOk: boolean | null; name: string }>(
      db,
      'select id, name, project_id as "projectId", url, sealed_token as "sealedToken", sealed_secret as "sealedSecret", test_ok as "testOk" from tracker where project_id = $projectId',
      { projectId },
    )
    return row ?? null
  }

  async client({ projectId, url, sealedToken, sealedSecret }: TrackerRecord): Promise<TrackerClient> {
    return new TrackerClient({
      url,
      token: sealedToken ? unseal(sealedToken, this.config.secret) : null,
      secret: unseal(sealedSecret, this.config.secret),
      hosts: await hostsOf(this, this.config, projectId),
    })
  }

  secretOf = ({ sealedSecret }: Pick<TrackerRecord, 'sealedSecret'>): string => unseal(sealedSecret, this.config.secret)
}
