/** Runs that came, or went on, since they were last looked at. */
export const TO_LOOK_AT = `
select r.id, r.project_id as "projectId", r.day::text as day, r.lane_id as "laneId", r.sort_key as "sortKey", r.started_at as "startedAt", r.delivered_at::text as "deliveredAt",
  not exists (select 1 from run n where n.lane_id = r.lane_id and n.sort_key > r.sort_key) as newest,
  l.trial, b.name as build, b.sort_key as "buildKey", l.branch = p.default_branch as main, p.resolve_after as "resolveAfter", p.decide_above as "decideAbove"
from run r join lane l on l.id = r.lane_id join build b on b.id = r.build_id join project p on p.id = r.project_id left join looked_run k on k.run_id = r.id
where not r.live and (k.run_id is null or r.delivered_at > k.delivered_at) order by r.id limit $most`

/** Locked, so that a run that is being deleted at this moment is waited for, and then not there. */
export const LOOKED = `
insert into looked_run (run_id, delivered_at) select id, $deliveredAt::timestamptz from run where id = $id for key share
on conflict (run_id) do update set delivered_at = excluded.delivered_at`

/** What did not pass in a run, in the order in which it ran as far as that is known. */
export const RED_TESTS = `
select x.script_id as id, s.name, coalesce(s.file, nullif(s.classname, ''), s.suites[1], '') as holder, x.outcome::int as outcome, x.signature_id as signature,
  coalesce(left(m.text, 2000), '') as message
from result x join script s on s.id = x.script_id left join body m on m.id = x.message_id
left join lateral (
  select a.started_at, a.file_id from attempt a where a.run_id = x.run_id and a.day = x.day and a.script_id = x.script_id order by a.ordinal limit 1
) a on true
where x.run_id = $id and x.day = $day::date and x.outcome in (2, 3, 5)
order by a.file_id, a.started_at nulls last, x.script_id limit 20000`

/** Tests that are known to fail only after another, where both were in this run. */
export const KNOWN_ORDERS = `
select o.script_id as id, o.after_script_id as after from order_dependence o
join result x on x.run_id = $id and x.day = $day::date and x.script_id = o.script_id and x.outcome in (2, 3)
join result y on y.run_id = $id and y.day = $day::date and y.script_id = o.after_script_id and y.outcome <> 6
where o.project_id = $projectId`

export const FORGET_KNOCK_ONS = 'delete from knock_on where run_id = $id'
export const KEEP_KNOCK_ONS = `
insert into knock_on (run_id, script_id, behind_script_id, rule)
select $id::int, * from unnest($ids::int[], $behind::int[], $rules::text[]) where exists (select 1 from run where id = $id)`

/** The causes of a run, those of most tests first. */
export const CAUSES_OF_RUN = `
select c.group_id as id, count(*)::int as tests from result x join signature_cause c on c.signature_id = x.signature_id
where x.run_id = $id and x.day = $day::date and x.outcome in (2, 3, 7) group by c.group_id order by count(*) desc, c.group_id limit 100`

/** Whether no other run had a cause before. */
export const IS_NEW = `
select not exists (
  select 1 from signature_cause c join result x on x.signature_id = c.signature_id and x.outcome in (2, 3, 7) join run r on r.id = x.run_id and r.day = x.day
  join lane l on l.id = r.lane_id and not l.trial where c.group_id = $groupId and c.project_id = $projectId and r.id <> $id
) as new`

/**
 * Open causes that were seen in a lane lately and whose tests passed in the newest builds of every lane where it was seen in the last 90 days: as many
 * as the project wants of each. One that is called flaky needs three times as many.
 */
export const OVER = `
with candidates as (
  select distinct c.group_id from run r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7)
  join signature_cause c on c.signature_id = x.signature_id
  where r.lane_id = $laneId and r.id in (select id from run where lane_id = $laneId order by sort_key desc limit 60)
), open as (
  select g.id, case when g.cause = 'flaky' then 3 * $after::int else $after::int end as needed from failure_group g join candidates k on k.group_id = g.id
  where g.resolved_at is null and g.merged_into_id is null
), seen as (
  select o.id, o.needed, r.lane_id, max(r.sort_key) as last_red, (array_agg(distinct x.script_id))[1:20] as scripts
  from open o join signature_cause c on c.group_id = o.id join result x on x.signature_id = c.signature_id and x.outcome in (2, 3, 7)
  join run r on r.id = x.run_id and r.day = x.day and r.project_id = $projectId and r.started_at > now() - interval '90 days'
  join lane l on l.id = r.lane_id and not l.trial
  group by o.id, o.needed, r.lane_id
), passed as (
  select s.id, s.lane_id, s.needed, (
    select count(distinct r.build_id) from run r
    where r.lane_id = s.lane_id and r.sort_key > s.last_red collate "C"
      and exists (select 1 from result x where x.run_id = r.id and x.day = r.day and x.script_id = any(s.scripts) and x.outcome = 1)
  ) as builds from seen s
)
select id from passed group by id having bool_and(builds >= needed)`

