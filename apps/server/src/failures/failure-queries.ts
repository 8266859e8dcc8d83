import { IN_LENS, NTH_BUILD } from '../runs/index.js'
import { TOP_AREAS } from '../cases/index.js'
import { SCRIPT_REF } from '../scripts/index.js'

/**
 * Runs that the lens shows, as a common table: `again` where a later run of its build may say something else of a test.
 * Binds: those of the lens, projectId.
 */
const RUNS = `
runs as materialized (
  select r.id, r.day, r.build_id, r.lane_id, r.sort_key, r.started_at, l.environment_id, b.pipeline_id, b.branch,
    exists (select 1 from run n where n.build_id = r.build_id and n.lane_id = r.lane_id and n.sort_key > r.sort_key) as again
  from (
    select id, ${NTH_BUILD} as nth from run where project_id = $projectId
  ) own join run r on r.id = own.id join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id join build b on b.id = r.build_id
  where own.nth <= $span and ${IN_LENS}
)`

/** That no later run of the same build says something else of the test. */
const COUNTS = `(not r.again or not exists (
  select 1 from run n join result z on z.run_id = n.id and z.day = n.day and z.script_id = x.script_id
  where n.build_id = r.build_id and n.lane_id = r.lane_id and n.sort_key > r.sort_key))`

/** Every red result that counts, with its cause: one row each. Binds: signatures, those of a single cause; null is all. */
const FAILS = `
causes as materialized (
  select signature_id, group_id from signature_cause where project_id = $projectId and ($signatures::int[] is null or signature_id = any($signatures))
),
fails as materialized (
  select c.group_id, x.script_id, x.outcome, r.id as run_id, r.build_id, r.environment_id, r.started_at, k.behind_script_id
  from runs r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7) and ($signatures::int[] is null or x.signature_id = any($signatures))
  join causes c on c.signature_id = x.signature_id
  left join knock_on k on k.run_id = r.id and k.script_id = x.script_id
  where ${COUNTS}
)`

/** Areas with everything below them, from some on. */
const BELOW_AREA = `
with recursive below as (
  select id from area where id = $areaId union all select a.id from area a join below b on a.parent_id = b.id
)`

/** Areas that a team owns, with everything below them. */
const OF_TEAM = `
with recursive below as (
  select area_id as id from team_area where team_id = $teamId union all select a.id from area a join below b on a.parent_id = b.id
)`

const FOLDER_OF_TEAM = `exists (
  select 1 from team t, unnest(t.folders) f where t.id = $teamId and (s.file = f or starts_with(s.file, rtrim(f, '/') || '/')))`

/** Tests that a filter by area, team or owner of a case leaves; null leaves all. Binds: areaId, teamId, ownerId. */
const FILTERED = `
(($areaId::int is null or f.script_id in (select l.script_id from link l join test_case c on c.id = l.case_id
    where l.state = 'active' and c.deleted_at is null and c.area_id in (${BELOW_AREA} select id from below)))
  and ($teamId::int is null or g.team_id = $teamId or f.script_id in (
    select l.script_id from link l join test_case c on c.id = l.case_id
    where l.state = 'active' and c.deleted_at is null and c.area_id in (${OF_TEAM} select id from below)
    union select s.id from script s where s.project_id = $projectId and ${FOLDER_OF_TEAM}))
  and ($ownerId::int is null or g.assignee_id = $ownerId or f.script_id in (
    select l.script_id from link l join test_case c on c.id = l.case_id where l.state = 'active' and c.deleted_at is null and c.owner_id = $ownerId)))`

/** A mute of the group that has not ended; one that holds everywhere before one of an environment. */
const OPEN_MUTE = `(select m.id from mute m where m.group_id = g.id and m.ended_at is null order by m.environment_id is not null, m.id desc limit 1)`

/** A group that is muted in one environment is still to be triaged: it fails in others, or may. */
const MUTED = `exists (select 1 from mute m where m.group_id = g.id and m.ended_at is null and m.environment_id is null)`

