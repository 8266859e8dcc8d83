import { Inject, Injectable, Logger } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { CONFIG, type Config } from '../platform/config.js'
import { rowsOf, run } from '../platform/database.js'
import { allowedAddress, askAt, hostsOf } from '../platform/reachable.js'

const WITHIN_MS = 10_000

interface ElasticPool {
  id: number
  projectId: number
  name: string
  slug: string
  startUrl: string
  stopUrl: string | null
  most: number
  idleMinutes: number
  /** Agents that are there, and those that were asked for and are not yet. */
  there: number
  asked: number
  waiting: number
}

/** Pools whose cost was confirmed, with how many parts wait for them alone and which of their agents are idle. */
const POOLS = `
select o.id, o.project_id as "projectId", o.name, j.slug, o.start_url as "startUrl", o.stop_url as "stopUrl", o.most, o.idle_minutes as "idleMinutes",
  (select count(*)::int from agent a where a.pool_id = o.id and a.away_at is null) as there, o.asked::int as asked,
  (select count(*)::int from part p join start s on s.id = p.start_id where p.pool_id = o.id and p.state = 'waiting' and s.state = 'going') as waiting
from pool o join project j on j.id = o.project_id where o.start_url is not null and o.confirmed_by is not null`

const IDLE = `
select a.id, a.name from agent a where a.pool_id = $poolId and a.away_at is null and not exists (select 1 from part p where p.agent_id = a.id and p.state = 'running')
  and greatest(a.registered_at, coalesce((select max(p.ended_at) from part p where p.agent_id = a.id), a.registered_at)) < now() - $minutes::int * interval '1 minute'`

/** Asks for agents of elastic pools where parts wait for them, and gives back those that have been idle. */
@Injectable()
export class ElasticService {
  private readonly log = new Logger('Pools')

  constructor(
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  async look(): Promise<void> {
    for (const pool of await rowsOf<ElasticPool>(this, POOLS))
      try {
        await this.lookAt(pool)
      } catch (error) {
        // others, of other projects too, are looked at all the same
        this.log.warn(`Pool ${pool.name} of ${pool.slug}: ${error instanceof Error ? error.message : String(error)}`)
      }
  }

  private async lookAt(pool: ElasticPool): Promise<void> {
    const wanted = Math.min(pool.waiting, pool.most) - pool.there
    // asked for and not there within two minutes: asked for again
    const [claimed] =
      wanted > 0
        ? await rowsOf(
            this,
            `update pool set asked_at = now(), asked = $wanted where id = $id and coalesce(asked_at, '-infinity') < now() - case when asked < $wanted then interval '5 seconds' else interval '2 minutes' end returning 1 as yes`,
            { id: pool.id, wanted },
          )
        : []
    if (claimed) await this.post(pool, pool.startUrl, { pool: pool.name, project: pool.slug, agents: wanted })
    if (pool.waiting > 0 || !pool.stopUrl) return
    for (const agent of await rowsOf<{ id: number; name: string }>(this, IDLE, { poolId: pool.id, minutes: pool.idleMinutes })) {
      await run(this, 'update agent set away_at = now() where id = $id', { id: agent.id })
      await this.post(pool, pool.stopUrl, { pool: pool.name, project: pool.slug, agent: agent.name })
    }
  }

  /** What can't be reached is asked again at the next look. */
  private async post({ projectId }: ElasticPool, url: string, body: object): Promise<void> {
    const hosts = await hostsOf(this, this.config, projectId)
    const answer = await askAt(allowedAddress(url, hosts), {
      hosts,
      body: JSON.stringify(body),
      headers: { 'content-type': 'application/json' },
      withinMs: WITHIN_MS,
    })
    answer.destroy()
    const { statusCode = 0 } = answer
    if (statusCode < 200 || statusCode > 299) throw new Error(`${new URL(url).host} answered ${statusCode} when it was asked for agents`)
  }
}
