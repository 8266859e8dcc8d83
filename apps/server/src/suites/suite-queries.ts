import { AREA_TREE } from '../cases/index.js'

/** Runs that tell how cases stand: the newest of the main branch, so many in each lane. */
const LATELY = 12
/** Lanes that are looked at: those that ran last. */
const MOST_LANES = 8

export const SUITE_ROWS = `
select s.id, s.folder, s.name, s.note, s.filter, s.template, s.snapshot_at as "snapshotAt",
  (select count(*)::int from suite_case x join test_case c on c.id = x.case_id and c.deleted_at is null where x.suite_id = s.id) as cases,
  coalesce((select jsonb_agg(jsonb_build_object('id', p.id, 'name', p.name) order by p.name) from plan_suite x join plan p on p.id = x.plan_id where x.suite_id = s.id), '[]') as plans
from suite s where s.project_id = $projectId and ($id::int is null or s.id = $id)
order by s.template, s.folder = '', s.folder, s.filter is not null, s.name`

/** Runs of the newest builds of the lanes of a branch, by lane from the oldest (\`nth\` 1) to the newest, as common tables. Binds: projectId, branch. */
const RECENT = `
lanes as (
  select l.id, max(r.started_at) as at from lane l join run r on r.lane_id = l.id
  where l.project_id = $projectId and l.branch = $branch and not l.trial group by l.id order by 2 desc limit ${MOST_LANES}
), recent as (
  select r.id, r.day, r.lane_id, r.started_at, ${LATELY} + 1 - r.nth as nth from lanes cross join lateral (
    select id, day, lane_id, started_at, dense_rank() over (order by split_part(sort_key, chr(1), 1) desc) as nth
    from run where lane_id = lanes.id order by sort_key desc limit ${LATELY * 2}
  ) r where r.nth <= ${LATELY}
)`

/** How bad an outcome is: the worst of the scripts of a case is that of the case. Codes from the least bad. */
const RANK = 'array[6, 4, 1, 7, 5, 3, 2]'
const rankOf = (column: string) => `array_position(${RANK}, ${column}::int)`

/** Of some cases: in the lane that reported them last, the worst outcome of each build, as nth and code. Binds: projectId, branch, cases. */
export const CASE_THREADS = `
with recursive ${RECENT}, own as materialized (
  select l.case_id, l.script_id from link l where l.project_id = $projectId and l.state = 'active' and l.case_id = any($cases::int[])
), ordered as (
  select id, day, lane_id, row_number() over (order by started_at desc, lane_id) as place from recent
), walk as (
  -- run by run, the newest first, until every case is found: nearly all are in the first or second
  select 0::bigint as place, null::int as lane_id, null::int[] as found, (select array_agg(distinct case_id) from own) as missing
  union all
  select e.place, e.lane_id, f.found, m.missing from walk w join ordered e on e.place = w.place + 1
  cross join lateral (
    select array_agg(distinct o.case_id) as found from own o join result x on x.run_id = e.id and x.day = e.day and x.script_id = o.script_id
    where o.case_id = any(w.missing)
  ) f
  cross join lateral (select array_agg(u.id) as missing from unnest(w.missing) u (id) where f.found is null or u.id <> all(f.found)) m
  where w.missing is not null
), best as materialized (
  select u.case_id, w.lane_id from walk w cross join unnest(w.found) as u (case_id)
), cells as (
  select b.case_id, b.lane_id, r.nth, max(${rankOf('x.outcome')}) as rank
  from best b join recent r on r.lane_id = b.lane_id join own o on o.case_id = b.case_id
  join result x on x.run_id = r.id and x.day = r.day and x.script_id = o.script_id
  group by b.case_id, b.lane_id, r.nth
)
select c.case_id as "caseId", c.lane_id as "laneId", array_agg(c.nth::int) as nths, array_agg((${RANK})[c.rank]) as codes
from cells c group by c.case_id, c.lane_id`

/** What scripts took lately, the median of their newest results, in milliseconds. Binds: projectId, scripts. */
export const EXPECTED_TIMES = `
with recent as (
  select r.id, r.day from run r join lane l on l.id = r.lane_id and not l.trial where r.project_id = $projectId order by r.started_at desc limit 60
)
select x.script_id as "scriptId", percentile_cont(0.5) within group (order by x.duration_ms)::float8 as ms
from recent r join result x on x.run_id = r.id and x.day = r.day
where x.script_id = any($scripts::int[]) and x.duration_ms is not null and x.outcome in (1, 2, 7) group by x.script_id`

