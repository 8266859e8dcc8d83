export const PLAN_ROWS = `
select p.id, p.name, p.paused,
  coalesce((select jsonb_agg(jsonb_build_object('id', s.id, 'name', s.name) order by x.position) from plan_suite x join suite s on s.id = x.suite_id where x.plan_id = p.id), '[]') as suites,
  (select count(*)::int from plan_cell c where c.plan_id = p.id) as cells,
  (select to_jsonb(l) from (
    select s.id as "startId", s.at, s.state, coalesce((select sum(r.failed + r.errored)::int from run r where r.start_id = s.id), 0) as failed,
      (select min(r.id) from run r where r.start_id = s.id) as "runId"
    from start s where s.plan_id = p.id and not s.trial order by s.id desc limit 1) l) as last
from plan p where p.project_id = $projectId order by p.name`

export const PLAN_TIMES = `
select t.id, t.plan_id as "planId", t.kind, t.at, t.rule, t.starts, t.zone, t.pipeline, t.branch, t.after_plan_id as "afterPlanId", t.next_at as "nextAt", t.seen_id as "seenId"
from plan_time t join plan p on p.id = t.plan_id where p.project_id = $projectId and ($planId::int is null or p.id = $planId) order by t.id`

export const PLAN_ROW = `
select p.id, p.name, p.pipeline, p.branch, p.newest_build as "newestBuild", p.retries::int as retries, p.retry_unless as "retryUnless", p.split, p.shards::int as shards, p.overlap, p.missed,
  p.release_id as "releaseId", p.paused, p.created_by as "createdBy", p.project_id as "projectId",
  coalesce((select jsonb_agg(jsonb_build_object('id', s.id, 'name', s.name, 'parameters', x.parameters) order by x.position)
    from plan_suite x join suite s on s.id = x.suite_id where x.plan_id = p.id), '[]') as suites,
  coalesce((select jsonb_agg(jsonb_build_object('environmentId', c.environment_id, 'profile', c.profile, 'ownerId', c.owner_id, 'poolId', c.pool_id, 'handoffId', c.handoff_id,
    'releaseId', c.release_id, 'parameters', c.parameters, 'byHand', c.by_hand, 'people', c.people, 'inOrder', c.in_order, 'dueDays', c.due_days) order by c.id) from plan_cell c where c.plan_id = p.id), '[]') as cells
from plan p where p.id = $id and ($projectId::int is null or p.project_id = $projectId)`

/** Parts that were made of a start, and its runs. Binds: projectId, and id, planId or open to choose by. */
export const START_ROWS = `
select s.id, s.name, s.plan_id as "planId", s.at, (select name from account a where a.id = s.account_id) as by, s.why, s.trial, s.state, s.pipeline, s.branch, s.build, s.ended_at as "endedAt", s.notes,
  coalesce((select jsonb_agg(jsonb_build_object('id', r.id, 'environment', e.name, 'profile', r.profile, 'failed', r.failed + r.errored, 'total', r.total, 'live', r.live) order by e.name, r.id)
    from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id where r.start_id = s.id), '[]') as runs,
  (select jsonb_build_object('waiting', count(*) filter (where state = 'waiting'), 'running', count(*) filter (where state = 'running'),
    'done', count(*) filter (where state = 'done'), 'failed', count(*) filter (where state in ('failed', 'stopped', 'lost'))) from part where start_id = s.id) as parts,
  (select jsonb_build_object('total', count(*), 'done', count(*) filter (where c.state = 'done')) from assignment a join assigned_case c on c.assignment_id = a.id and c.state <> 'dropped'
    where a.start_id = s.id) as manual
from start s where s.project_id = $projectId and ($id::int is null or s.id = $id) and ($planId::int is null or s.plan_id = $planId)
  and (not $open or s.state in ('queued', 'going'))
order by s.id desc limit $most`

