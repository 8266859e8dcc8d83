import { SCRIPT_REF } from '../scripts/index.js'

/** Binds: projectId, prefix, scriptId. */
export const LIFE_SCRIPT = `
select ${SCRIPT_REF}, coalesce((
  select jsonb_agg(jsonb_build_object('key', $prefix || '-' || c.number, 'title', c.title) order by c.number)
  from link k join test_case c on c.id = k.case_id and c.deleted_at is null where k.script_id = s.id and k.state = 'active'
), '[]') as cases from script s where s.project_id = $projectId and s.id = $scriptId`

/** Trials are no part of the record. Binds: scriptId, most. */
export const INSTANCES = `
select r.id as "runId", b.name as build, b.commit, r.started_at as at, l.id as "laneId", p.name as pipeline, l.branch, e.name as environment, r.profile, r.outage,
  x.outcome::int as outcome, x.duration_ms as "durationMs", x.attempts::int as attempts, left(m.text, 300) as message, r.sort_key as "sortKey",
  extract(epoch from f.started_at - r.started_at)::float8 / 60 as "minutesIn",
  (select min(a.name) from part pt join agent a on a.id = pt.agent_id where pt.run_id = r.id having count(distinct a.id) = 1) as agent,
  count(*) over ()::int as total
from result x join run r on r.id = x.run_id and r.day = x.day join lane l on l.id = r.lane_id and not l.trial join build b on b.id = r.build_id
join pipeline p on p.id = l.pipeline_id join environment e on e.id = l.environment_id left join body m on m.id = x.message_id
left join attempt f on f.run_id = x.run_id and f.script_id = x.script_id and f.day = x.day and f.ordinal = 1
where x.script_id = $scriptId and not r.live order by r.started_at desc, r.id desc limit $most`

const nameOf = (account: string) => `(select a.name from account a where a.id = ${account})`

/** What was done about a test, and what it was called before, as rows of \`LifeMark\`. Binds: scriptId. */
export const MARKS = `
with groups as (
  select distinct c.group_id from result x join signature_cause c on c.signature_id = x.signature_id where x.script_id = $scriptId and x.outcome in (2, 3, 7)
)
select at, mark from (
  select at, jsonb_build_object('kind', 'renamed', 'from', name) as mark from script_alias where script_id = $scriptId
  union all select at, jsonb_build_object('kind', 'quarantined', 'by', ${nameOf('by_id')}, 'reason', reason) from quarantine where script_id = $scriptId
  union all select ended_at, jsonb_build_object('kind', 'released', 'why', ended_why) from quarantine where script_id = $scriptId and ended_at is not null
  union all select at, jsonb_build_object('kind', 'muted', 'by', ${nameOf('by_id')}, 'reason', reason) from mute
    where script_id = $scriptId or group_id in (select group_id from groups)
  union all select d.at, jsonb_build_object('kind', 'decided', 'by', ${nameOf('d.by_id')}, 'cause', d.cause, 'title', g.title, 'groupId', g.id)
    from cause_decision d join failure_group g on g.id = d.group_id where d.group_id in (select group_id from groups)
  union all select resolved_at, jsonb_build_object('kind', 'resolved', 'title', title, 'groupId', id) from failure_group
    where resolved_at is not null and id in (select group_id from groups)
) m order by at`