export const LANE_NAMES = `
select l.id, p.name || ', ' || e.name as name from lane l join pipeline p on p.id = l.pipeline_id join environment e on e.id = l.environment_id where l.id = any($ids::int[])`

/** Ids of the cases of a suite that are chosen one by one, in order. */
export const CHOSEN = `
select c.id from suite_case x join test_case c on c.id = x.case_id and c.deleted_at is null where x.suite_id = $id order by x.position, c.number`

/**
 * Ids of the cases that a filter lets through, in the order of the tree. Binds: projectId, branch, and the filter's fields, null for those
 * that are not set.
 */
export const FILTERED = `
with recursive ${AREA_TREE}, wanted as (
  select id from area where id = $areaId::int and project_id = $projectId
  union all select a.id from area a join wanted w on a.parent_id = w.id
), ${RECENT}, outcomes as (
  select l.case_id, array_agg(x.outcome::int order by r.started_at desc) as codes, max(r.started_at) as at
  from recent r join result x on x.run_id = r.id and x.day = r.day join link l on l.script_id = x.script_id and l.state = 'active'
  where $failedLast or $unsteady or $notRunDays::int is not null group by l.case_id
)
select c.id from test_case c left join tree t on t.id = c.area_id left join outcomes o on o.case_id = c.id
where c.project_id = $projectId and c.deleted_at is null and c.state <> 'retired'
  and ($tags::text[] is null or c.tags && $tags::text[])
  and ($priorities::int[] is null or c.priority = any($priorities::int[]))
  and ($areaId::int is null or c.area_id in (select id from wanted))
  and ($ownerId::int is null or c.owner_id = $ownerId::int)
  and ($requirementId::int is null or exists (select 1 from requirement_case q where q.case_id = c.id and q.requirement_id = $requirementId::int))
  and ($states::text[] is null or c.state = any($states::text[]))
  and (not $failedLast or o.codes[1] in (2, 3))
  -- a short failure between passes, or passed on a retry; an outage and a regression are neither
  and (not $unsteady or 7 = any(o.codes) or array_to_string(o.codes, '') ~ '12{1,2}1')
  and ($notRunDays::int is null or o.at is null or o.at < now() - $notRunDays::int * interval '1 day')
  and ($changedDays::int is null or c.updated_at > now() - $changedDays::int * interval '1 day')
order by t.sort nulls last, c.number limit 20000`

/** Cases as a suite shows them, by id. */
export const CASES_BY_ID = `
select c.id, $prefix || '-' || c.number as key, c.title, c.priority::int as priority, c.state, o.name as owner, c.estimate_s as "estimateS",
  array(select l.script_id from link l join script s on s.id = l.script_id where l.case_id = c.id and l.state = 'active' and not l.by_hand) as "scriptIds",
  array(select coalesce(s.head_id, s.id) from link l join script s on s.id = l.script_id where l.case_id = c.id and l.state = 'active' and not l.by_hand) as "heads"
from test_case c left join account o on o.id = c.owner_id where c.id = any($ids::int[])`

/** What a snapshot keeps of cases, by id. */
export const SNAPSHOT_CASES = `
select c.id, $prefix || '-' || c.number as key, c.title, c.version, c.state = 'retired' as retired, c.preconditions, c.steps
from test_case c where c.id = any($ids::int[])`

/** Puts cases behind those that are there; what is there already stays where it is. */
export const ADD_CASES = `
insert into suite_case (suite_id, case_id, position)
select $id, x.case_id, coalesce((select max(position) from suite_case where suite_id = $id), 0) + x.nth
from unnest($cases::int[]) with ordinality as x (case_id, nth)
on conflict do nothing returning case_id as "caseId"`

export const SET_CASES = `
with gone as (delete from suite_case where suite_id = $id and not case_id = any($cases::int[]))
insert into suite_case (suite_id, case_id, position)
select $id, x.case_id, x.nth from unnest($cases::int[]) with ordinality as x (case_id, nth)
on conflict (suite_id, case_id) do update set position = excluded.position`

export const CASES_BY_NUMBER = `
select c.id, c.number::int as number from test_case c where c.project_id = $projectId and c.deleted_at is null and c.number = any($numbers::int[])`

/** Every case in an area and below it, in the order of the tree. */
export const CASES_OF_AREA = `
with recursive ${AREA_TREE}, wanted as (
  select id from area where id = $areaId and project_id = $projectId
  union all select a.id from area a join wanted w on a.parent_id = w.id where a.deleted_at is null
)
select c.id from test_case c join wanted w on w.id = c.area_id left join tree t on t.id = c.area_id
where c.deleted_at is null and c.state <> 'retired' order by t.sort, c.number`