/** How often a test in quarantine (alias `q`) passed in a row on the main branch, up to its newest run and since it was put there. */
export const PASSED_IN_A_ROW = `(
  select count(*) filter (where good)::int from (
    select bool_and(x.outcome = 1) over (order by r.started_at desc, r.id desc) as good
    from run r join lane l on l.id = r.lane_id and not l.trial and l.branch = (select default_branch from project where id = q.project_id)
    join result x on x.run_id = r.id and x.day = r.day and x.script_id = q.script_id and x.outcome in (1, 2, 3, 7)
    where r.project_id = q.project_id and r.started_at > q.at order by r.started_at desc limit 200
  ) newest)`

/** Quarantined tests of a run that passed often enough on the main branch since. */
export const OUT_OF_QUARANTINE = `
select q.id from quarantine q join result own on own.run_id = $id and own.day = $day::date and own.script_id = q.script_id and own.outcome = 1
where q.project_id = $projectId and q.ended_at is null and q.passes <= ${PASSED_IN_A_ROW}`

export const MUTES_OVER = `
select m.id, m.project_id as "projectId", m.group_id as "groupId" from mute m where m.ended_at is null and m.until_at <= now() order by m.id limit 100`

export const MUTES_UNTIL_BUILD = `
select m.id, m.project_id as "projectId", m.group_id as "groupId", m.until_build as build from mute m where m.project_id = $projectId and m.ended_at is null and m.until_build is not null`

export const END_MUTE = `update mute set ended_at = now(), ended_why = $why where id = $muteId and ended_at is null`

/** Lanes in which at least six runs of the last 60 days had failures. */
export const UNSTEADY_LANES = `
select r.lane_id as "laneId", r.project_id as "projectId" from run r join lane l on l.id = r.lane_id and not l.trial
where r.started_at > now() - interval '60 days' and r.failed + r.errored > 0 group by r.lane_id, r.project_id having count(*) >= 6`

/** Tests of a lane that failed in some of its newest runs and passed in others. */
export const SUSPECTS = `
with runs as (
  select id, day from run where lane_id = $laneId and not outage and not live order by sort_key desc limit 60
), red as (
  select x.script_id from runs r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3)
  group by x.script_id having count(*) >= 3
)
select s.script_id as id from red s where exists (select 1 from runs r join result x on x.run_id = r.id and x.day = r.day and x.script_id = s.script_id and x.outcome = 1) limit 200`

/** The tests of the processes (files) that had one of some tests, in order. One row a process. */
export const PROCESSES = `
with runs as (
  select id, day from run where lane_id = $laneId and not outage and not live and forgotten_at is null order by sort_key desc limit 60
), files as (
  select distinct a.run_id, a.day, a.file_id from runs r join attempt a on a.run_id = r.id and a.day = r.day and a.script_id = any($ids::int[]) and a.started_at is not null
)
select array_agg(a.script_id order by a.started_at, a.script_id) as tests,
  coalesce(array_agg(a.script_id) filter (where a.outcome in (2, 3)), '{}') as failed
from files f join attempt a on a.run_id = f.run_id and a.day = f.day and a.file_id = f.file_id and a.ordinal = 1 and a.started_at is not null
group by f.run_id, f.file_id having count(*) <= 5000 and count(distinct a.started_at) > 1`

export const KEEP_ORDERS = `
insert into order_dependence (project_id, script_id, after_script_id, failed_after, ran_after, failed_otherwise, ran_otherwise)
select $projectId::int, own.* from unnest($ids::int[], $after::int[], $failedAfter::int[], $ranAfter::int[], $failedOtherwise::int[], $ranOtherwise::int[]) as own
on conflict (script_id, after_script_id) do update set failed_after = excluded.failed_after, ran_after = excluded.ran_after,
  failed_otherwise = excluded.failed_otherwise, ran_otherwise = excluded.ran_otherwise, found_at = now()`

/** What was suspected and is not confirmed by the newest runs any more. */
export const FORGET_ORDERS = `
delete from order_dependence where script_id = any($suspects::int[])
  and (script_id, after_script_id) not in (select * from unnest($ids::int[], $after::int[]))`
