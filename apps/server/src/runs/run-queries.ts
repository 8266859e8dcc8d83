import { type Change, CHANGES, changeTable, oneCauseSql, outcomeCode } from '@bobbin/core'
import { IN_LENS, NTH_BUILD } from './lens-sql.js'
import { SCRIPT_REF } from '../scripts/index.js'

const index = (change: Change) => CHANGES.indexOf(change)

/**
 * What holds a test, as far as it says: its file, class or outermost suite, on its profile; of tests without any, that they have none. As a
 * text, since of those a set is looked into by its hash.
 */
const holderOf = (script: string) =>
  `coalesce(${script}.profile, chr(1)) || chr(2) || coalesce(${script}.file, nullif(${script}.classname, ''), ${script}.suites[1], chr(1))`

/** A run with what names it; alias \`r\` for the run. */
export const RUN_COLUMNS = `r.id, r.lane_id as "laneId", p.name as pipeline, l.branch, e.name as environment, b.name as build, b.commit, b.author, b.address, r.keep, r.forgotten_at as "forgottenAt",
  r.build_id as "buildId", b.sort_key as "buildKey", r.ordinal::int as ordinal, r.key, r.trigger, r.origin_run_id as "originRunId", r.profile, l.trial,
  (select v.name from release v where v.id = r.release_id) as release,
  r.started_at as "startedAt", r.delivered_at as "deliveredAt", r.duration_ms::float8 as "durationMs", r.live, r.incomplete, r.scope, r.outage, r.sort_key as "sortKey", r.day::text as day,
  r.total, r.passed, r.failed, r.errored, r.skipped, r.blocked, r.not_run as "notRun", r.recovered, r.changes,
  (select count(*)::int from result_file f where f.run_id = r.id) as files`
export const RUN_FROM = `run r join build b on b.id = r.build_id join lane l on l.id = r.lane_id
  join pipeline p on p.id = l.pipeline_id join environment e on e.id = l.environment_id`

/** Whether a run is seen through the lens, among the newest builds of its lane. */
const SEEN = `${IN_LENS} and r.id in (select id from (select id, ${NTH_BUILD} as nth from run where project_id = $projectId) x where nth <= $span)`

/** Newest runs in the lens; of one pipeline, or null for all. */
export const RUN_ROWS = `
select ${RUN_COLUMNS} from ${RUN_FROM}
where r.project_id = $projectId and ${SEEN} and ($pipeline::text is null or p.name = $pipeline)
order by r.started_at desc, r.id desc limit $most`

export const RUN_ROW = `select ${RUN_COLUMNS} from ${RUN_FROM} where r.project_id = $projectId and r.id = $id`

export const RUNS_HIDDEN = `
select count(*)::int as hidden from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
where r.project_id = $projectId and l.trial = $trial and not (${SEEN})`

export const PREVIOUS_RUN = `
select r.id, b.name as build, r.incomplete, r.outage from run r join build b on b.id = r.build_id
where r.lane_id = $laneId and r.sort_key < $buildKey collate "C" order by r.sort_key desc limit 10`

export const NEXT_RUN = `
select r.id, b.name as build from run r join build b on b.id = r.build_id
where r.lane_id = $laneId and r.sort_key > $sortKey collate "C" and r.build_id <> $buildId order by r.sort_key limit 1`

/** The runs of a build in a lane, first to last. */
export const RUNS_OF_BUILD = `
select id, ordinal::int as ordinal, key, trigger, started_at as "startedAt", total, failed + errored as red from run
where build_id = $buildId and lane_id = $laneId order by sort_key`

