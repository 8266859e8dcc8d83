import { PACE } from '@bobbin/core'
import { SCRIPT_REF } from '../scripts/index.js'
import { SEEN_RUNS } from '../runs/index.js'

/** Runs that say how long tests take: no outage. \`nth\` counts them in their lane, oldest first, \`back\` newest first. */
const TIMED = `${SEEN_RUNS}, timed as materialized (
  select *, row_number() over (partition by lane_id order by sort_key) as nth, row_number() over (partition by lane_id order by sort_key desc) as back
  from runs where not outage
)`

/**
 * How long each test takes in each lane, over the runs in which it passed, and whether it may have another pace than before: durations that
 * change with time correlate with it. Which ones really do is said by \`paceOf\`, of those that are told here.
 * Binds: those of the lens, projectId, least.
 */
export const DURATIONS = `
with ${TIMED}
select x.script_id as "scriptId", t.lane_id as "laneId", count(*)::int as runs, avg(x.duration_ms)::float8 as "meanMs",
  corr(t.nth, x.duration_ms) filter (where t.back <= ${PACE.most})::float8 as drift, max(t.id) as "lastRunId"
from timed t join result x on x.run_id = t.id and x.day = t.day and x.outcome = 1 and x.duration_ms is not null
group by x.script_id, t.lane_id`

/** Durations of some tests in some lanes, pair by pair, oldest first. Binds: those of the lens, projectId, scriptIds, laneIds. */
export const SERIES = `
with ${TIMED}
select w.nth::int - 1 as nth, array_agg(x.duration_ms::float8 order by t.nth) as durations, array_agg(t.id order by t.nth) as "runIds"
from unnest($scriptIds::int[], $laneIds::int[]) with ordinality w (script_id, lane_id, nth)
join timed t on t.lane_id = w.lane_id and t.back <= ${PACE.most}
join result x on x.run_id = t.id and x.day = t.day and x.script_id = w.script_id and x.outcome = 1 and x.duration_ms is not null
group by w.nth`

export const SLOW_SCRIPTS = `
select ${SCRIPT_REF}, coalesce((select array_agg($prefix || '-' || c.number order by c.number) from link k
  join test_case c on c.id = k.case_id and c.deleted_at is null where k.script_id = s.id and k.state = 'active'), '{}') as cases
from script s where s.id = any($scriptIds::int[])`

export const SLOW_RUNS = `
select r.id as "runId", b.name as build, b.commit, b.author, r.started_at as at from run r join build b on b.id = r.build_id where r.id = any($runIds::int[])`

export const SLOW_LANES = `
select l.id, p.name as pipeline, l.branch, e.name as environment from lane l join pipeline p on p.id = l.pipeline_id
join environment e on e.id = l.environment_id where l.id = any($laneIds::int[])`

/** Of the newest run of each lane, each file with its time and its slowest test. Binds: those of the lens, projectId. */
export const NEWEST_FILES = `
with ${TIMED}, newest as (
  select distinct on (lane_id) * from timed order by lane_id, nth desc
)
select n.lane_id as "laneId", n.id as "runId", n.build, coalesce(s.file, s.classname, s.suites[1], s.name) as file, count(*)::int as tests,
  sum(x.duration_ms)::float8 as ms, (array_agg(x.script_id order by x.duration_ms desc))[1] as "scriptId", max(x.duration_ms)::float8 as "scriptMs"
from newest n join result x on x.run_id = n.id and x.day = n.day and x.duration_ms is not null join script s on s.id = x.script_id
group by n.lane_id, n.id, n.build, coalesce(s.file, s.classname, s.suites[1], s.name)`