const STATE = `case when ${MUTED} then 'muted' when g.resolved_at is not null then 'resolved'
  when g.cause is not null then 'known' else 'untriaged' end`

const DEFECT_REF = `jsonb_build_object('id', d.id, 'key', d.key, 'title', d.title, 'url', d.url, 'state', d.state, 'stateName', d.state_name, 'problem', d.problem)`

const personOf = (column: string) => `(select jsonb_build_object('id', a.id, 'name', a.name) from account a where a.id = ${column})`

/** What a group is, apart from what was seen of it; alias `g`. */
const GROUP_COLUMNS = `
  g.id, g.title, ${STATE} as state, g.cause, g.version, g.fail_while_open as "failWhileOpen",
  case when g.suggested is not null then jsonb_build_object('cause', g.suggested, 'sure', g.suggested_sure) end as suggested,
  ${personOf('g.assignee_id')} as assignee, (select jsonb_build_object('id', t.id, 'name', t.name) from team t where t.id = g.team_id) as team,
  (select ${DEFECT_REF} from defect d where d.id = g.defect_id) as defect, ${OPEN_MUTE} as "muteId",
  g.resolved_at as "resolvedAt", g.resolved_by_itself as "resolvedByItself", g.back_at as "backAt",
  (select a.name from account a where a.id = g.decided_by) as "decidedBy", g.decided_at as "decidedAt"`

/**
 * The list: each cause with what the lens shows of it, its builds and its areas. One statement, so that the failures are gone through once,
 * however many builds there are.
 */
export const GROUP_ROWS = `
with recursive ${TOP_AREAS}, ${RUNS}, ${FAILS}, tests as materialized (
  select group_id, script_id, bool_or(behind_script_id is null) as own, count(*)::int as failures from fails group by group_id, script_id
), sums as materialized (
  select group_id, count(*) filter (where own)::int as own_tests, count(*)::int as tests, sum(failures)::int as failures from tests group by group_id
), of_run as (
  select group_id, run_id, environment_id, started_at, count(*) filter (where outcome = 2) as failed, count(*) filter (where outcome = 3) as errored,
    count(*) filter (where outcome = 7) as recovered from fails group by group_id, run_id, environment_id, started_at
), seen as materialized (
  select group_id, sum(failed)::int as failed, sum(errored)::int as errored, sum(recovered)::int as recovered, array_agg(distinct environment_id) as environment_ids,
    (array_agg(run_id order by started_at, run_id))[1] as first_run, (array_agg(run_id order by started_at desc, run_id desc))[1] as last_run
  from of_run group by group_id
), in_build as (
  -- a test that failed in several environments of a build is one test
  select group_id, build_id, script_id, max(run_id) as run_id, min(outcome) as outcome from fails group by group_id, build_id, script_id
), cells as (
  select group_id, build_id, count(*)::int as tests, max(run_id) as run_id,
    case when 2 * count(*) filter (where outcome = 2) >= count(*) then 2 when 2 * count(*) filter (where outcome = 3) >= count(*) then 3
      when count(*) filter (where outcome = 7) > 0 then 7 else 3 end as outcome
  from in_build group by group_id, build_id
), of_group as materialized (
  select group_id, jsonb_agg(jsonb_build_array(build_id, tests, run_id, outcome)) as cells from cells group by group_id
), areas as materialized (
  select p.group_id, array_agg(distinct t.name) as areas
  from tests p join link l on l.script_id = p.script_id and l.state = 'active' join test_case c on c.id = l.case_id and c.deleted_at is null
  join top t on t.id = c.area_id group by p.group_id
), behind as materialized (
  -- failures and blocked tests that follow a test which failed this way in the same run
  select c.group_id, count(*)::int as followers
  from runs r join knock_on k on k.run_id = r.id
  join result b on b.run_id = r.id and b.day = r.day and b.script_id = k.behind_script_id join signature_cause c on c.signature_id = b.signature_id
  group by c.group_id
), before as materialized (
  select f.group_id, (array_agg(c.group_id order by f.started_at desc))[1] as behind_id
  from fails f join run r on r.id = f.run_id join result b on b.run_id = r.id and b.day = r.day and b.script_id = f.behind_script_id
  join signature_cause c on c.signature_id = b.signature_id
  where f.behind_script_id is not null and c.group_id <> f.group_id group by f.group_id
), chosen as materialized (
  select distinct f.group_id from tests f join failure_group g on g.id = f.group_id where ${FILTERED}
)
select ${GROUP_COLUMNS}, s.tests, s.own_tests as "ownTests", s.failures, n.failed, n.errored, n.recovered, coalesce(h.followers, 0) as "knockOn",
  case when s.own_tests = 0 then b.behind_id end as "behindId", (select x.title from failure_group x where x.id = b.behind_id) as "behindTitle",
  array(select e.name from environment e where e.id = any(n.environment_ids) order by e.name) as environments,
  n.first_run as "firstRun", n.last_run as "lastRun", o.cells, coalesce(a.areas, '{}') as areas, x.group_id is not null as chosen
from sums s join seen n on n.group_id = s.group_id join failure_group g on g.id = s.group_id join of_group o on o.group_id = s.group_id
left join behind h on h.group_id = s.group_id left join before b on b.group_id = s.group_id
left join areas a on a.group_id = s.group_id left join chosen x on x.group_id = s.group_id`

