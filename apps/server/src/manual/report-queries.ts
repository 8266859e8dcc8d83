import { TOP_AREAS } from '../cases/index.js'

/**
 * Runs that a report is of: those of a release, of a plan's newest start that was no trial, or one. Common table \`runs\`; binds projectId, and
 * releaseId, planId, runId, of which two are null.
 */
const RUNS = `
runs as materialized (
  select r.id, r.day, r.live, r.started_at, r.profile, b.name as build, e.name as environment
  from run r join lane l on l.id = r.lane_id and (not l.trial or $runId::int is not null) join build b on b.id = r.build_id join environment e on e.id = l.environment_id
  where r.project_id = $projectId and ($releaseId::int is null or r.release_id = $releaseId) and ($runId::int is null or r.id = $runId)
    and ($planId::int is null or r.start_id = (select max(s.id) from start s where s.plan_id = $planId and not s.trial and s.state <> 'skipped'))
    and ($environments::text[] is null or e.name = any($environments))
)`

/** One row a case, environment and profile, with the newest that was done by hand and by scripts, and what is planned. */
export const REPORT_ROWS = `
with recursive ${TOP_AREAS}, ${RUNS}, by_hand as (
  select distinct on (c.case_id, r.environment, r.profile) c.case_id, r.environment, r.profile, r.id as run_id, r.build, c.state, c.outcome::int as outcome, c.script_id, c.ended_at, c.spent_ms::float8 as spent_ms,
    c.expected_ms::float8 as expected_ms, (select a.name from account a where a.id = c.ended_by) as ended_by,
    (select a.name from account a where a.id = c.account_id) as person, c.draft is not null and c.state = 'going' as begun
  from runs r join assignment g on g.run_id = r.id join assigned_case c on c.assignment_id = g.id and c.state <> 'dropped'
  order by c.case_id, r.environment, r.profile, r.started_at desc, c.id desc
), told as (
  select l.case_id, r.environment, r.profile, r.id as run_id, r.build, x.script_id, x.outcome::int as outcome, x.duration_ms, x.message_id, r.started_at
  from runs r join result x on x.run_id = r.id and x.day = r.day join script s on s.id = x.script_id and s.manual_case_id is null
  join link l on l.script_id = s.id and l.state = 'active'
), newest as (
  select distinct on (case_id, environment, profile) case_id, environment, profile, run_id from told order by case_id, environment, profile, started_at desc, run_id desc
), by_script as (
  select t.case_id, t.environment, t.profile, t.run_id, min(t.build) as build, array_agg(t.outcome) as outcomes, sum(t.duration_ms)::float8 as ms, max(t.started_at) as at,
    (array_agg(t.script_id order by t.outcome in (2, 3) desc, t.script_id))[1] as script_id, (array_agg(t.message_id order by t.outcome in (2, 3) desc, t.script_id))[1] as message_id
  from told t join newest n on n.case_id = t.case_id and n.environment = t.environment and n.profile is not distinct from t.profile and n.run_id = t.run_id
  group by t.case_id, t.environment, t.profile, t.run_id
), planned as (
  select distinct on (l.case_id, r.environment, r.profile) l.case_id, r.environment, r.profile, r.id as run_id, r.build, p.state = 'running' as running
  from runs r join part p on p.run_id = r.id and p.state in ('waiting', 'running') cross join jsonb_array_elements(p.tests) t
  join script s on s.id = (t ->> 'scriptId')::int or s.head_id = (t ->> 'scriptId')::int join link l on l.script_id = s.id and l.state = 'active'
  order by l.case_id, r.environment, r.profile, r.started_at desc
), cells as (
  select case_id, environment, profile from by_hand union select case_id, environment, profile from by_script union select case_id, environment, profile from planned
)
select c.id as "caseId", $prefix || '-' || c.number as key, c.title, coalesce(t.name, '') as area, x.environment, x.profile,
  coalesce(h.run_id, s.run_id, p.run_id) as "runId", coalesce(h.build, s.build, p.build) as build,
  h.state, h.outcome as "manualCode", h.script_id as "manualScript", h.ended_at as "endedAt", h.spent_ms as "spentMs", h.expected_ms as "expectedMs", h.ended_by as "endedBy", h.person, h.begun, h.run_id as "manualRun",
  s.outcomes, s.script_id as "scriptId", s.at as "scriptAt", s.ms as "scriptMs", s.run_id as "scriptRun", left(m.text, 300) as message, p.running, p.run_id is not null as planned
from cells x join test_case c on c.id = x.case_id left join top t on t.id = c.area_id
left join by_hand h on h.case_id = x.case_id and h.environment = x.environment and h.profile is not distinct from x.profile
left join by_script s on s.case_id = x.case_id and s.environment = x.environment and s.profile is not distinct from x.profile
left join planned p on p.case_id = x.case_id and p.environment = x.environment and p.profile is not distinct from x.profile
left join body m on m.id = s.message_id
order by t.name nulls last, c.number, x.environment, x.profile nulls first`

/** Steps of the newest attempts at some scripts in some runs, as their results keep them. Binds runs, scripts: lists of the same length. */
export const STEPS = `
select x.run_id as "runId", x.script_id as "scriptId", b.text as steps, m.text as message
from unnest($runs::int[], $scripts::int[]) as x (run_id, script_id) join run r on r.id = x.run_id
cross join lateral (
  select a.steps_id, a.message_id from attempt a where a.run_id = r.id and a.day = r.day and a.script_id = x.script_id order by a.ordinal desc limit 1
) a
left join body b on b.id = a.steps_id left join body m on m.id = a.message_id`

/** Defects of what failed in the runs. */
export const DEFECTS = `
with ${RUNS}
select distinct d.id, d.key, d.title, d.state, d.url from runs r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3)
join signature_cause s on s.signature_id = x.signature_id join failure_group g on g.id = s.group_id join defect d on d.id = g.defect_id order by d.id`

export const TITLES = `
select case when $releaseId::int is not null then (select name from release where id = $releaseId and project_id = $projectId)
  when $planId::int is not null then (select name from plan where id = $planId and project_id = $projectId)
  else (select 'Build ' || b.name || ' in ' || e.name from run r join build b on b.id = r.build_id join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
    where r.id = $runId and r.project_id = $projectId) end as name`

/** Requirements that some cases verify. Binds: caseIds. */
export const VERIFIED = `
select x.case_id as "caseId", q.key || ' ' || q.name as name from requirement_case x join requirement q on q.id = x.requirement_id where x.case_id = any($caseIds::int[])`
