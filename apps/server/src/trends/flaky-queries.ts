import { SCRIPT_REF } from '../scripts/index.js'
import { SEEN_RUNS } from '../runs/index.js'

/**
 * Tests that failed, errored or recovered in what the lens shows, with all their results there: one row each. A run that counts as an outage judges
 * nobody, whatever became of a test in it. Only red results are looked for; the others are looked up for these tests alone.
 * Binds: those of the lens, projectId.
 */
export const FLAKY = `
with ${SEEN_RUNS}, judging as materialized (
  select * from runs where not outage
), suspects as materialized (
  select distinct x.script_id from judging r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7)
), results as materialized (
  select x.script_id, x.outcome, x.attempts, x.duration_ms, r.id as run_id, r.lane_id, r.sort_key, r.started_at, r.environment_id, r.commit, r.red
  from suspects s cross join judging r join result x on x.run_id = r.id and x.day = r.day and x.script_id = s.script_id and x.outcome in (1, 2, 3, 7)
), flips as (
  select script_id, count(*) filter (where before is not null and before <> good)::int as flips from (
    select script_id, outcome in (1, 7) as good, lag(outcome in (1, 7)) over (partition by script_id, lane_id order by sort_key) as before from results
  ) f group by script_id
), both_ways as (
  select script_id, count(*)::int as commits from (
    select script_id, commit, environment_id from results where commit is not null
    group by script_id, commit, environment_id having bool_or(outcome in (2, 3)) and bool_or(outcome in (1, 7))
  ) c group by script_id
), sums as (
  select script_id, count(*)::int as runs, count(*) filter (where outcome = 1)::int as passed, count(*) filter (where outcome in (2, 3))::int as failed,
    count(*) filter (where outcome = 7)::int as recovered, min(started_at) filter (where outcome <> 1) as since,
    (array_agg(run_id order by started_at desc, run_id desc) filter (where outcome <> 1))[1] as last_run,
    (array_agg(lane_id order by started_at desc, run_id desc) filter (where outcome <> 1))[1] as lane_id,
    array_agg(distinct environment_id) filter (where outcome <> 1) as environment_ids, count(distinct environment_id)::int as environments_of_runs,
    coalesce(sum(duration_ms * (attempts - 1)) filter (where attempts > 1), 0)::float8 as retry_ms,
    count(*) filter (where outcome in (2, 3) and red = 1)::int as red_alone
  from results group by script_id
)
select u.script_id as id, u.runs, u.passed, u.failed, u.recovered, f.flips, coalesce(b.commits, 0) as "bothWays", u.since, u.last_run as "lastRun", u.lane_id as "laneId",
  array(select e.name from environment e where e.id = any(u.environment_ids) order by e.name) as environments, u.environments_of_runs as "environmentsOfRuns",
  u.retry_ms as "retryMs", u.red_alone as "redAlone", lr.total, lb.name as build, lr.started_at as at
from sums u join flips f on f.script_id = u.script_id left join both_ways b on b.script_id = u.script_id
join run lr on lr.id = u.last_run join build lb on lb.id = lr.build_id`

/** What some tests are called now, what is done about them, and the cause of their last failure. Binds: projectId, prefix, scriptIds, runIds. */
export const FLAKY_NOW = `
select ${SCRIPT_REF}, exists (select 1 from quarantine q where q.script_id = s.id and q.ended_at is null) as quarantined,
  coalesce((select array_agg($prefix || '-' || c.number order by c.number) from link k join test_case c on c.id = k.case_id and c.deleted_at is null
    where k.script_id = s.id and k.state = 'active'), '{}') as cases,
  (select c.group_id from result x join signature_cause c on c.signature_id = x.signature_id
    where x.run_id = r.id and x.day = r.day and x.script_id = s.id limit 1) as "groupId"
from unnest($scriptIds::int[], $runIds::int[]) u (script_id, run_id) join script s on s.id = u.script_id and s.project_id = $projectId join run r on r.id = u.run_id`
