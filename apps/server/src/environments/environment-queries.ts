export const ENVIRONMENT_ROWS = `
select e.id, e.name, e.address, e.attributes, e.variables, e.profiles, e.run_as as "runAs", e.maintenance, e.probe_url as "probeUrl", e.probe_status as "probeStatus",
  e.probe_text as "probeText", e.probed_at as "probedAt", e.probe_ok as "probeOk", e.probe_said as "probeSaid", e.protected, e.schedules,
  e.opened_until as "openedUntil", e.opened_reason as "openedReason", (select name from account a where a.id = e.opened_by) as "openedBy",
  coalesce((select jsonb_agg(jsonb_build_object('name', s.name, 'setAt', to_char(s.set_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS"Z"')) order by s.name)
    from environment_secret s where s.environment_id = e.id), '[]') as secrets,
  (select count(*)::int from run r join lane l on l.id = r.lane_id where l.environment_id = e.id) as runs
from environment e where e.project_id = $projectId and ($id::int is null or e.id = $id) order by e.name`

export const PROFILE_ROWS = 'select id, name, browser, device, os, locale from profile where project_id = $projectId order by name'

export const RELEASE_ROWS = `
select v.id, v.name, v.starts_on::text as "startsOn", v.due_on::text as "dueOn", v.state, v.note,
  (select count(*)::int from run r where r.release_id = v.id) as runs
from release v where v.project_id = $projectId and ($id::int is null or v.id = $id) order by v.state desc, v.due_on nulls last, v.name`

/** How far a release is, environment by environment: parts that wait or run, and what became of the tests of its runs. */
export const RELEASE_ENVIRONMENTS = `
with own as (
  select r.id, r.passed, r.failed, r.errored, r.skipped + r.blocked + r.not_run + r.recovered as other, r.live, l.environment_id,
    row_number() over (partition by r.build_id, r.lane_id order by r.sort_key desc) as nth, r.started_at
  from run r join lane l on l.id = r.lane_id where r.release_id = $id and not l.trial
), parts as (
  select p.environment_id, sum(p.count) filter (where p.state = 'waiting')::int as planned, sum(p.count) filter (where p.state = 'running')::int as under_way
  from part p join run r on r.id = p.run_id where r.release_id = $id and p.state in ('waiting', 'running') group by p.environment_id
)
select e.name as environment, coalesce(max(p.planned), 0) as planned, coalesce(max(p.under_way), 0) as "underWay",
  coalesce(sum(o.passed + o.failed + o.errored + o.other), 0)::int as done, coalesce(sum(o.passed), 0)::int as passed, coalesce(sum(o.failed), 0)::int as failed,
  coalesce(sum(o.errored), 0)::int as errored, coalesce(sum(o.other), 0)::int as other, (array_agg(o.id order by o.started_at desc))[1] as "lastRunId"
from environment e left join own o on o.environment_id = e.id left join parts p on p.environment_id = e.id
where e.project_id = $projectId and (o.id is not null or p.environment_id is not null) group by e.name order by e.name`
