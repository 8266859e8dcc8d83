import { Inject, Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import { TokensService } from '../access/index.js'
import { announce } from '../events/announce.js'
import { CONFIG, type Config } from '../platform/config.js'
import { inTransaction, rowsOf, run } from '../platform/database.js'
import { fillIn } from '../platform/fill-in.js'
import { allowedAddress, askAt, hostsOf } from '../platform/reachable.js'
import { unseal } from '../platform/sealed.js'
import { signatureOf } from '../platform/signature.js'
import { targetOf, WorkService } from './work.service.js'

/** How often a request is tried, and how long each may take. */
const MOST_TRIES = 5
const WITHIN_MS = 15_000

interface Waiting {
  id: number
  projectId: number
  slug: string
  startId: number
  runId: number | null
  profile: string | null
  shard: number
  url: string
  template: string
  sealed: Buffer | null
  accountId: number | null
  files: string[]
  keys: string[]
}

/** The next part that waits to be handed over, and was not tried too lately. */
const NEXT = `
with mine as (
  select p.id from part p join start s on s.id = p.start_id join environment e on e.id = p.environment_id
  where p.state = 'waiting' and p.handoff_id is not null and s.state = 'going' and p.stop_asked_at is null and (not e.protected or e.opened_until > now())
    and coalesce(p.heard_at, p.created_at) <= now() - case when p.lost = 0 then interval '0' else interval '2 seconds' * (2 ^ p.lost) end
  order by p.id limit 1 for update of p skip locked
)
update part p set heard_at = now(), lost = lost + 1 from mine, start s, handoff h, project o
where p.id = mine.id and s.id = p.start_id and h.id = p.handoff_id and o.id = p.project_id
returning p.id, p.project_id as "projectId", o.slug, p.start_id as "startId", p.run_id as "runId", p.profile, p.shard::int as shard, h.url, h.template, h.sealed_secret as sealed,
  coalesce(s.account_id, (select created_by from plan where id = s.plan_id), (select min(account_id) from membership m where m.project_id = p.project_id and m.role = 'lead')) as "accountId",
  array(select distinct t.value ->> 'file' from jsonb_array_elements(p.tests) as t (value)) as files,
  array(select distinct k from jsonb_array_elements(p.tests) as t (value), jsonb_array_elements_text(t.value -> 'keys') as k) as keys`

/** Hands parts of plans to outside pipelines: an HTTP request from a template, signed, and tried again where it fails. */
@Injectable()
export class HandingService {
  constructor(
    private readonly work: WorkService,
    private readonly tokens: TokensService,
    @InjectConnection() readonly sequelize: Sequelize,
    @Inject(CONFIG) private readonly config: Config,
  ) {}

  /** Hands over what waits. @returns how many were tried */
  async handOver(): Promise<number> {
    let tried = 0
    for (;;) {
      const [part] = await inTransaction(this, (db) => rowsOf<Waiting & { lost?: number }>(db, NEXT))
      if (!part) return tried
      tried++
      await this.send(part)
    }
  }

  private async send(part: Waiting): Promise<void> {
    const token = await inTransaction(this, (db) => this.tokens.makeForPart(part.projectId, part.accountId ?? 0, part.id, 7, db))
    const { target } = await targetOf(this, part)
    const body = fillIn(part.template, {
      ...target,
      commit: target.commit ?? '',
      profile: target.profile ?? '',
      release: target.release ?? '',
      trial: String(target.trial),
      shard: String(target.shard),
      project: part.slug,
      server: this.config.url ?? '',
      token: token.secret,
      files: part.files.join(' '),
      keys: part.keys.join(','),
    })
    const problem = await this.post(part, body)
    if (problem === null) {
      await run(
        this,
        `update part set state = 'running', claimed_at = now(), heard_at = now(), token_id = $tokenId where id = $id and state = 'waiting'`,
        { id: part.id, tokenId: token.id },
      )
    } else {
      await run(this, 'update api_token set revoked_at = now() where id = $id', { id: token.id })
      const [row] = await rowsOf<{ lost: number }>(this, 'update part set said = $problem where id = $id returning lost::int as lost', {
        id: part.id,
        problem,
      })
      if ((row?.lost ?? 0) >= MOST_TRIES) {
        await run(this, `update part set state = 'running', claimed_at = now() where id = $id and state = 'waiting'`, { id: part.id })
        await this.work.failHandedOff(part.id, part.projectId, `The pipeline did not take it after ${MOST_TRIES} tries: ${problem}`)
      }
    }
    await announce(this, part.projectId, ['plans'])
  }

  /** @returns what went wrong; null where it was taken */
  private async post({ projectId, url, sealed }: Waiting, body: string): Promise<string | null> {
    try {
      const secret = sealed ? unseal(sealed, this.config.secret) : null
      const hosts = await hostsOf(this, this.config, projectId)
      const answer = await askAt(allowedAddress(url, hosts), {
        hosts,
        body,
        withinMs: WITHIN_MS,
        headers: {
          'content-type': 'application/json',
          ...(secret !== null && { 'x-bobbin-signature': signatureOf(secret, body) }),
        },
      })
      answer.destroy()
      const { statusCode = 0 } = answer
      return statusCode >= 200 && statusCode < 300 ? null : `it answered ${statusCode}`
    } catch (error) {
      return error instanceof Error ? error.message : String(error)
    }
  }
}