const PART_COLUMNS = `p.id, p.start_id as "startId", s.name as start, s.state as "startState", p.run_id as "runId", p.environment_id as "environmentId", e.name as environment, p.profile,
  p.recipe ->> 'name' as recipe, p.shard::int as shard, p.try::int as try, p.count as tests, p.expected_ms::float8 as "expectedMs", p.state, p.agent_id as "agentId",
  (select name from agent a where a.id = p.agent_id) as agent, p.pool_id as "poolId", (select name from pool o where o.id = p.pool_id) as pool, p.handoff_id as "handoffId",
  (select name from handoff h where h.id = p.handoff_id) as handoff, (select name from account a where a.id = p.owner_id) as owner, p.labels,
  p.created_at as "createdAt", p.claimed_at as "claimedAt", p.ended_at as "endedAt", p.exit_code as "exitCode", p.said, p.lost::int as lost, p.log_chars::float8 as "logChars",
  p.stop_asked_at is not null or coalesce((select r.stop_asked_at is not null from run r where r.id = p.run_id), false) as "stopAsked", s.trial, p.passed, p.failed, p.errored`
const PART_FROM = `part p join start s on s.id = p.start_id join environment e on e.id = p.environment_id`

/** Binds: projectId, and runId, startId or id; null chooses by nothing. */
export const PART_ROWS = `
select ${PART_COLUMNS} from ${PART_FROM}
where p.project_id = $projectId and ($runId::int is null or p.run_id = $runId) and ($startId::int is null or p.start_id = $startId) and ($id::int is null or p.id = $id)
  and (not $open or p.state in ('waiting', 'running'))
order by p.start_id, p.shard, p.id limit 2000`

/** Parts that ran within a span of time. */
export const PARTS_OF_DAY = `
select ${PART_COLUMNS} from ${PART_FROM}
where p.project_id = $projectId and p.claimed_at is not null and p.claimed_at < $to and coalesce(p.ended_at, now()) > $from order by p.claimed_at limit 5000`

/** How many agents are there that fit: with these labels, for this profile, in this pool. */
export const FITTING_AGENTS = `
select count(*)::int as count from agent a where a.project_id = $projectId and a.away_at is null and not a.paused and $labels::text[] <@ a.labels
  and ($profile::text is null or cardinality(a.profiles) = 0 or $profile = any(a.profiles)) and ($poolId::int is null or a.pool_id = $poolId)`

export const ADD_START = `
insert into start (project_id, plan_id, name, account_id, why, time_id, due_at, trial, state, notes, pipeline, branch, build, commit, origin_run_id, settings)
values ($projectId, $planId, $name, $accountId, $why, $timeId, $dueAt, $trial, $state, $notes::jsonb, $pipeline, $branch, $build, $commit, $originRunId, $settings::jsonb)
on conflict (time_id, due_at) do nothing returning id`

export const ADD_PARTS = `
insert into part (project_id, start_id, run_id, environment_id, profile, recipe_id, recipe, pool_id, handoff_id, owner_id, shard, try, retry_of, labels, tests, count, parameters, expected_ms)
select $projectId::int, $startId::int, x.run_id, x.environment_id, x.profile, (select id from recipe where id = x.recipe_id), x.recipe, x.pool_id, x.handoff_id, x.owner_id, x.shard, x.try, x.retry_of,
  array(select jsonb_array_elements_text(x.labels)), x.tests, jsonb_array_length(x.tests), x.parameters, x.expected_ms
from jsonb_to_recordset($rows::jsonb) as x (run_id int, environment_id int, profile text, recipe_id int, recipe jsonb, pool_id int, handoff_id int, owner_id int, shard smallint, try smallint,
  retry_of int, labels jsonb, tests jsonb, parameters jsonb, expected_ms bigint)
returning id`

/** The next number of the plan's own builds: above all that its pipeline has, and all that were given to starts. */
export const NEXT_BUILD = `
select (greatest(
  coalesce((select max(b.name::bigint) from build b join pipeline p on p.id = b.pipeline_id where p.project_id = $projectId and p.name = $pipeline and b.name ~ '^[0-9]{1,12}$'), 0),
  coalesce((select max(s.build::bigint) from start s where s.project_id = $projectId and s.pipeline = $pipeline and s.build ~ '^[0-9]{1,12}$'), 0)) + 1)::text as build`

