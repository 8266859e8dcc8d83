import { OUTAGE } from '@bobbin/core'

/** Set-based steps from the staging tables into the project, in order. Rows are inserted in hash order, so that two deliveries never wait for each other in a ring. */

export const MERGE_BODIES = `
insert into body (project_id, hash, text) select distinct on (hash) $projectId::int, hash, text from stage_body order by hash on conflict do nothing`

export const MERGE_SIGNATURES = `
insert into signature (project_id, hash, text) select distinct on (hash) $projectId::int, hash, text from stage_signature order by hash on conflict do nothing`

/** What a file says of each script, by its first attempt. */
const SEEN = `seen as (
  select distinct on (identity) identity, name, classname, suites, file, profile, keys from stage_attempt order by identity, seq
)`

/** Scripts that were never seen before. */
export const MAKE_SCRIPTS = `
with ${SEEN}, fresh as (
  insert into script (project_id, identity, name, classname, suites, file, profile, framework, keys)
  select $projectId::int, identity, name, classname, suites, file, profile, $framework::text, keys from seen
  where not exists (select 1 from script s where s.project_id = $projectId and s.identity = seen.identity)
  order by identity on conflict do nothing returning id
)
select count(*)::int as fresh from fresh`

/**
 * Known scripts learn where they stand now; those that are as they were are not touched, which is nearly all of them every day.
 * Declared keys are kept when a reporter drops them. Locked in one order, so that two deliveries never wait for each other in a ring.
 */
export const REFRESH_SCRIPTS = `
with ${SEEN}, moved as (
  select s.id, n.name, n.suites, coalesce(n.file, s.file) as file, coalesce($framework::text, s.framework) as framework,
    case when n.keys = '{}' then s.keys else n.keys end as keys
  from seen n join script s on s.project_id = $projectId and s.identity = n.identity
  where (n.name, n.suites, coalesce(n.file, s.file), coalesce($framework::text, s.framework), case when n.keys = '{}' then s.keys else n.keys end)
    is distinct from (s.name, s.suites, s.file, s.framework, s.keys)
  order by s.id for update of s
)
update script s set name = m.name, suites = m.suites, file = m.file, framework = m.framework, keys = m.keys from moved m where m.id = s.id`

/** A declared key that names a case makes a link; one that a person rejected stays rejected. */
export const MERGE_LINKS = `
insert into link (project_id, script_id, case_id, origin, state)
select distinct $projectId::int, s.id, c.id, 'declared', 'active'
from stage_attempt a join script s on s.project_id = $projectId and s.identity = a.identity, unnest(a.keys) as k (key)
join test_case c on c.project_id = $projectId and c.deleted_at is null and c.number = split_part(k.key, '-', 2)::int
where k.key ~ ('^' || $prefix || '-[0-9]{1,9}$')
on conflict (script_id, case_id) do nothing`

export const UNKNOWN_DECLARED = `
select distinct k.key, a.name as test from stage_attempt a, unnest(a.keys) as k (key)
where k.key ~ ('^' || $prefix || '-[0-9]{1,9}$') and not exists (
  select 1 from test_case c where c.project_id = $projectId and c.deleted_at is null and c.number = split_part(k.key, '-', 2)::int
) order by 1, 2 limit 200`

/** Attempts follow those that the run already has for the same script: a second file is a later try. */
export const MERGE_ATTEMPTS = `
insert into attempt (run_id, script_id, day, ordinal, file_id, outcome, duration_ms, started_at, signature_id, message_id, failures_id, stdout_id, stderr_id, reason, properties)
select $runId, s.id, $day::date,
  (coalesce(had.most, 0) + row_number() over (partition by s.id order by a.seq, a.ordinal))::smallint,
  $fileId, a.outcome, a.duration_ms, a.started_at, sig.id, m.id, f.id, so.id, se.id, a.reason, a.properties
from stage_attempt a
join script s on s.project_id = $projectId and s.identity = a.identity
left join (select script_id, max(ordinal) as most from attempt where run_id = $runId and day = $day::date group by script_id) had on had.script_id = s.id
left join signature sig on sig.project_id = $projectId and sig.hash = a.signature
left join body m on m.project_id = $projectId and m.hash = a.message
left join body f on f.project_id = $projectId and f.hash = a.failures
left join body so on so.project_id = $projectId and so.hash = a.stdout
left join body se on se.project_id = $projectId and se.hash = a.stderr`

/**
 * A result is what its attempts come to (outcomeOfAttempts in the core): the last holds, a pass after a failure is recovered.
 * One pass over the attempts: a self-join would be planned on the statistics of an empty table.
 */
export const MERGE_RESULTS = `
with affected as (select distinct s.id from stage_attempt a join script s on s.project_id = $projectId and s.identity = a.identity),
 settled as (
  select script_id, max(ordinal)::smallint as attempts,
    (array_agg(outcome order by ordinal desc))[1] as outcome,
    (array_agg(duration_ms order by ordinal desc))[1] as duration_ms,
    (array_agg(message_id order by ordinal desc))[1] as message_id,
    (array_agg(outcome order by ordinal desc) filter (where outcome in (2, 3)))[1] as failed,
    (array_agg(signature_id order by ordinal desc) filter (where outcome in (2, 3)))[1] as failed_signature,
    (array_agg(message_id order by ordinal desc) filter (where outcome in (2, 3)))[1] as failed_message
  from attempt where run_id = $runId and day = $day::date and script_id in (select id from affected)
  group by script_id
 )
insert into result (run_id, script_id, day, outcome, attempts, duration_ms, signature_id, message_id)
select $runId, script_id, $day::date,
  case when failed is null or outcome in (2, 3) then outcome when outcome = 1 then 7 else failed end,
  attempts, duration_ms, failed_signature, coalesce(failed_message, message_id)
from settled
on conflict (run_id, script_id, day) do update set
  outcome = excluded.outcome, attempts = excluded.attempts, duration_ms = excluded.duration_ms,
  signature_id = excluded.signature_id, message_id = excluded.message_id`

/** The sums of a run, rebuilt from its results in the transaction that stores them. */
export const REFRESH_RUN = `
update run set total = s.total, passed = s.passed, failed = s.failed, errored = s.errored, skipped = s.skipped, blocked = s.blocked,
  not_run = s.not_run, recovered = s.recovered, duration_ms = s.duration_ms, delivered_at = now(),
  started_at = least(started_at, coalesce($startedAt::timestamptz, started_at)),
  incomplete = exists (select 1 from fault where run_id = $runId),
  outage = s.errored >= ${OUTAGE.least} and s.errored >= ${OUTAGE.share} * s.total
from (
  select count(*)::int as total, count(*) filter (where outcome = 1)::int as passed, count(*) filter (where outcome = 2)::int as failed,
    count(*) filter (where outcome = 3)::int as errored, count(*) filter (where outcome = 4)::int as skipped,
    count(*) filter (where outcome = 5)::int as blocked, count(*) filter (where outcome = 6)::int as not_run,
    count(*) filter (where outcome = 7)::int as recovered, coalesce(round(sum(duration_ms)), 0)::bigint as duration_ms
  from result where run_id = $runId and day = $day::date
) s where id = $runId`
