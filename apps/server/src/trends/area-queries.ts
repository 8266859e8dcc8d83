import { OUTCOME_RANKS, outcomeCode } from '@bobbin/core'
import { TOP_AREAS } from '../cases/index.js'
import { SEEN_RUNS } from '../runs/index.js'

const rankOf = (outcome: Parameters<typeof outcomeCode>[0]) => OUTCOME_RANKS[outcomeCode(outcome)] ?? 0

/** The newest run of each lane in the lens, as the common table \`newest\`. */
const NEWEST = `newest as materialized (select distinct on (lane_id) * from runs order by lane_id, sort_key desc)`

/** What the rows are: areas, suites, or requirements. */
export type AreasBy = 'area' | 'suite' | 'requirement'

/** Which area, suites or requirements each case stands in, as the common table \`placed\`: one row a case and place. Of suites binds those that are filters, and their cases: suiteIds, caseIds. */
const placed = (by: AreasBy) => PLACED[by]

const PLACED: Record<AreasBy, string> = {
  area: `placed as (select c.id as case_id, t.top_id as place_id, t.name as place from test_case c left join top t on t.id = c.area_id
        where c.project_id = $projectId and c.deleted_at is null and c.state <> 'retired')`,
  suite: `of_suite as (
        select suite_id, case_id from suite_case union select suite_id, case_id from unnest($suiteIds::int[], $caseIds::int[]) f (suite_id, case_id)
      ), placed as (select c.id as case_id, s.id as place_id, s.name as place
        from test_case c left join (of_suite x join suite s on s.id = x.suite_id and not s.template) on x.case_id = c.id
        where c.project_id = $projectId and c.deleted_at is null and c.state <> 'retired')`,
  requirement: `placed as (select c.id as case_id, q.id as place_id, q.key || ' ' || q.name as place
        from test_case c left join (requirement_case x join requirement q on q.id = x.requirement_id) on x.case_id = c.id
        where c.project_id = $projectId and c.deleted_at is null and c.state <> 'retired')`,
}

/** How the cases of each place stand. Binds: those of the lens, projectId. */
export const areaCases = (by: AreasBy) => `
with recursive ${TOP_AREAS}, ${SEEN_RUNS}, ${NEWEST}, ${placed(by)}, of_script as (
  select x.script_id, max((array[${OUTCOME_RANKS.slice(1).join(', ')}])[x.outcome]) as rank
  from newest n join result x on x.run_id = n.id and x.day = n.day group by x.script_id
), of_case as (
  select l.case_id, max(o.rank) as rank, bool_or(not l.by_hand) as automated from link l left join of_script o on o.script_id = l.script_id
  where l.project_id = $projectId and l.state = 'active' group by l.case_id
)
select p.place_id as id, p.place as name, count(*)::int as cases, count(*) filter (where k.automated)::int as automated, count(k.rank)::int as covered,
  count(*) filter (where c.intent in ('byHand', 'never'))::int as "byHand",
  count(*) filter (where k.rank = ${rankOf('passed')})::int as passed, count(*) filter (where k.rank = ${rankOf('failed')})::int as failed,
  count(*) filter (where k.rank = ${rankOf('errored')})::int as errored, count(*) filter (where k.rank = ${rankOf('recovered')})::int as recovered,
  count(*) filter (where k.rank in (${rankOf('skipped')}, ${rankOf('blocked')}, ${rankOf('notRun')}))::int as "notJudged"
from placed p join test_case c on c.id = p.case_id left join of_case k on k.case_id = p.case_id group by p.place_id, p.place`

/** Causes that are not resolved, and open defects, of what is red in the newest runs, by place. Binds: those of the lens, projectId. */
export const areaCauses = (by: AreasBy) => `
with recursive ${TOP_AREAS}, ${SEEN_RUNS}, ${NEWEST}, ${placed(by)}
select p.place_id as id, count(distinct g.id)::int as causes, count(distinct d.id)::int as defects
from newest n join result x on x.run_id = n.id and x.day = n.day and x.outcome in (2, 3)
join signature_cause sc on sc.signature_id = x.signature_id join failure_group g on g.id = sc.group_id and g.resolved_at is null
left join defect d on d.id = g.defect_id and d.state = 'open'
join link l on l.script_id = x.script_id and l.state = 'active' join placed p on p.case_id = l.case_id group by p.place_id`

/** Tests, and cases done by hand, of the newest start of each plan (or of one), by place: with a result, under way, or neither. Binds: projectId, plan (or null). */
export const areaPlanned = (by: AreasBy) => `
with recursive ${TOP_AREAS}, ${placed(by)}, newest as (
  select distinct on (plan_id) id from start where project_id = $projectId and plan_id is not null and not trial and state <> 'skipped'
    and ($plan::int is null or plan_id = $plan) order by plan_id, id desc
), tests as (
  select p.run_id, (t.value ->> 'scriptId')::int as script_id, bool_or(p.state in ('waiting', 'running')) as going
  from newest n join part p on p.start_id = n.id cross join lateral jsonb_array_elements(p.tests) as t (value) group by p.run_id, (t.value ->> 'scriptId')::int
), told as (
  select t.*, exists (select 1 from run r join result x on x.run_id = r.id and x.day = r.day where r.id = t.run_id and x.script_id = t.script_id) as done from tests t
), counted as (
  select l.case_id, t.going, t.done from told t join link l on l.script_id = t.script_id and l.state = 'active'
  union all
  select c.case_id, c.state = 'going', c.state = 'done' from newest n join assignment a on a.start_id = n.id join assigned_case c on c.assignment_id = a.id and c.state <> 'dropped'
)
select p.place_id as id, count(*)::int as planned, count(*) filter (where not t.done and t.going)::int as "underWay", count(*) filter (where t.done)::int as done
from counted t join placed p on p.case_id = t.case_id group by p.place_id`

export const AREA_PLANS = `select id, name from plan where project_id = $projectId order by name, id`

/** Cases and automated ones at the end of each of the last weeks. Binds: projectId, weeks. */
export const AREA_MOVES = `
with weeks as (
  select (date_trunc('day', now() at time zone 'UTC') - n * interval '7 days')::date as day from generate_series(0, $weeks::int - 1) n
), automated as (
  select case_id, min(created_at) as at from link where project_id = $projectId and state = 'active' and not by_hand group by case_id
)
select w.day::text as day, count(c.id)::int as cases, count(a.case_id)::int as automated
from weeks w left join test_case c on c.project_id = $projectId and c.state <> 'retired' and c.created_at < w.day + 1 and (c.deleted_at is null or c.deleted_at >= w.day + 1)
left join automated a on a.case_id = c.id and a.at < w.day + 1
group by w.day order by w.day`

export const FILTER_SUITES = `select id, filter from suite where project_id = $projectId and filter is not null and not template`