export const NEWEST_BUILD = `
select b.id, b.name as build, b.commit from build b join pipeline p on p.id = b.pipeline_id
where p.project_id = $projectId and p.name = $pipeline and b.branch = $branch order by b.sort_key desc limit 1`

/**
 * The next part that an agent can take, which is its own from then on: tries of what failed first, then the oldest start, then the longest.
 * Binds: projectId, agentId, tokenId (whose bounds hold now), labels, profiles, poolId, closed (environments that are closed).
 */
export const CLAIM = `
with mine as (
  select p.id from part p join start s on s.id = p.start_id join environment e on e.id = p.environment_id
  where p.project_id = $projectId and p.state = 'waiting' and p.handoff_id is null and s.state = 'going' and p.stop_asked_at is null
    and p.labels <@ $labels::text[] and (p.profile is null or cardinality($profiles::text[]) = 0 or p.profile = any($profiles::text[]))
    and (p.pool_id is null or p.pool_id = $poolId::int)
    and not exists (select 1 from api_token t where t.id = $tokenId::int and (not p.environment_id = any(t.environments) or not p.labels <@ t.labels))
    and (not e.protected or e.opened_until > now()) and not p.environment_id = any($closed::int[])
    and not exists (select 1 from run r where r.id = p.run_id and r.stop_asked_at is not null)
  order by p.try desc, p.start_id, p.expected_ms desc, p.id limit 1 for update of p skip locked
)
update part set state = 'running', log_told = 0, agent_id = $agentId, lease = gen_random_uuid(), claimed_at = now(), heard_at = now(), ended_at = null, said = null, exit_code = null
from mine where part.id = mine.id
returning part.id, part.lease, part.start_id as "startId", part.run_id as "runId", part.environment_id as "environmentId", part.profile, part.recipe, part.shard::int as shard,
  part.try::int as try, part.tests, part.parameters, part.log_chars::float8 as "logChars"`

/** What became of the tests of a part in its run: counts, and the scripts in code that failed or errored. Binds: runId, scripts. */
export const BECAME = `
select count(*) filter (where x.outcome in (1, 7))::int as passed, count(*) filter (where x.outcome = 2)::int as failed, count(*) filter (where x.outcome = 3)::int as errored,
  coalesce(array_agg(distinct coalesce(s.head_id, s.id)) filter (where x.outcome in (2, 3)), '{}') as red, count(*)::int as all
from run r join result x on x.run_id = r.id and x.day = r.day join script s on s.id = x.script_id
where r.id = $runId and coalesce(s.head_id, s.id) = any($scripts::int[])`

/**
 * Scripts in code of a part that have a result in its run: what an agent delivered before it was lost. One that another part of the run
 * has, too, is none of them, since the result may be of that. Binds: partId, runId, scripts.
 */
export const REPORTED = `
select distinct coalesce(s.head_id, s.id) as id from run r join result x on x.run_id = r.id and x.day = r.day join script s on s.id = x.script_id
where r.id = $runId and coalesce(s.head_id, s.id) = any($scripts::int[]) and not exists (
  select 1 from part o cross join jsonb_array_elements(o.tests) as t (value)
  where o.run_id = $runId and o.id <> $partId and (t.value ->> 'scriptId')::int = coalesce(s.head_id, s.id)
)`

/** Scripts in code behind results of a run that are to be run again. Binds: runId, scripts (null: what failed, errored or did not run). */
export const TO_RERUN = `
select distinct coalesce(s.head_id, s.id) as "scriptId" from run r join result x on x.run_id = r.id and x.day = r.day join script s on s.id = x.script_id and s.manual_case_id is null
where r.id = $runId and ($scripts::int[] is null and x.outcome in (2, 3, 5, 6) or x.script_id = any($scripts::int[]) or s.head_id = any($scripts::int[]))`
