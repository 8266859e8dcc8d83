import { oneCauseSql } from '@bobbin/core'
import { TOP_AREAS } from '../cases/index.js'
import { IN_LENS, LATEST_OF_BUILD, RUN_COLUMNS, RUN_FROM } from '../runs/index.js'

/** The newest run of every lane in the lens that ran in the last 30 days of the project, or came since a time. */
export const LATEST_RUNS = `
select ${RUN_COLUMNS} from ${RUN_FROM}
where r.id in (
  select distinct on (r.lane_id) r.id from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
  where r.project_id = $projectId and ${IN_LENS}
    and r.started_at > (select max(started_at) from run where project_id = $projectId) - interval '30 days'
    and ($since::timestamptz is null or r.delivered_at > $since)
  order by r.lane_id, r.sort_key desc
)
order by r.started_at desc limit 12`

/** Outages of the last three days before the newest run. */
export const OUTAGES = `
select ${RUN_COLUMNS}, (select left(b2.text, 300) from result x join body b2 on b2.id = x.message_id
    where x.run_id = r.id and x.day = r.day and x.outcome = 3 group by b2.id order by count(*) desc limit 1) as message,
  not exists (select 1 from run later where later.lane_id = r.lane_id and later.sort_key > r.sort_key) as latest
from ${RUN_FROM}
where r.project_id = $projectId and ${IN_LENS}
  and r.outage
  and r.started_at > (select max(started_at) from run where project_id = $projectId) - interval '3 days'
order by r.started_at desc limit 5`

/** Areas behind some failing scripts. */
export const FAILURE_AREAS = `
with recursive ${TOP_AREAS}
select
  array(select distinct t.name from link l join test_case c on c.id = l.case_id join top t on t.id = c.area_id
    where l.script_id = any($scriptIds::int[]) and l.state = 'active' order by 1) as areas`

/** How many groups of tests fail alike; the largest of them, with what they say: each message once, the most frequent first. */
export const largestGroup = (again: boolean): string => `
with failed as (
  select coalesce(c.group_id, -latest.script_id) as alike, latest.signature_id, latest.message_id from ${again ? LATEST_OF_BUILD : 'result latest'}
  left join signature_cause c on c.signature_id = latest.signature_id
  where ${again ? 'true' : 'run_id = $runId and day = $day::date'} and script_id = any($scriptIds::int[])
), largest as (
  select alike, max(signature_id) as signature_id, count(*)::int as count from failed group by alike order by count(*) desc, alike limit 1
)
select (select count(distinct alike)::int from failed) as causes, l.count, coalesce(${oneCauseSql('g.text')}, false) as "oneCause", array(
  select left(b.text, 300) from failed f join body b on b.id = f.message_id where f.alike = l.alike group by b.id order by count(*) desc, b.id limit 50
) as messages
from largest l left join signature g on g.id = l.signature_id`

/** Environments without a run for three days before the newest run of the project, that had some before. */
export const SILENT = `
select e.name as environment, extract(epoch from newest.at - max(r.started_at))::float8 / 86400 as days, (array_agg(r.id order by r.started_at desc))[1] as "lastRunId"
from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id,
  (select max(started_at) as at from run where project_id = $projectId) newest
where r.project_id = $projectId and ${IN_LENS}
group by e.name, newest.at having count(*) >= 3 and newest.at - max(r.started_at) > interval '3 days'
order by 2 desc limit 3`

export const COVERAGE_SUMS = `
select
  (select count(*)::int from script where project_id = $projectId and manual_case_id is null) as scripts,
  (select count(*)::int from test_case where project_id = $projectId and deleted_at is null) as cases,
  (select count(*)::int from test_case c where c.project_id = $projectId and c.deleted_at is null
    and c.intent in ('toAutomate', 'automated') and c.state <> 'retired'
    and not exists (select 1 from link l where l.case_id = c.id and l.state = 'active' and not l.by_hand)) as uncovered`

/** What came in during the day before the newest delivery. */
export const RECENT_SUMS = `
select count(*)::int as runs, count(distinct r.build_id)::int as builds, coalesce(sum(r.total), 0)::int as results, min(r.started_at) as since
from run r join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id
where r.project_id = $projectId and ${IN_LENS}
  and case when $since::timestamptz is null then r.started_at > (select max(started_at) from run where project_id = $projectId) - interval '24 hours'
    else r.delivered_at > $since end`

/** The scripts of each top area, by the name of the area. Binds: projectId. */
export const AREA_SCRIPTS = `
with recursive ${TOP_AREAS}
select t.name as area, array_agg(distinct l.script_id) as scripts
from link l join test_case c on c.id = l.case_id join top t on t.id = c.area_id
where l.project_id = $projectId and l.state = 'active' group by t.name order by t.name`

/** What runs next by itself. Binds: projectId. */
export const NEXT_START = `
select p.id as "planId", p.name, t.next_at as at from plan_time t join plan p on p.id = t.plan_id and not p.paused
where p.project_id = $projectId and t.next_at > now() order by t.next_at limit 1`
