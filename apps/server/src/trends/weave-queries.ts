import { TOP_AREAS } from '../cases/index.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { SEEN_RUNS } from '../runs/index.js'

/** The runs of a pipeline in the lens, by build, oldest first. Binds: those of the lens, projectId, pipeline. */
export const WEAVE_RUNS = `
with ${SEEN_RUNS}
select r.id, r.build_id as "buildId", r.lane_id as "laneId", r.environment, r.profile, r.outage, r.build, r.branch, r.commit, b.author,
  r.started_at as at
from runs r join pipeline p on p.id = r.pipeline_id and p.name = $pipeline join build b on b.id = r.build_id
order by min(r.started_at) over (partition by r.build_id), b.sort_key, r.build_id, r.lane_id, r.sort_key`

/** Tests by area, file and name. One more than are wanted tells that there are more. Binds: projectId, prefix, scriptIds, most. */
export const WEAVE_TESTS = `
with recursive ${TOP_AREAS}, ids as materialized (
  select id as script_id from unnest($scriptIds::int[]) u (id)
), linked as (
  select l.script_id, min(t.name) as area, array_agg($prefix || '-' || c.number order by c.number) as cases
  from link l join test_case c on c.id = l.case_id and c.deleted_at is null join top t on t.id = c.area_id
  where l.project_id = $projectId and l.state = 'active' and l.script_id in (select script_id from ids) group by l.script_id
)
select ${SCRIPT_REF}, k.area, coalesce(k.cases, '{}') as cases, count(*) over ()::int as found
from ids join script s on s.id = ids.script_id left join linked k on k.script_id = s.id
order by k.area nulls last, coalesce(s.file, s.classname, ''), s.name, s.id limit $most`
