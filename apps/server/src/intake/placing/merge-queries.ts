import { ADD_SUMS, SET_SUMS, SUMS } from '../../runs/index.js'

/** That a run got something. */
const DELIVERED = 'delivered_at = now(), started_at = least(started_at, coalesce($startedAt::timestamptz, started_at))'

/**
 * Set-based steps from the staging tables into the project, in order. Rows are inserted in hash order, so that two deliveries never wait for each other in a ring.
 * A conflict is named by its columns: “any conflict” would look through every unique index of the table for each row.
 */

/** Keys of this project that the file declares, from a test on, with the case that each names where there is one; looked up once. */
export const STAGE_DECLARED = `
with own as materialized (
  select min(a.seq) as seq, a.script_id, a.identity, a.name, k.key, split_part(k.key, '-', 2)::int as number
  from stage_test a, unnest(a.keys) as k (key) where a.seq >= $from and a.keys <> '{}' and k.key ~ ('^' || $prefix || '-[0-9]{1,9}$')
  group by a.script_id, a.identity, a.name, k.key
), cases as materialized (
  select d.number, c.id from (select distinct number from own) d
  cross join lateral (select id from test_case where project_id = $projectId::int and number = d.number and deleted_at is null offset 0) c
)
insert into stage_declared
select d.seq, d.script_id, d.identity, d.name, d.key, c.id from own d left join cases c on c.number = d.number`

/** Answers of tests and their scripts, as lists of numbers: so many rows of their own would take longer to hand over than to find. */
const TOLD = `coalesce(string_agg(seq::text, ','), '') as seqs, coalesce(string_agg(script_id::text, ','), '') as scripts`

/** Scripts by another of their names: what they are called there is no news. */
const OF_ALIAS = `select o.id, o.name, o.suites, o.file, o.framework, o.keys, false as own
    from script_alias l join script o on o.id = l.script_id where l.project_id = $projectId`

/**
 * Which script each test with an identity is from one on, for those that are there, and which of them stand elsewhere or say something else than before.
 * @param lookUp gives the script of the test `a`
 */
const findScripts = (lookUp: string) => `
with found as (
  insert into stage_script (seq, script_id, differs)
  select a.seq, s.id,
    s.own and (a.name, a.suites, coalesce(a.file, s.file), coalesce($framework::text, s.framework), case when a.keys = '{}' then s.keys else a.keys end)
      is distinct from (s.name, s.suites, s.file, s.framework, s.keys)
  from stage_test a
  ${lookUp}
  where a.seq >= $from and not exists (select 1 from stage_script t where t.seq = a.seq and t.seq >= $from) returning seq, script_id, differs
)
select ${TOLD}, coalesce(string_agg(case when differs then seq::text end, ','), '') as differing,
  count(*) < (select count(identity) from stage_test where seq >= $from) as "someNew" from found`

/** Of a file of usual size each test is looked up by itself: the work grows with the file and not with the project, whatever the planner believes of either. */
export const FIND_SCRIPTS = findScripts(`cross join lateral (
    select id, name, suites, file, framework, keys, true as own from script where project_id = $projectId and identity = a.identity
    union all ${OF_ALIAS} and l.identity = a.identity offset 0
  ) s`)

/** A very large file is about as large as its project: both are gone through once, whatever the planner takes for few. */
export const GO_THROUGH = 'set local enable_nestloop = off'
export const LOOK_UP = 'set local enable_nestloop = on'
export const FIND_MANY_SCRIPTS = findScripts(`join (
    select id, identity, name, suites, file, framework, keys, true as own from script where project_id = $projectId
    union all ${OF_ALIAS.replace('select o.id,', 'select o.id, l.identity,')}
  ) s on s.identity = a.identity`)

/**
 * Scripts that were never seen before, as their first attempt in the file names them. What the project chose for tests that no case
 * claims is written beside them; one that declares a key which no case has is a mistake, for which no case is made. They are numbered in
 * the order of the file, in which their results will mostly come: rows that stand side by side in an index are written much faster.
 */