/** The runs in which groups were first and last seen, by what a page names. */
export const RUNS_NAMED = `
select r.id, b.name as build, b.commit, r.started_at as at, b.pipeline_id as "pipelineId", b.branch
from run r join build b on b.id = r.build_id where r.id = any($ids::int[])`

/** The builds of pipelines and branches in the lens, newest first within each. */
export const STRIP_BUILDS = `
with ${RUNS}
select build_id as "buildId", b.name as build, r.pipeline_id as "pipelineId", r.branch, min(r.started_at) as at, max(r.id) as "runId"
from runs r join build b on b.id = r.build_id group by r.build_id, b.name, r.pipeline_id, r.branch, b.sort_key
order by r.pipeline_id, r.branch, b.sort_key desc`

/** The group that a number stands for: that which it was merged into. */
export const GROUP_OF = `
select coalesce(g.merged_into_id, g.id) as id from failure_group g where g.id = $id and g.project_id = $projectId`

export const GROUP_PLAIN = `select g.resolved_note as "resolvedNote", g.first_seen_at as "firstSeenAt", g.suggested_why as reasons
from failure_group g where g.id = $id and g.project_id = $projectId`

/** Signatures that count to a group: what others bind as `signatures`. */
export const SIGNATURES_OF_GROUP = `
select coalesce(array_agg(signature_id), '{}') as signatures from signature_cause where group_id = $id and project_id = $projectId`

/** Red results of one group in what the lens shows. */
const OWN = `
own as materialized (
  select x.script_id, x.message_id, x.signature_id, r.id as run_id, r.started_at
  from runs r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7)
  where x.signature_id = any($signatures::int[]) and ${COUNTS}
)`

/** The tests of a group: findings before knock-on failures, those that failed in the newest run first. */
export const GROUP_TESTS = `
with ${RUNS}, ${OWN}, tests as (
  select script_id, count(*)::int as failures, max(run_id) as run_id from own group by script_id
), page as (
  select t.*, r.lane_id, r.started_at as at, k.behind_script_id as behind_id, k.rule, count(*) over ()::int as full
  from tests t join runs r on r.id = t.run_id left join knock_on k on k.run_id = t.run_id and k.script_id = t.script_id
  order by k.behind_script_id is not null, r.started_at desc, t.script_id limit $limit
)
select ${SCRIPT_REF}, p.failures, p.run_id as "runId", p.lane_id as "laneId", p.full, p.rule,
  (select b.name from script b where b.id = p.behind_id) as behind,
  coalesce((select array_agg($prefix || '-' || c.number order by c.number) from link l join test_case c on c.id = l.case_id and c.deleted_at is null
    where l.script_id = s.id and l.state = 'active'), '{}') as cases,
  exists (select 1 from quarantine q where q.script_id = s.id and q.ended_at is null) as quarantined,
  (select jsonb_build_object('name', a.name, 'failed', o.failed_after, 'ran', o.ran_after, 'otherwise', o.ran_otherwise)
    from order_dependence o join script a on a.id = o.after_script_id where o.script_id = s.id order by o.failed_after desc limit 1) as after
from page p join script s on s.id = p.script_id order by p.behind_id is not null, p.at desc, s.id`

