import { NOTABLE_CODES } from '@bobbin/core'
import { TOP_AREAS } from '../cases/index.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { SEEN_RUNS } from '../runs/index.js'

/** The runs of a pipeline in the lens, by build, oldest first. Binds: those of the lens, projectId, pipeline. */
export const WEAVE_RUNS = `
with ${SEEN_RUNS}
select r.id, r.day::text as day, r.build_id as "buildId", r.lane_id as "laneId", r.environment, r.profile, r.outage, r.build, r.branch, r.commit, b.author,
  r.started_at as at
from runs r join pipeline p on p.id = r.pipeline_id and p.name = $pipeline join build b on b.id = r.build_id
order by min(r.started_at) over (partition by r.build_id), b.sort_key, r.build_id, r.lane_id, r.sort_key`

/** The newest run of each lane, in parentheses; binds runIds, days. Runs of a lane come oldest first. */
const NEWEST = `(
  select distinct on (r.lane_id) r.id, r.day from unnest($runIds::int[], $days::date[]) u (id, day) join run r on r.id = u.id order by r.lane_id, r.sort_key desc
) newest`

/**
 * Tests that something happened to in these runs (or, for \`all\`, that have a result in the newest of each lane, too), by area, file and name.
 * One more than are wanted tells that there are more. Binds: projectId, prefix, runIds, days, all, most.
 */
export const WEAVE_TESTS = `
with recursive ${TOP_AREAS}, ids as materialized (
  select x.script_id from unnest($runIds::int[], $days::date[]) r (id, day) join result x on x.run_id = r.id and x.day = r.day and x.outcome in (${NOTABLE_CODES.join(', ')})
  union
  select x.script_id from ${NEWEST} join result x on x.run_id = newest.id and x.day = newest.day where $all::boolean
), linked as (
  select l.script_id, min(t.name) as area, array_agg($prefix || '-' || c.number order by c.number) as cases
  from link l join test_case c on c.id = l.case_id and c.deleted_at is null join top t on t.id = c.area_id
  where l.project_id = $projectId and l.state = 'active' and l.script_id in (select script_id from ids) group by l.script_id
)
select ${SCRIPT_REF}, k.area, coalesce(k.cases, '{}') as cases, count(*) over ()::int as found
from ids join script s on s.id = ids.script_id left join linked k on k.script_id = s.id
order by k.area nulls last, coalesce(s.file, s.classname, ''), s.name, s.id limit $most`

/** How many tests have a result in the newest run of each lane. Binds: runIds, days. */
export const WEAVE_COUNT = `
select count(distinct x.script_id)::int as tests from ${NEWEST} join result x on x.run_id = newest.id and x.day = newest.day`

/** For each run, a digit for each test: its outcome code, 0 where it has no result. Binds: runIds, days, scriptIds. */
export const WEAVE_CELLS = `
select r.nth::int - 1 as nth, string_agg(coalesce(x.outcome, 0)::text, '' order by s.nth) as codes
from unnest($runIds::int[], $days::date[]) with ordinality r (id, day, nth) cross join unnest($scriptIds::int[]) with ordinality s (id, nth)
left join result x on x.run_id = r.id and x.day = r.day and x.script_id = s.id
group by r.nth`