const makeScripts = (onConflict: string) => `
with claimed as (select identity, bool_or(case_id is not null) as known from stage_declared where identity is not null and seq >= $from group by identity),
unknown as materialized (
  select a.seq, a.identity, a.name, a.classname, a.suites, a.file, a.profile, a.keys
  from stage_test a left join stage_script t on t.seq = a.seq and t.seq >= $from where a.seq >= $from and a.identity is not null and t.seq is null
), ids as materialized (
  select seq, nextval(pg_get_serial_sequence('script', 'id')) as id from (select min(seq) as seq from unknown group by identity order by 1) firsts
), fresh as (
  insert into script (id, project_id, identity, name, classname, suites, file, profile, framework, keys, triage, first_file_id) overriding system value
  select ids.id, $projectId::int, a.identity, a.name, a.classname, a.suites, a.file, a.profile, $framework::text, a.keys,
    case when c.known then null when not c.known and $unknownTests = 'make' then 'ask' else $unknownTests::text end, $fileId::int
  from unknown a join ids on ids.seq = a.seq left join claimed c on c.identity = a.identity
  order by a.identity ${onConflict} returning id, identity, triage
), placed as (
  insert into stage_script (seq, script_id, differs) select u.seq, f.id, false from unknown u join fresh f on f.identity = u.identity returning seq, script_id
)
select ${TOLD}, (select count(*) from fresh)::int as fresh, (select count(*) from fresh where triage = 'make')::int as "toMake" from placed`

/** That another delivery makes the same script at the same moment is rare, and looking out for it costs a third more time. */
export const MAKE_SCRIPTS = makeScripts('')
/** For when it happened; what the other made is to be found then. */
export const MAKE_SCRIPTS_BESIDE = makeScripts('on conflict (project_id, identity) do nothing')

export const FORGET_MADE = `delete from script where project_id = $projectId and first_file_id = $fileId`

/**
 * Known scripts learn where they stand now; those that are as they were are not touched, which is nearly all of them every day.
 * Where several test cases of a file are one script, the first says what it is called. Declared keys are kept when a reporter
 * drops them. Locked in one order, so that two deliveries never wait for each other in a ring.
 */
export const REFRESH_SCRIPTS = `
with first as (select distinct on (script_id) script_id, seq, differs from stage_script order by script_id, seq),
moved as (
  select s.id, a.name, a.suites, coalesce(a.file, s.file) as file, coalesce($framework::text, s.framework) as framework,
    case when a.keys = '{}' then s.keys else a.keys end as keys
  from first f join stage_test a on a.seq = f.seq
  join script s on s.id = f.script_id
  where f.differs order by s.id for update of s
)
update script s set name = m.name, suites = m.suites, file = m.file, framework = m.framework, keys = m.keys from moved m where m.id = s.id`

/** A declared key that names a case makes a link, from a test on; one that a person rejected stays rejected. */
export const MERGE_LINKS = `
with claims as (
  select distinct coalesce(d.script_id, t.script_id) as script_id, d.case_id
  from stage_declared d left join stage_script t on t.seq = d.seq and t.seq >= $from where d.seq >= $from and d.case_id is not null
)
insert into link (project_id, script_id, case_id, origin, state)
select $projectId::int, c.script_id, c.case_id, 'declared', 'active'
from claims c left join lateral (select id from link where script_id = c.script_id and case_id = c.case_id offset 0) l on true
where l.id is null order by 2, 3 on conflict (script_id, case_id) do nothing`

export const UNKNOWN_DECLARED = `select distinct key, name as test from stage_declared where case_id is null order by 1, 2 limit 200`

/** Scripts that declare a key which no case has. */
export const UNSETTLED = `
select distinct coalesce(d.script_id, t.script_id) as id from stage_declared d left join stage_script t on t.seq = d.seq where d.case_id is null`

/** Whether the run has an attempt at any of some scripts. */
export const SOME_AGAIN = `
select exists (
  select 1 from unnest($scriptIds::int[]) as s (id)
  cross join lateral (select 1 from attempt where run_id = $runId and day = $day::date and script_id = s.id limit 1) a
) as again`

/**
 * Attempts follow those that the run already has for the same script: a second file is a later try. A script with one attempt
 * has its result at once, which is nearly all of them; those with more are answered, for SETTLE.
 */
export const STORE_ATTEMPTS = `
with had as materialized (
  select own.script_id, a.most from (select distinct script_id from stage_attempt) own
  cross join lateral (
    select max(ordinal) as most from attempt where run_id = $runId and day = $day::date and script_id = own.script_id offset 0
  ) a
  where a.most is not null and exists (select 1 from attempt where run_id = $runId and day = $day::date)
), stored as (
  insert into attempt (run_id, script_id, day, ordinal, file_id, outcome, duration_ms, started_at, reason, properties,
    signature_id, message_id, failures_id, stdout_id, stderr_id, steps_id)
  select $runId, a.script_id, $day::date,
    (coalesce(had.most, 0) + row_number() over (partition by a.script_id order by a.seq, a.ordinal))::smallint,
    $fileId, a.outcome, a.duration_ms, a.started_at, a.reason, a.properties,
    a.signature_id, a.message_id, a.failures_id, a.stdout_id, a.stderr_id, a.steps_id
  from stage_attempt a left join had on had.script_id = a.script_id
  returning script_id, ordinal, outcome, duration_ms, signature_id, message_id
), again as materialized (select distinct script_id from stored where ordinal > 1
), settled as (
  insert into result (run_id, script_id, day, outcome, attempts, duration_ms, signature_id, message_id)
  select $runId, script_id, $day::date, outcome, 1, duration_ms, case when outcome in (2, 3) then signature_id end, message_id
  from stored where ordinal = 1 and script_id not in (select script_id from again)
)
select script_id as "scriptId" from again`