/** What a group was ever seen in, whatever the lens shows. */
export const GROUP_EVER = `
with own as materialized (
  select run_id, script_id from result where signature_id = any($signatures::int[]) and outcome in (2, 3, 7)
), seen as materialized (
  -- runs are few, their failures may be a hundred thousand
  select r.id, r.started_at, r.build_id from (select distinct run_id from own) o join run r on r.id = o.run_id join lane l on l.id = r.lane_id and not l.trial
)
select min(started_at) as "firstSeenAt", max(started_at) as "lastSeenAt", count(distinct build_id)::int as "allBuilds",
  (select count(*)::int from (select distinct script_id from own where run_id in (select id from seen)) tests) as "allTests"
from seen`

/** How the failures of a group differ in their words. */
export const GROUP_VARIANTS = `
with ${RUNS}, ${OWN}
select signature_id as "signatureId", count(*)::int as failures,
  coalesce((select left(b.text, 300) from body b where b.id = (array_agg(own.message_id order by started_at desc))[1]), 'No message') as message
from own group by signature_id order by count(*) desc, signature_id limit 30`

/** An occurrence in a run, with a picture if one has. */
export const GROUP_EXAMPLE = `
select r.id as "runId", r.day::text as day, x.script_id as "scriptId", r.lane_id as "laneId", r.sort_key as "sortKey"
from run r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7) and x.signature_id = any($signatures::int[])
left join knock_on k on k.run_id = r.id and k.script_id = x.script_id
where r.id = $runId
order by k.script_id is not null,
  not exists (select 1 from attachment a where a.run_id = r.id and a.script_id = x.script_id and a.hash is not null and a.media_type like 'image/%'), x.script_id limit 1`

/** The failing attempt of an example: the last one that failed. */
export const EXAMPLE_ATTEMPT = `
select a.ordinal::int as ordinal, f.text as failures, m.text as message, left(so.text, 20000) as stdout, a.duration_ms as "durationMs", st.text as steps,
  (select jsonb_build_object('id', t.id, 'name', t.name) from attachment t
    where t.run_id = a.run_id and t.script_id = a.script_id and t.hash is not null and t.media_type like 'image/%' order by t.ordinal, t.id limit 1) as picture
from attempt a left join body f on f.id = a.failures_id left join body m on m.id = a.message_id left join body so on so.id = a.stdout_id left join body st on st.id = a.steps_id
where a.run_id = $runId and a.day = $day::date and a.script_id = $scriptId and a.outcome = any($outcomes::int[]) order by a.ordinal desc limit 1`

/** The newest run before another in its lane in which a test passed. */
export const LAST_GOOD = `
select r.id as "runId", r.day::text as day from run r join result x on x.run_id = r.id and x.day = r.day and x.script_id = $scriptId and x.outcome = 1
where r.lane_id = $laneId and r.sort_key < $sortKey collate "C" order by r.sort_key desc limit 1`

/** What an attempt ran with. */
export const RUN_FACTS = `
select r.id as "runId", b.name as build, e.name as environment, r.started_at as at, r.profile,
  e.variables || coalesce((select p.parameters from part p where p.run_id = r.id order by p.id limit 1), '{}') as settings,
  (select g.name from part p join agent g on g.id = p.agent_id where p.run_id = r.id order by p.id limit 1) as agent
from run r join build b on b.id = r.build_id join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id where r.id = $runId`

/**
 * The builds from the last good one of a group's tests on to the first that failed: what came with them may have broken it. In the lane
 * of a run.
 */