/**
 * Every script of a run or of what it is compared with, and what changed, as the common table “changed”.
 * Compared with the newest result of each script since the last complete run of the lane: usually the build before, but
 * a build that could not judge hides nothing and breaks nothing. Scripts that are new there are looked for in the 30 runs before, run by
 * run until all are found: where builds run a part of the tests, the next one or two have nearly all of them. Runs of a part are never
 * what a lane is known by.
 * A test without a result is what changeOfMissing says.
 * Where a build has several runs, the outcome of a test is that of the latest one up to this run which has it (\`again\`), and the builds
 * before are those before its first run.
 * Binds: runId, day, laneId, sortKey, buildKey, buildId, incomplete, scope.
 * @param outcomes only scripts that have one of these outcomes in the run: much less to read, and nothing that is gone
 */
const changed = (again: boolean, outcomes: readonly number[] = []) => `recursive
base_runs as (
  select id, day, sort_key, outage from run
  where lane_id = $laneId and sort_key < $buildKey collate "C" and sort_key >= coalesce(
    (select max(sort_key) from run where lane_id = $laneId and sort_key < $buildKey collate "C" and not incomplete and not outage
      and scope is distinct from 'partial'), '')
), cur as (
  select script_id, outcome, duration_ms, attempts, signature_id, message_id from ${again ? LATEST_OF_BUILD : 'result'}
  where ${again ? 'true' : 'run_id = $runId and day = $day::date'} ${outcomes.length > 0 ? `and outcome in (${outcomes.join(', ')})` : ''}
), base as (
  select distinct on (r.script_id) r.script_id, r.outcome, b.id as run_id
  from base_runs b join result r on r.run_id = b.id and r.day = b.day
  ${outcomes.length > 0 ? 'where r.script_id in (select script_id from cur)' : ''}
  order by r.script_id, b.outage and r.outcome = 3, b.sort_key desc
), pairs as (
  select coalesce(c.script_id, b.script_id) as script_id, b.outcome as before, b.run_id as before_run, c.outcome as now,
    c.duration_ms, c.attempts, c.signature_id, c.message_id
  from cur c full join base b on b.script_id = c.script_id
), earlier_runs as (
  select id, day, row_number() over (order by sort_key desc) as nth
  from run where lane_id = $laneId and sort_key < $buildKey collate "C" order by sort_key desc limit 30
), walk as (
  select 0::bigint as nth, null::int as run_id, null::int[] as scripts, null::smallint[] as outcomes,
    (select array_agg(script_id) from pairs where before is null) as missing
  union all
  select e.nth, e.id, found.scripts, found.outcomes, found.missing
  from walk w join earlier_runs e on e.nth = w.nth + 1
  cross join lateral (
    select array_agg(m.id) filter (where r.outcome is not null) as scripts, array_agg(r.outcome) filter (where r.outcome is not null) as outcomes,
      array_agg(m.id) filter (where r.outcome is null) as missing
    from unnest(w.missing) m (id) left join result r on r.run_id = e.id and r.day = e.day and r.script_id = m.id
  ) found
  where w.missing is not null
), earlier as (
  select u.script_id, u.outcome, w.run_id from walk w cross join unnest(w.scripts, w.outcomes) as u (script_id, outcome)
), absent as (
  select p.script_id, ${holderOf('s')} as holder from pairs p join script s on s.id = p.script_id
  where p.now is null and $scope::text is null and not $incomplete::boolean
), held as materialized (
  -- asked for each row, and not as a join: that is planned for a few rows, and compares each with each where there are many
  select script_id, holder in (select ${holderOf('s')} from cur c join script s on s.id = c.script_id) as is_held from absent
), gone as (
  select script_id from held where is_held
), changed as (
  select p.script_id, coalesce(p.before, e.outcome)::int as before, coalesce(p.before_run, e.run_id) as before_run, p.now::int as now,
    p.duration_ms, p.attempts, p.signature_id, p.message_id,
    case
      when p.now is not null then (array[${changeTable().join(',')}])[coalesce(p.before, e.outcome, 0) * 8 + p.now + 1]
      when $scope::text = 'partial' then ${index('notInRun')}
      when $incomplete::boolean then ${index('notRun')}
      when $scope::text = 'whole' or g.script_id is not null then ${index('gone')}
      else ${index('notInRun')} end as change
  from pairs p left join earlier e on e.script_id = p.script_id left join gone g on g.script_id = p.script_id
  -- a test that was gone already is not gone again
  where not (p.now is null and p.before = 6 and not $incomplete::boolean)
)`

