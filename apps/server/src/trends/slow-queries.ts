import { SCRIPT_REF } from '../scripts/index.js'
import { SEEN_RUNS } from '../runs/index.js'

export const SLOW_SCRIPTS = `
select ${SCRIPT_REF}, coalesce((select array_agg($prefix || '-' || c.number order by c.number) from link k
  join test_case c on c.id = k.case_id and c.deleted_at is null where k.script_id = s.id and k.state = 'active'), '{}') as cases
from script s where s.id = any($scriptIds::int[])`

export const SLOW_RUNS = `
select r.id as "runId", b.name as build, b.commit, b.author, r.started_at as at from run r join build b on b.id = r.build_id where r.id = any($runIds::int[])`

export const SLOW_LANES = `
select l.id, p.name as pipeline, l.branch, e.name as environment from lane l join pipeline p on p.id = l.pipeline_id
join environment e on e.id = l.environment_id where l.id = any($laneIds::int[])`

/** Of the newest run of each lane that scripts had a part in, each file with its time and its slowest test; no outage. Binds: those of the lens, projectId. */
export const NEWEST_FILES = `
with ${SEEN_RUNS}, newest as (
  select distinct on (r.lane_id) r.* from runs r join run g on g.id = r.id and g.trigger <> 'manual' where not r.outage order by r.lane_id, r.sort_key desc
)
select n.lane_id as "laneId", n.id as "runId", n.build, coalesce(s.file, s.classname, s.suites[1], s.name) as file, count(*)::int as tests,
  sum(x.duration_ms)::float8 as ms, (array_agg(x.script_id order by x.duration_ms desc))[1] as "scriptId", max(x.duration_ms)::float8 as "scriptMs"
from newest n join result x on x.run_id = n.id and x.day = n.day and x.duration_ms is not null join script s on s.id = x.script_id and s.manual_case_id is null
group by n.lane_id, n.id, n.build, coalesce(s.file, s.classname, s.suites[1], s.name)`
