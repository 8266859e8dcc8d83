/**
 * What a suggestion looks at, of one cause: all its red results of the last 60 days before it was seen last. One row.
 * Binds: projectId, id.
 */
export const FACTS = `
with signatures as materialized (
  select signature_id from signature_cause where group_id = $id and project_id = $projectId
), red as materialized (
  select x.script_id, x.outcome, r.id as run_id, r.day, r.build_id, r.lane_id, r.sort_key, r.started_at, r.total, r.outage, l.environment_id, b.commit,
    (select p.agent_id from part p where p.run_id = r.id order by p.id limit 1) as agent_id
  from result x join run r on r.id = x.run_id and r.day = x.day join lane l on l.id = r.lane_id and not l.trial join build b on b.id = r.build_id
  where x.signature_id in (select signature_id from signatures) and x.outcome in (2, 3, 7)
    and not exists (select 1 from knock_on k where k.run_id = r.id and k.script_id = x.script_id)
), recent as materialized (
  select * from red where started_at > (select max(started_at) from red) - interval '60 days' order by started_at desc limit 20000
), scripts as materialized (
  select script_id from recent group by script_id order by count(*) desc, script_id limit 200
), runs as (
  select run_id, lane_id, sort_key, total, outage, environment_id, count(*)::int as tests from recent group by run_id, lane_id, sort_key, total, outage, environment_id
), sample as materialized (
  select script_id from scripts limit 25
), ran as materialized (
  -- runs of some of its tests, in the same lanes and days
  select r.id, r.lane_id, r.sort_key, r.build_id, l.environment_id, b.commit, x.script_id, x.outcome,
    (select p.agent_id from part p where p.run_id = r.id order by p.id limit 1) as agent_id
  from run r join lane l on l.id = r.lane_id and not l.trial join build b on b.id = r.build_id
  join result x on x.run_id = r.id and x.day = r.day and x.script_id in (select script_id from sample) and x.outcome in (1, 2, 3, 7)
  where r.project_id = $projectId and r.started_at >= (select min(started_at) from recent) and l.branch in (select distinct b2.branch from recent c join build b2 on b2.id = c.build_id)
), first as (
  select build_id, lane_id, sort_key from recent order by started_at, run_id limit 1
)
select
  (select count(*)::int from recent where outcome = 2) as failed, (select count(*)::int from recent where outcome = 3) as errored,
  (select count(*)::int from recent where outcome = 7) as recovered,
  (select count(distinct script_id)::int from recent) as tests,
  coalesce((select max(tests::float8 / greatest(total, 1)) from runs), 0) as share, coalesce((select max(tests) from runs), 0)::int as "atOnce",
  (select count(distinct run_id)::int from recent where script_id in (select script_id from sample)) as "runsWith",
  (select count(distinct id)::int from ran) as "runsOfTests",
  -- since it began, each run of these tests in the lanes where it was seen had it
  not exists (
    select 1 from ran where (lane_id, sort_key) in (
      select n.lane_id, n.sort_key from ran n join (select lane_id, min(sort_key) as since, max(sort_key) as until from recent group by lane_id) s
        on s.lane_id = n.lane_id and n.sort_key > s.since and n.sort_key <= s.until)
      and outcome = 1) as steady,
  (select count(distinct a.script_id)::int from recent a join ran b on b.script_id = a.script_id and b.commit = a.commit and b.environment_id = a.environment_id and b.outcome in (1, 7)
    where a.commit is not null) as "bothWays",
  (select count(distinct environment_id)::int from recent) as environments, (select count(distinct environment_id)::int from ran) as "environmentsOfTests",
  (select count(*)::int from runs where outage) as outages,
  exists (select 1 from environment e where e.id in (select environment_id from recent) and e.probe_ok = false) as "probeFailed",
  (select count(distinct agent_id)::int from recent) as agents, (select count(distinct agent_id)::int from ran) as "agentsOfTests",
  coalesce((select b.changed_files from first f join build b on b.id = f.build_id), '{}') as "changedFiles",
  coalesce((select array_agg(distinct s.file) from scripts x join script s on s.id = x.script_id where s.file is not null), '{}') as "testFiles",
  exists (select 1 from script_alias a where a.script_id in (select script_id from scripts)
    and a.at > (select min(started_at) from recent) - interval '7 days') as "testMoved",
  coalesce((select left(m.text, 4000) from recent a join result x on x.run_id = a.run_id and x.day = a.day and x.script_id = a.script_id
    join body m on m.id = x.message_id order by a.started_at desc limit 1), '') as message,
  coalesce((select f.text from recent a join attempt x on x.run_id = a.run_id and x.day = a.day and x.script_id = a.script_id and x.outcome in (2, 3)
    join body f on f.id = x.failures_id order by a.started_at desc limit 1), '') as failures`

/** What people decided for causes whose exception is of the same type and comes from the same place, by cause. */
export const DECIDED_NEAR = `
with own as (
  select split_part(s.text, E'\\x1f', 1) as type, split_part(s.text, E'\\x1f', 3) as place
  from signature s join signature_cause c on c.signature_id = s.id where c.group_id = $id limit 1
), near as (
  select distinct c.group_id from own join signature s on s.project_id = $projectId
    and split_part(s.text, E'\\x1f', 1) = own.type and (own.place <> '' and split_part(s.text, E'\\x1f', 3) = own.place)
  join signature_cause c on c.signature_id = s.id where c.group_id <> $id limit 200
)
select g.cause, count(*)::int as count from near n join failure_group g on g.id = n.group_id
where g.cause is not null group by g.cause`

/** How often suggestions were what people decided, by how sure they were, of the newest decision on each cause that still holds. */
export const SCORE = `
with newest as (
  select distinct on (d.group_id) d.group_id, d.cause, d.suggested, d.sure from cause_decision d
  where d.project_id = $projectId and d.at > now() - $days::int * interval '1 day' and d.by_id is not null order by d.group_id, d.id desc
)
select width_bucket(n.sure::float8, array[0, 0.5, 0.65, 0.8, 0.9])::int as band, count(*)::int as decided, count(*) filter (where n.suggested = n.cause)::int as right
from newest n join failure_group g on g.id = n.group_id and g.cause = n.cause where n.suggested is not null and n.cause <> 'unknown' group by 1 order by 1`