/**
 * The outcome of each test of a build in a lane: that of its latest run there, up to a run, as a table in parentheses.
 * Binds: buildId, laneId, sortKey.
 */
export const LATEST_OF_BUILD = `(
  select distinct on (x.script_id) x.* from run n join result x on x.run_id = n.id and x.day = n.day
  where n.build_id = $buildId and n.lane_id = $laneId and n.sort_key <= $sortKey collate "C" order by x.script_id, n.sort_key desc
) latest`

/** The latest run of a build up to one of them that has a result of a script. */
export const RUN_WITH_RESULT = `
select n.id from run n join result x on x.run_id = n.id and x.day = n.day and x.script_id = $scriptId
where n.build_id = $buildId and n.lane_id = $laneId and n.sort_key <= $sortKey collate "C" order by n.sort_key desc limit 1`

/** Alone for counting: who counts at the same moment does not wait, and keeps nothing. A delivery to an earlier run waits, and forgets what was kept. */
export const LOCK_TO_COUNT = `
select incomplete, scope, changes, passed, failed, errored, skipped, blocked, not_run as "notRun", recovered,
  not exists (select 1 from run earlier where earlier.lane_id = $laneId and earlier.sort_key < $sortKey collate "C") as first
from run where id = $runId for update skip locked`

export const changeCounts = (again: boolean): string =>
  `with ${changed(again)} select change, count(*)::int as count from changed group by change`

export const KEEP_CHANGES = 'update run set changes = $changes::int[] where id = $runId'

/**
 * What the later runs of its lane changed is to be counted again once a run was delivered to. They are locked, counted or not, in the
 * order of the lane: two deliveries to earlier runs never wait for each other in a ring.
 */
export const FORGET_CHANGES = `
with later as (
  select run.id from run, run delivered
  where delivered.id = $runId and run.lane_id = delivered.lane_id and run.sort_key > delivered.sort_key
  order by run.sort_key, run.id for update of run
)
update run set changes = null from later where later.id = run.id`

/** The scripts that a run shows as failing or recovered, by index in CHANGES; what fails alike stands together. */
export const scriptsToLookAt = (again: boolean): string => `
with ${changed(again, [outcomeCode('failed'), outcomeCode('errored'), outcomeCode('recovered')])}
select change, array_agg(script_id order by signature_id nulls last, script_id) as "scriptIds" from changed group by change`

/** Rows of some changes, by index in CHANGES, in reading order: what fails alike stands together. */
export const changeRows = (again: boolean): string => `with ${changed(again)},
 linked as (
  select l.script_id, array_agg($prefix || '-' || c.number order by c.number) as cases
  from link l join test_case c on c.id = l.case_id and c.deleted_at is null
  where l.project_id = $projectId and l.state = 'active' group by l.script_id
 )
select ${SCRIPT_REF}, coalesce(k.cases, '{}') as cases, ch.change, ch.before, ch.now, ch.duration_ms as "durationMs",
  coalesce(ch.attempts, 0)::int as attempts, left(m.text, 500) as message, ch.signature_id as "signatureId", coalesce(${oneCauseSql('g.text')}, false) as "oneCause"
from changed ch join script s on s.id = ch.script_id
left join linked k on k.script_id = s.id
left join body m on m.id = ch.message_id left join signature g on g.id = ch.signature_id
where ch.change = any($changes::int[])
order by ch.change, ch.signature_id nulls last, coalesce(s.file, s.classname, ''), s.id
limit $most`

export const changeOfScript = (again: boolean): string => `with ${changed(again)}
select ch.change, ch.before, ch.now, ch.before_run as "beforeRun", b.name as "beforeBuild", ch.signature_id as "signatureId"
from changed ch left join run r on r.id = ch.before_run left join build b on b.id = r.build_id
where ch.script_id = $scriptId`

