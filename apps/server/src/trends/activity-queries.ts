/**
 * Everything that works for the project, newest first, as rows of \`ActivityRow\`: what goes on before all else.
 * Binds: projectId, kinds, environment, state, person, suite (null for any), days, most.
 */
export const ACTIVITY = `
with of_plan as (
  select x.plan_id, array_agg(s.name order by x.position) as suites from plan_suite x join suite s on s.id = x.suite_id where s.project_id = $projectId group by x.plan_id
), activity as (
  select 'plan' as kind, s.id, s.name, s.at, case s.state when 'queued' then 'waiting' when 'skipped' then 'stopped' else s.state end as state,
    s.account_id, r.environments, r.total, r.red, null::text as problem, o.suites
  from start s left join of_plan o on o.plan_id = s.plan_id left join lateral (
    select array_agg(distinct e.name) as environments, sum(r.total)::int as total, sum(r.failed + r.errored)::int as red
    from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id where r.start_id = s.id
  ) r on true where s.project_id = $projectId
  union all
  select 'delivery', d.id, concat_ws(' ', d.target ->> 'pipeline', d.target ->> 'build'), d.at,
    case when d.state in ('coming', 'reading') or exists (select 1 from feed f where f.delivery_id = d.id and f.closed_at is null) then 'going' when d.state = 'waiting' then 'waiting'
      when d.state = 'failed' then 'failed' else 'done' end,
    d.account_id, array_remove(array[d.target ->> 'environment'], null), r.total, r.red, d.problem,
    (select o.suites from start t join of_plan o on o.plan_id = t.plan_id where t.id = r.start_id)
  from delivery d left join lateral (
    select sum(r.total)::int as total, sum(r.failed + r.errored)::int as red, min(r.start_id) as start_id from run r
    where r.id in (select f.run_id from result_file f where f.delivery_id = d.id)
  ) r on true where d.project_id = $projectId and d.source <> 'manual' and d.at > now() - $days::int * interval '1 day'
  union all
  select 'manual', a.id, a.name, coalesce(c.at, a.created_at), case when a.closed_at is not null then 'stopped' when c.open = 0 then 'done' when c.begun > 0 then 'going' else 'waiting' end,
    a.created_by, array[e.name], c.total, c.red, null, coalesce(array[u.name], o.suites)
  from assignment a left join suite u on u.id = a.suite_id left join start t on t.id = a.start_id left join of_plan o on o.plan_id = t.plan_id join run r on r.id = a.run_id join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id cross join lateral (
    select max(greatest(c.ended_at, c.draft_at)) as at, count(*) filter (where c.state in ('open', 'going'))::int as open, count(*) filter (where c.state in ('going', 'done'))::int as begun,
      count(*) filter (where c.state <> 'dropped')::int as total, count(*) filter (where c.outcome in (2, 3))::int as red from assigned_case c where c.assignment_id = a.id
  ) c where a.project_id = $projectId and coalesce(c.at, a.created_at) > now() - $days::int * interval '1 day'
  union all
  select 'scan', s.id, concat_ws(' ', t.name, s.branch), s.at, case when s.finished_at is not null then 'done' when s.at > now() - interval '1 hour' then 'going' else 'failed' end,
    s.account_id, '{}', null, null, null, null
  from scan s join source_tree t on t.id = s.tree_id where s.project_id = $projectId and s.at > now() - $days::int * interval '1 day'
  union all
  select 'source', s.id, s.name, coalesce(s.last_at, s.made_at),
    case when s.paused then 'stopped' when s.claimed_until > now() then 'going' when s.failures > 0 then 'failed' when s.last_at is null then 'waiting' else 'done' end,
    s.account_id, array[s.environment], null, null, s.problem, null
  from source s where s.project_id = $projectId
  union all
  select 'agent', a.id, a.name, a.heard_at, case when a.away_at is not null or a.paused then 'stopped'
      when exists (select 1 from part p where p.agent_id = a.id and p.state = 'running') then 'going' else 'waiting' end,
    null, array(select distinct e.name from part p join environment e on e.id = p.environment_id where p.agent_id = a.id and p.state = 'running'), null, null, null, null
  from agent a where a.project_id = $projectId
  union all
  select 'sync', m.id, coalesce(d.key || ' ', '') || d.title, coalesce(m.sent_at, m.due_at),
    case when m.sent_at is not null then 'done' when m.problem is not null then 'failed' else 'waiting' end, null, '{}', null, null, m.problem, null
  from tracker_message m join defect d on d.id = m.defect_id
  where d.project_id = $projectId and m.kind <> 'look' and m.due_at > now() - $days::int * interval '1 day'
)
select v.kind, v.id, v.name, v.at, v.state, p.name as by, coalesce(v.environments, '{}') as environments, coalesce(v.suites, '{}') as suites, v.total, v.red, v.problem
from activity v left join account p on p.id = v.account_id
where v.kind = any($kinds::text[]) and ($environment::text is null or $environment = any(v.environments)) and ($person::text is null or p.name = $person) and ($suite::text is null or $suite = any(v.suites))
  and ($state::text is null or v.state = $state or ($state = 'red' and v.red > 0))
order by v.state not in ('going', 'waiting') or v.kind = 'agent' and v.state = 'waiting', v.at desc, v.kind, v.id desc limit $most`