/**
 * For scripts that this file tried again; they are handed in, since the database knows nothing yet of how many attempts are new.
 * A result is what its attempts come to (outcomeOfAttempts in the core): the last holds, a pass after a failure is recovered. Files of one
 * delivery are no tries after one another: where several of the last one have a test, it failed if it failed in any.
 */
export const SETTLE = `
with tried as (
  select a.script_id, a.ordinal, a.outcome, a.duration_ms, a.signature_id, a.message_id,
    -- the last of its file, in the last delivery; without a join, since the planner has no statistics of rows that were just stored
    f.delivery_id = first_value(f.delivery_id) over (partition by a.script_id order by a.ordinal desc)
      and row_number() over (partition by a.script_id, a.file_id order by a.ordinal desc) = 1 as is_last
  from attempt a join result_file f on f.id = a.file_id
  where a.run_id = $runId and a.day = $day::date and a.script_id = any($scriptIds::int[])
), settled as (
  select script_id, max(ordinal)::smallint as attempts,
    (array_agg(outcome order by ordinal desc))[1] as outcome,
    (array_agg(duration_ms order by ordinal desc))[1] as duration_ms,
    (array_agg(message_id order by ordinal desc))[1] as message_id,
    (array_agg(outcome order by ordinal desc) filter (where outcome in (2, 3)))[1] as failed,
    (array_agg(signature_id order by ordinal desc) filter (where outcome in (2, 3)))[1] as failed_signature,
    (array_agg(message_id order by ordinal desc) filter (where outcome in (2, 3)))[1] as failed_message,
    count(*) filter (where is_last) as files, max(outcome) filter (where is_last and outcome in (2, 3)) as red
  from tried group by script_id
)
insert into result (run_id, script_id, day, outcome, attempts, duration_ms, signature_id, message_id)
select $runId, script_id, $day::date,
  case when failed is null or outcome in (2, 3) then outcome when files > 1 and red is not null then red when outcome = 1 then 7 else failed end,
  attempts, duration_ms, failed_signature, coalesce(failed_message, message_id)
from settled
on conflict (run_id, script_id, day) do update set
  outcome = excluded.outcome, attempts = excluded.attempts, duration_ms = excluded.duration_ms,
  signature_id = excluded.signature_id, message_id = excluded.message_id`

/** Tests among some that other files of the same delivery have, too: how many, the first of them, and one of those files. */
export const IN_OTHER_FILES = `
select count(distinct a.script_id)::int as tests, min(s.name) as name, min(other.name) as file
from attempt a join result_file other on other.id = a.file_id join result_file own on own.id = $fileId and own.delivery_id = other.delivery_id
join script s on s.id = a.script_id
where a.run_id = $runId and a.day = $day::date and a.script_id = any($scriptIds::int[]) and a.file_id <> $fileId`

export const KEEP_WARNINGS = 'update result_file set warnings = $warnings::jsonb where id = $fileId'

const sums = (more: string) => `
update run set ${SET_SUMS}${more}
from (select ${SUMS} from result where run_id = $runId and day = $day::date) s where id = $runId`

/** The sums of a run, rebuilt from its results in the transaction that stores them. */
export const REFRESH_RUN = sums(`, ${DELIVERED}`)

/** The sums of a run with those of results that were stored beside the others. */
export const ADD_TO_RUN = `
update run set ${ADD_SUMS}, ${DELIVERED}
from (select $passed::int + $failed::int + $errored::int + $skipped::int + $blocked::int + $notRun::int + $recovered::int as total, $passed::int as passed,
  $failed::int as failed, $errored::int as errored, $skipped::int as skipped, $blocked::int as blocked, $notRun::int as not_run, $recovered::int as recovered,
  $durationUs::bigint as duration_us) s where id = $runId`

/** The same when nothing new came in. */
export const REFRESH_SUMS = sums('')
