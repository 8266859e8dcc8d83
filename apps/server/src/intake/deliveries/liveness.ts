import { announce } from '../../events/announce.js'
import { type InTransaction, type Queryable, rowsOf, run } from '../../platform/database.js'
import { SETTLE_LIVE } from './rework-queries.js'
import { forgetChanges } from './rework.js'
import type { Target } from '../placing/target.js'

/** Which part of a run a sender brings, where a run is cut in shards. */
export interface ShardPart {
  shard?: number | undefined
  shards?: number | undefined
}

/** Announcing more shards than before counts, and then there are some to wait for; a run whose shards disagree waits for the most. */
const ANNOUNCE = 'update run set shards = $shards::smallint, live = true where id = $runId and coalesce(shards, 0) < $shards::smallint'

const IS_IN = 'insert into run_shard (run_id, shard) values ($runId, $shard) on conflict do nothing'

/** Nobody waits for shards that are missing any more. */
const WAIT_NO_MORE = 'update run set shards = null where id = $runId'

/** Runs that only wait for shards, and that nothing came to for two hours. */
const LATE = `
select r.id as "runId", r.project_id as "projectId" from run r
where r.live and coalesce(r.shards, 0) > (select count(*) from run_shard s where s.run_id = r.id) and r.delivered_at < now() - interval '2 hours' and not exists (select 1 from feed f where f.run_id = r.id and f.closed_at is null)
  and not exists (select 1 from part p where p.run_id = r.id and p.state in ('waiting', 'running')) limit 100`

const MISSING = `
insert into fault (project_id, run_id, file_id, code, subject, message, line, col)
select r.project_id, r.id, (select max(id) from result_file f where f.run_id = r.id), 'crash', 'shard ' || n || ' of ' || r.shards,
  'It did not come within two hours of the others', 1, 1
from run r, generate_series(1, r.shards) n
where r.id = $runId and exists (select 1 from result_file f where f.run_id = r.id) and n not in (select shard from run_shard s where s.run_id = r.id)`

export async function announceShards(db: InTransaction, runId: number, { shards }: ShardPart): Promise<void> {
  if (shards) await run(db, ANNOUNCE, { runId, shards })
}

export async function shardIsIn(db: Queryable, runId: number, shard: number | null | undefined): Promise<void> {
  if (shard) await run(db, IS_IN, { runId, shard })
}

/**
 * Notes that a shard is in, without waiting for the others that are being stored. To be called outside of a transaction: of two that come
 * in at the same moment the later one sees both. @returns whether its run waits for no other
 */
export async function lastShardIsIn(db: Queryable, runId: number, shard: number | null | undefined): Promise<boolean> {
  await shardIsIn(db, runId, shard)
  const [row] = await rowsOf<{ last: boolean }>(db, ALL_ARE_IN, { runId })
  return row?.last ?? false
}

const ALL_ARE_IN = 'select coalesce(shards, 0) <= (select count(*) from run_shard where run_id = $runId) as last from run where id = $runId'

export const waitNoMore = (db: InTransaction, runId: number): Promise<void> => run(db, WAIT_NO_MORE, { runId })

/** Whether a locked run is live, and so incomplete, follows from its feeds and shards; what it and later runs changed, from that. */
export async function settleLive(db: InTransaction, projectId: number, target: Target): Promise<boolean> {
  const [row] = await rowsOf<{ live: boolean; changed: boolean }>(db, SETTLE_LIVE, { runId: target.runId })
  if (row?.changed) await forgetChanges(db, target)
  await announce(db, projectId, ['runs'])
  return row?.live ?? false
}

/** Runs that wait in vain for shards; to be looked for now and then. */
export const lateRuns = (db: Parameters<typeof rowsOf>[0]) => rowsOf<{ runId: number; projectId: number }>(db, LATE)

/** A locked run is ended without the shards that are missing, each of which is a fault. */
export async function endWithoutShards(db: InTransaction, projectId: number, target: Target): Promise<void> {
  await run(db, MISSING, { runId: target.runId })
  await waitNoMore(db, target.runId)
  await settleLive(db, projectId, target)
}
