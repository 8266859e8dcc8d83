import type { Expected, FeedRow, RunFeeds } from '../contract/index.js'
import { type Queryable, rowsOf } from '../platform/database.js'
import type { RunRecord } from './runs.service.js'

const FEEDS = `
select id, name, framework, planned, results, opened_at as "openedAt", heard_at as "heardAt", ended, closed_at as "closedAt"
from feed where run_id = $runId order by name, id limit 500`

const ASKED = `
select r.shards, r.stop_asked_at as at, a.name as by,
  array(select shard::int from run_shard s where s.run_id = r.id order by shard) as shards_in
from run r left join account a on a.id = r.stop_asked_by where r.id = $runId`

/**
 * What the last complete build of the lane had and this run has not yet, and what both have: their durations there tell how fast this
 * run goes, with all its senders side by side.
 */
const EXPECTED = `
with base as (
  select r.id, r.day, b.name from run r join build b on b.id = r.build_id
  where r.lane_id = $laneId and r.sort_key < $sortKey collate "C" and not r.incomplete and not r.outage
  order by r.sort_key desc limit 1
)
select base.name as build, count(*) filter (where c.script_id is null)::int as tests,
  coalesce(sum(x.duration_ms) filter (where c.script_id is null), 0)::float8 as left_ms,
  coalesce(sum(x.duration_ms) filter (where c.script_id is not null), 0)::float8 as done_ms,
  (select extract(epoch from now() - min(opened_at)) * 1000 from feed where run_id = $runId)::float8 as elapsed_ms
from base join result x on x.run_id = base.id and x.day = base.day and x.outcome <> 6
left join result c on c.run_id = $runId and c.day = $day::date and c.script_id = x.script_id
group by base.name`

/** Who told results of a run while its tests ran, and what is still to come. */
export async function sentOf(db: Queryable, { id: runId, day, laneId, sortKey, live }: RunRecord): Promise<RunFeeds | null> {
  const [feeds, [asked]] = await Promise.all([
    rowsOf<FeedRow & { openedAt: Date; heardAt: Date; closedAt: Date | null }>(db, FEEDS, { runId }),
    rowsOf<{ shards: number | null; at: Date | null; by: string | null; shards_in: number[] }>(db, ASKED, { runId }),
  ])
  if (feeds.length === 0 && !asked?.shards) return null
  return {
    feeds: feeds.map((feed) => ({
      ...feed,
      openedAt: feed.openedAt.toISOString(),
      heardAt: feed.heardAt.toISOString(),
      closedAt: feed.closedAt?.toISOString() ?? null,
    })),
    shards: asked?.shards ? { announced: asked.shards, in: asked.shards_in } : null,
    stopAsked: asked?.at ? { at: asked.at.toISOString(), by: asked.by ?? 'somebody who left' } : null,
    expected: live ? await expected(db, { runId, day, laneId, sortKey }) : null,
  }
}

async function expected(db: Queryable, bind: Record<string, unknown>): Promise<Expected | null> {
  interface Sums {
    build: string
    tests: number
    left_ms: number
    done_ms: number
    elapsed_ms: number | null
  }
  const [sums] = await rowsOf<Sums>(db, EXPECTED, bind)
  if (!sums) return null
  const paced = sums.elapsed_ms !== null && sums.done_ms > 0
  return { build: sums.build, tests: sums.tests, remainingMs: paced ? ((sums.elapsed_ms ?? 0) * sums.left_ms) / sums.done_ms : null }
}
