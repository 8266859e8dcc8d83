import { CHANGES } from '@bobbin/core'
import { TOP_AREAS } from '../cases/index.js'
import { SCRIPT_REF } from '../scripts/index.js'
import { SEEN_RUNS } from '../runs/index.js'

/** In an outage nothing can be said about single tests. */
const changed = (change: (typeof CHANGES)[number]) =>
  `coalesce(sum(own.changes[${CHANGES.indexOf(change) + 1}]) filter (where not r.outage), 0)::int`

/** What each day's runs add up to, with or without outages. Binds: those of the lens, projectId, outages. */
export const DAY_SUMS = `
with ${SEEN_RUNS}
select r.day::text as day, count(*)::int as runs, count(*) filter (where r.outage)::int as outages,
  sum(own.passed)::int as passed, sum(own.failed)::int as failed, sum(own.errored)::int as errored, sum(own.recovered)::int as recovered,
  ${changed('newlyFailing')} as "newlyFailing", ${changed('fixed')} as fixed
from runs r join run own on own.id = r.id where $outages::boolean or not r.outage group by r.day order by r.day`

/** How many environments and pipelines the lens shows. */
export const DAY_KNOWN = `
with ${SEEN_RUNS} select count(distinct environment_id)::int as environment, count(distinct pipeline_id)::int as pipeline from runs`

/**
 * Every failed and errored result in the lens with all it belongs to, counted where it is alike in all. Of several areas, suites and teams the first by
 * name counts. Binds: those of the lens, projectId, outages.
 */
export const DAY_REDS = `
with recursive ${TOP_AREAS}, ${SEEN_RUNS}, reds as materialized (
  select r.day, r.id as run_id, r.environment, r.pipeline_id, x.script_id, x.outcome, x.signature_id
  from runs r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3)
  where $outages::boolean or not r.outage
), linked as (
  select l.script_id, c.id as case_id, c.area_id from link l join test_case c on c.id = l.case_id and c.deleted_at is null
  where l.state = 'active' and l.script_id in (select script_id from reds)
), of_case as (
  select k.script_id, min(t.name) as area, min(s.name) as suite, min(tm.name) as team
  from linked k left join top t on t.id = k.area_id left join suite_case sc on sc.case_id = k.case_id left join suite s on s.id = sc.suite_id and not s.template
  left join team_area ta on ta.area_id in (t.id, t.top_id) left join team tm on tm.id = ta.team_id
  group by k.script_id
), of_folder as (
  select s.id as script_id, min(tm.name) as team from script s join team tm on tm.project_id = $projectId cross join unnest(tm.folders) f (folder)
  where s.id in (select script_id from reds) and starts_with(s.file, rtrim(f.folder, '/') || '/') group by s.id
)
select r.day::text as day, r.script_id as "scriptId", r.outcome = 3 as errored, r.environment, p.name as pipeline, c.area, c.suite,
  coalesce(s.file, s.classname) as file, coalesce(c.team, f.team) as team, g.title as cause, max(r.run_id) as "lastRunId", count(*)::int as count
from reds r join script s on s.id = r.script_id join pipeline p on p.id = r.pipeline_id left join of_case c on c.script_id = r.script_id
left join of_folder f on f.script_id = r.script_id left join signature_cause sc on sc.signature_id = r.signature_id left join failure_group g on g.id = sc.group_id
group by r.day, r.script_id, r.outcome, r.environment, p.name, c.area, c.suite, coalesce(s.file, s.classname), coalesce(c.team, f.team), g.title`

export const DAY_SCRIPTS = `select ${SCRIPT_REF} from script s where s.id = any($scriptIds::int[])`

/** How long causes last that were first seen since a day, in hours. Binds: projectId, since. */
export const LASTING = `
select count(resolved_at)::int as resolved, count(decided_at)::int as decided, count(*) filter (where resolved_at is null)::int as open,
  percentile_cont(0.5) within group (order by extract(epoch from resolved_at - first_seen_at) / 3600) filter (where resolved_at >= first_seen_at) as "untilResolvedH",
  percentile_cont(0.5) within group (order by extract(epoch from decided_at - first_seen_at) / 3600) filter (where decided_at >= first_seen_at) as "untilDecidedH"
from failure_group where project_id = $projectId and merged_into_id is null and first_seen_at >= $since::date`