export const GROUP_COMMITS = `
with lane_runs as materialized (
  select r.id, r.day, r.sort_key, exists (
    select 1 from result x where x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7) and x.signature_id = any($signatures::int[])
  ) as has
  from run r where r.lane_id = (select lane_id from run where id = $runId) order by r.sort_key desc limit 200
), red as (
  select id, day, sort_key from lane_runs where has order by sort_key limit 1
), scripts as materialized (
  select x.script_id from red join result x on x.run_id = red.id and x.day = red.day and x.outcome in (2, 3, 7) and x.signature_id = any($signatures::int[])
  order by x.script_id limit 20
), good as (
  select r.sort_key from lane_runs r, red
  where r.sort_key < red.sort_key
    and exists (select 1 from result x where x.run_id = r.id and x.day = r.day and x.script_id in (select script_id from scripts) and x.outcome in (1, 7))
  order by r.sort_key desc limit 1
)
select b.name as build, b.commit, b.author, r.started_at as at, r.id as "runId", coalesce(b.changed_files, '{}') as files,
  r.sort_key is not distinct from (select sort_key from good) as good
from run r join build b on b.id = r.build_id, red
where r.lane_id = (select lane_id from run where id = $runId) and r.ordinal = 1 and r.sort_key <= red.sort_key
  and r.sort_key >= coalesce((select sort_key from good), red.sort_key)
order by r.sort_key desc limit 30`

/** Files that coverage says some tests run. */
export const COVERED = `
select distinct c.path from coverage c join run r on r.id = c.run_id
where r.project_id = $projectId and c.path = any($paths::text[]) and c.lines_covered > 0
  and (c.tests = '{}' or c.tests && $names::text[])`

/** What follows tests of a group in a run. */
export const GROUP_FOLLOWING = `
select ${SCRIPT_REF}, k.rule, x.outcome::int as outcome
from run r join knock_on k on k.run_id = r.id
join result o on o.run_id = r.id and o.day = r.day and o.script_id = k.behind_script_id and o.signature_id = any($signatures::int[])
join result x on x.run_id = r.id and x.day = r.day and x.script_id = k.script_id join script s on s.id = k.script_id
where r.id = $runId order by s.id limit 100`

/** Teams and people who own the areas, cases or folders of a group's tests, those of most tests first. */
export const LIKELY_OWNERS = `
with recursive tests as (select unnest($scriptIds::int[]) as id), up as (
  select t.id as script_id, c.area_id from tests t join link l on l.script_id = t.id and l.state = 'active' join test_case c on c.id = l.case_id and c.area_id is not null
  union select u.script_id, a.parent_id from up u join area a on a.id = u.area_id where a.parent_id is not null
), found as (
  select ta.team_id, null::int as person_id, a.name as why, u.script_id from up u join team_area ta on ta.area_id = u.area_id join area a on a.id = u.area_id
  union select tm.id, null, f.folder, s.id from tests x join script s on s.id = x.id join team tm on tm.project_id = $projectId
    cross join lateral unnest(tm.folders) f (folder)
    where s.file = f.folder or starts_with(s.file, rtrim(f.folder, '/') || '/') or exists (select 1 from unnest($files::text[]) p where starts_with(p, rtrim(f.folder, '/') || '/'))
  union select null, c.owner_id, $prefix || '-' || c.number, t.id from tests t join link l on l.script_id = t.id and l.state = 'active'
    join test_case c on c.id = l.case_id and c.deleted_at is null where c.owner_id is not null
)
select (select jsonb_build_object('id', t.id, 'name', t.name) from team t where t.id = f.team_id) as team, ${personOf('f.person_id')} as person, min(f.why) as why
from found f group by f.team_id, f.person_id order by f.team_id is null, count(distinct f.script_id) desc limit 4`

/** Which of some tests passed in the newest run that has them, among the newest of the project. */
export const PASSING_NOW = `
with newest as materialized (
  select r.id, r.day, r.started_at from run r join lane l on l.id = r.lane_id and not l.trial
  where r.project_id = $projectId and not r.live order by r.started_at desc limit 200
), last as (
  select distinct on (x.script_id) x.script_id, x.outcome
  from newest n join result x on x.run_id = n.id and x.day = n.day and x.script_id = any($scriptIds::int[]) order by x.script_id, n.started_at desc, n.id desc
)
select script_id as id from last where outcome = 1`