/** The outcome of a script in a run: a look-up of its own for each run, so that walking from run to run ends at the first that fits. */
const outcomeIn = (run: string) =>
  `(select x.outcome from result x where x.run_id = ${run}.id and x.day = ${run}.day and x.script_id = s.id)`

/**
 * The oldest run from which one of the scripts has failed without a break up to this run; builds without a result break nothing.
 * Walks back from this run to the last good one of each script, and no further.
 */
export const FAILING_SINCE = `
select red.id as "runId", b.name as build
from unnest($scriptIds::int[]) as s (id)
left join lateral (
  select r.sort_key from run r
  where r.lane_id = $laneId and r.sort_key <= $sortKey collate "C" and ${outcomeIn('r')} not in (2, 3)
  order by r.sort_key desc limit 1
) good on true
cross join lateral (
  select r.id, r.sort_key, r.build_id from run r
  where r.lane_id = $laneId and r.sort_key <= $sortKey collate "C" and r.sort_key > coalesce(good.sort_key, '')
    and (${outcomeIn('r')} = 2 or (not r.outage and ${outcomeIn('r')} = 3))
  order by r.sort_key limit 1
) red
join build b on b.id = red.build_id
order by red.sort_key limit 1`

export const SAME_FAILURE = `
select s.id as "scriptId", s.name from result r join script s on s.id = r.script_id
where r.run_id = $runId and r.day = $day::date and r.signature_id = $signatureId and r.script_id <> $scriptId order by s.id limit 50`

/** None of a run whose details were forgotten, though they wait to go with their month. */
export const ATTEMPTS = `
select a.ordinal::int as ordinal, a.outcome::int as outcome, a.duration_ms as "durationMs", a.started_at as "startedAt", a.reason, a.properties,
  f.text as failures, so.text as stdout, se.text as stderr, st.text as steps, rf.name as file,
  coalesce((
    select jsonb_agg(jsonb_build_object('id', t.id, 'name', t.name, 'path', t.path, 'bytes', t.bytes, 'mediaType', t.media_type) order by t.id)
    from attachment t where t.run_id = a.run_id and t.script_id = a.script_id and t.ordinal = a.ordinal
  ), '[]') as attachments
from attempt a join run r on r.id = a.run_id and r.forgotten_at is null join result_file rf on rf.id = a.file_id
left join body f on f.id = a.failures_id left join body so on so.id = a.stdout_id left join body se on se.id = a.stderr_id left join body st on st.id = a.steps_id
where a.run_id = $runId and a.day = $day::date and a.script_id = $scriptId order by a.ordinal`

export const FAULTS = `
select f.code, f.subject, f.message, f.stack, f.line, f.col, rf.name as file
from fault f join result_file rf on rf.id = f.file_id where f.run_id = $runId order by f.id limit 500`

export const FILE_WARNINGS = `select name as file, warnings from result_file where run_id = $runId and warnings <> '[]' order by id`

export const DELIVERIES_OF_RUN = `
select d.id, to_char(d.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.MS"Z"') as at, a.name as by from delivery d join account a on a.id = d.account_id
where d.id in (select delivery_id from result_file where run_id = $runId) order by d.id limit 100`

/** Scripts in a run that stand where another stands and are called alike from the beginning. */
export const CALLED_ALIKE = `
select s.id as "scriptId", s.name, r.outcome::int as outcome, r.duration_ms as "durationMs"
from script own join script s on s.project_id = own.project_id and starts_with(s.name, $test)
  and (s.classname, s.file, s.profile, s.suites) is not distinct from (own.classname, own.file, own.profile, own.suites)
join result r on r.run_id = $runId and r.day = $day::date and r.script_id = s.id
where own.id = $scriptId order by s.id limit 2000`

export const CHANGED_FILES = `select b.changed_files as "changedFiles" from run r join build b on b.id = r.build_id where r.id = $runId`