/** Causes that nobody triaged in the newest build of each lane of the main branch: how many, and since when the oldest is known. */
export const UNTRIAGED = `
select count(distinct g.id)::int as count, min(g.first_seen_at) as since
from (select distinct on (r.lane_id) r.id, r.day from run r join lane l on l.id = r.lane_id and not l.trial and l.branch = $main
  where r.project_id = $projectId and not r.live order by r.lane_id, r.sort_key desc) newest
join result x on x.run_id = newest.id and x.day = newest.day and x.outcome in (2, 3)
join signature_cause c on c.signature_id = x.signature_id join failure_group g on g.id = c.group_id and g.cause is null and g.resolved_at is null
where not ${MUTED}
  and not exists (select 1 from knock_on k where k.run_id = newest.id and k.script_id = x.script_id)`

/** Red results of a run: with their cause, what they follow, and whether they are muted or in quarantine. */
const RED_OF_RUN = `
red as (
  select x.script_id, c.group_id, k.behind_script_id is not null as follows,
    exists (
      select 1 from mute m where m.project_id = r.project_id and m.ended_at is null
        and (m.environment_id is null or m.environment_id = l.environment_id)
        and (m.group_id = c.group_id or m.script_id = x.script_id or (m.group_id is null and m.script_id is null))
    ) as muted,
    exists (select 1 from quarantine q where q.script_id = x.script_id and q.ended_at is null) as quarantined
  from run r join lane l on l.id = r.lane_id join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3)
  left join signature_cause c on c.signature_id = x.signature_id
  left join knock_on k on k.run_id = r.id and k.script_id = x.script_id
  where r.id = $runId and r.project_id = $projectId
)`

/** Why a run is red: its causes, those that nobody triaged first. */
export const CAUSES_OF_ONE_RUN = `
with ${RED_OF_RUN}, sums as (
  select group_id, count(*) filter (where not follows)::int as tests from red where group_id is not null group by group_id
), following as (
  select c.group_id, count(*)::int as followers from knock_on k join run r on r.id = k.run_id
  join result b on b.run_id = r.id and b.day = r.day and b.script_id = k.behind_script_id join signature_cause c on c.signature_id = b.signature_id
  where k.run_id = $runId group by c.group_id
)
select g.id, g.title, ${STATE} as state, g.cause, s.tests, coalesce(f.followers, 0) as "knockOn"
from sums s join failure_group g on g.id = s.group_id left join following f on f.group_id = g.id
where s.tests > 0 order by ${STATE} <> 'untriaged', s.tests desc, g.id limit 200`

export const ASIDE_OF_RUN = `
with ${RED_OF_RUN}
select coalesce(array_agg(script_id) filter (where muted), '{}') as muted, coalesce(array_agg(script_id) filter (where quarantined), '{}') as quarantined,
  count(*) filter (where not follows and not muted and not quarantined)::int as counting
from red`

export const MUTE_COLUMNS = `m.id, (select e.name from environment e where e.id = m.environment_id) as environment, m.reason, m.until_at as "untilAt", m.until_build as "untilBuild",
  (select coalesce(d.key, d.title) from defect d where d.id = m.until_defect_id) as "untilDefect", (select a.name from account a where a.id = m.by_id) as by, m.at,
  m.group_id as "groupId", m.script_id as "scriptId",
  coalesce((select g.title from failure_group g where g.id = m.group_id), (select s.name from script s where s.id = m.script_id),
    (select e.name from environment e where e.id = m.environment_id), '') as name, m.ended_at as "endedAt", m.ended_why as "endedWhy"`

export const MUTES = `
select ${MUTE_COLUMNS} from mute m where m.project_id = $projectId
  and ($groupId::int is null or m.group_id = $groupId or m.script_id = any($scriptIds::int[]))
order by m.ended_at is not null, m.id desc limit 200`
