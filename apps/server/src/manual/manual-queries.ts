/** A person who left the project holds nothing there any more; alias: the column of the account. */
const gone = (account: string, project: string): string =>
  `not exists (select 1 from membership m where m.project_id = ${project} and m.account_id = ${account})`

const person = (account: string, project: string): string =>
  `(select jsonb_build_object('id', o.id, 'name', o.name, 'gone', ${gone('o.id', project)}) from account o where o.id = ${account})`

/** Whether a case is somebody's, or free for them. Aliases: a the assignment, c the case; binds accountId. */
export const MINE = `(c.account_id = $accountId or ((c.account_id is null or ${gone('c.account_id', 'a.project_id')}) and (a.people = '{}' or $accountId = any(a.people))))`

/** The case before one that has to be done first, where they come in order. Aliases: a, c. */
export const WAITS_FOR = `case when a.in_order then (select o.id from assigned_case o where o.assignment_id = a.id and o.position < c.position and o.state in ('open', 'going')
  order by o.position limit 1) end`

/** Assignments with their places and counts. Binds projectId, accountId; and id, runId, startId, releaseId, open, mine to choose by, null or false for all. */
export const ASSIGNMENT_ROWS = `
select a.id, a.name, coalesce((select jsonb_agg(${person('u.id', 'a.project_id')} order by u.nth) from unnest(a.people) with ordinality as u (id, nth)), '[]') as people,
  a.in_order as "inOrder", a.due_at as "dueAt", a.due_at < now() and n.open > 0 as late, a.closed_at as "closedAt", a.closed_why as "closedWhy", a.created_at as "createdAt",
  (select o.name from account o where o.id = a.created_by) as by, a.run_id as "runId", p.name as pipeline, l.branch, b.name as build, e.name as environment, r.profile,
  (select x.name from release x where x.id = r.release_id) as release, a.start_id as "startId", (select s.plan_id from start s where s.id = a.start_id) as "planId",
  n.total, n.done, n.failed, n.mine, n."expectedMs", n."nextId"
from assignment a join run r on r.id = a.run_id join lane l on l.id = r.lane_id join pipeline p on p.id = l.pipeline_id
join environment e on e.id = l.environment_id join build b on b.id = r.build_id
cross join lateral (
  select count(*) filter (where x.state <> 'dropped')::int as total, count(*) filter (where x.state = 'done')::int as done,
    count(*) filter (where x.outcome in (2, 3))::int as failed, count(*) filter (where x.is_open)::int as open,
    count(*) filter (where x.is_open and x.is_mine)::int as mine, sum(x.expected_ms) filter (where x.is_open)::float8 as "expectedMs",
    (array_agg(x.id order by x.state = 'going' desc, x.position) filter (where x.is_open and x.is_mine and x.waits_for is null))[1] as "nextId"
  from (
    select c.id, c.state, c.outcome, c.expected_ms, c.position, c.state in ('open', 'going') and a.closed_at is null as is_open, ${MINE} as is_mine, ${WAITS_FOR} as waits_for
    from assigned_case c where c.assignment_id = a.id
  ) x
) n
where a.project_id = $projectId and ($id::int is null or a.id = $id)
  and (not ($open::boolean or $mine::boolean) or a.id in (select assignment_id from assigned_case where project_id = $projectId and state in ('open', 'going')))
  and ($runId::int is null or a.run_id = $runId) and ($startId::int is null or a.start_id = $startId)
  and ($releaseId::int is null or r.release_id = $releaseId) and (not $open::boolean or n.open > 0) and (not $mine::boolean or n.mine > 0)
order by a.due_at nulls last, a.id limit 500`

const CASE_COLUMNS = `c.id, $prefix || '-' || t.number as key, c.snapshot ->> 'title' as title, c.position, ${person('c.account_id', 'c.project_id')} as person, c.state, c.outcome::int as outcome,
  c.attempts::int as attempts, c.expected_ms::float8 as "expectedMs", c.spent_ms::float8 as "spentMs", c.ended_at as "endedAt", c.draft is not null and c.state = 'going' as begun,
  case when c.state in ('open', 'going') then (select $prefix || '-' || k.number from assigned_case w join test_case k on k.id = w.case_id where w.id = ${WAITS_FOR}) end as "waitsFor"`

export const ASSIGNED_CASES = `
select ${CASE_COLUMNS} from assigned_case c join assignment a on a.id = c.assignment_id join test_case t on t.id = c.case_id
where c.assignment_id = $id and c.project_id = $projectId order by c.position`

/** One case with everything that is kept of it. */
export const CASE_TO_DO = `
select ${CASE_COLUMNS}, c.assignment_id as "assignmentId", c.case_id as "caseId", c.snapshot, c.draft, c.draft_version as "draftVersion", c.draft_at as "draftAt",
  (select o.name from account o where o.id = c.draft_by) as "draftBy", c.script_id as "scriptId", a.values, t.version as "caseVersion", t.title as "caseTitle", t.steps as "caseSteps",
  t.state = 'retired' as retired, t.deleted_at is not null as deleted, a.closed_at is not null as "assignmentClosed", r.profile, r.id as "runId", a.file_id as "fileId",
  exists (select 1 from sign_off s where s.reopened_at is null and (s.run_id = r.id or s.release_id = r.release_id)) as "signedOff",
  coalesce((select array_agg(u.name order by u.depth desc) from (
    with recursive up as (select id, parent_id, name, 0 as depth from area where id = t.area_id union all
      select x.id, x.parent_id, x.name, up.depth + 1 from area x join up on x.id = up.parent_id) select name, depth from up) u), '{}') as "areaPath"
from assigned_case c join assignment a on a.id = c.assignment_id join test_case t on t.id = c.case_id join run r on r.id = a.run_id
where c.id = $id and c.project_id = $projectId`

export const FILES = `select id, step::int as step, name, media_type as "mediaType", bytes::float8 as bytes from draft_file where assigned_case_id = $id order by id`

/** Newest results of a case by hand: those of assignments. Binds projectId, caseId. */
export const EARLIER_BY_HAND = `
select a.run_id as "runId", c.script_id as "scriptId", c.snapshot ->> 'title' as script, b.name as build, e.name as environment, r.profile, c.outcome::int as code, c.spent_ms::float8 as "durationMs",
  c.ended_at as at, (select o.name from account o where o.id = c.ended_by) as by
from assigned_case c join assignment a on a.id = c.assignment_id join run r on r.id = a.run_id join build b on b.id = r.build_id join lane n on n.id = r.lane_id and not n.trial
join environment e on e.id = n.environment_id
where c.case_id = $caseId and c.project_id = $projectId and c.state = 'done' and c.script_id is not null and c.outcome is not null order by c.ended_at desc limit 6`

/** Runs that are looked through for results of scripts. */
const LOOKED_THROUGH = 200

/** Newest results of a case by its scripts, in the newest runs of the project. Binds projectId, caseId. */
export const EARLIER_BY_SCRIPTS = `
with recent as materialized (
  select r.* from run r join lane n on n.id = r.lane_id and not n.trial where r.project_id = $projectId order by r.started_at desc limit ${LOOKED_THROUGH}
)
select r.id as "runId", s.id as "scriptId", s.name as script, b.name as build, e.name as environment, coalesce(r.profile, s.profile) as profile, x.outcome::int as code, x.duration_ms as "durationMs",
  r.started_at as at, null as by
from link l join script s on s.id = l.script_id and s.manual_case_id is null cross join recent r
join result x on x.run_id = r.id and x.day = r.day and x.script_id = s.id join build b on b.id = r.build_id join lane n on n.id = r.lane_id join environment e on e.id = n.environment_id
where l.case_id = $caseId and l.state = 'active' and l.project_id = $projectId
order by r.started_at desc limit 6`

/** The next case of somebody: of this assignment first, then by when it is due. */
export const NEXT_CASE = `
select c.id, $prefix || '-' || t.number as key, c.snapshot ->> 'title' as title, c.assignment_id as "assignmentId"
from assigned_case c join assignment a on a.id = c.assignment_id and a.closed_at is null join test_case t on t.id = c.case_id
where c.project_id = $projectId and c.state in ('open', 'going') and c.id <> $id and ${MINE} and ${WAITS_FOR} is null
order by c.assignment_id <> $assignmentId, a.due_at nulls last, a.id, c.position limit 1`

/** Cases as they are assigned, with what each is expected to take: the median of the last ten times, on this profile where there are some, or else its estimate. */
export const TO_ASSIGN = `
select t.id, $prefix || '-' || t.number as key,
  jsonb_build_object('title', t.title, 'version', t.version, 'preconditions', t.preconditions, 'steps', t.steps) as snapshot,
  coalesce(
    (select percentile_cont(0.5) within group (order by h.spent_ms) from (
      select c.spent_ms from assigned_case c join assignment a on a.id = c.assignment_id join run r on r.id = a.run_id
      where c.case_id = t.id and c.state = 'done' and c.spent_ms > 0 and c.outcome in (1, 2, 7) and r.profile is not distinct from $profile order by c.ended_at desc limit 10) h),
    (select percentile_cont(0.5) within group (order by h.spent_ms) from (
      select c.spent_ms from assigned_case c where c.case_id = t.id and c.state = 'done' and c.spent_ms > 0 and c.outcome in (1, 2, 7) order by c.ended_at desc limit 10) h),
    t.estimate_s * 1000.0)::bigint as "expectedMs", t.state = 'retired' as retired
from test_case t where t.project_id = $projectId and t.deleted_at is null and t.id = any($ids::int[])`

export const ADD_DELIVERY = `
insert into delivery (project_id, account_id, source, target, run_id, made, notes)
values ($projectId, $accountId, 'manual', $target::jsonb, $runId, $made::jsonb, $notes::jsonb) returning id`

export const ADD_FILE = `
insert into result_file (project_id, delivery_id, run_id, name, sha256, bytes, format, framework, results, totals)
values ($projectId, $deliveryId::int, $runId, $name, sha256(convert_to('assignment ' || ($deliveryId::int)::text, 'UTF8')), 0, 'live', 'manual', 0, $totals::jsonb) returning id`

export const ADD_ASSIGNMENT = `
insert into assignment (project_id, run_id, start_id, suite_id, name, people, in_order, due_at, values, delivery_id, file_id, created_by)
values ($projectId, $runId, $startId, $suiteId, $name, $people::int[], $inOrder, $dueAt, $values::jsonb, $deliveryId, $fileId, $by) returning id`

export const ADD_CASES = `
insert into assigned_case (project_id, assignment_id, case_id, position, snapshot, expected_ms, account_id)
select $projectId, $assignmentId, x."caseId", x.position, x.snapshot, x."expectedMs", x."accountId"
from jsonb_to_recordset($rows::jsonb) as x ("caseId" int, position int, snapshot jsonb, "expectedMs" bigint, "accountId" int)`

/** The script that stands for a case done by hand on a profile, made when it is first needed, and its link. */
export const MANUAL_SCRIPT = `
with own as (
  insert into script (project_id, identity, name, profile, framework, keys, manual_case_id)
  values ($projectId, sha256(convert_to('manual' || chr(31) || ($caseId::int)::text || chr(31) || coalesce($profile::text, ''), 'UTF8')), $title, $profile::text, 'manual', array[$key::text], $caseId::int)
  on conflict (project_id, identity) do update set name = excluded.name, keys = excluded.keys, manual_case_id = excluded.manual_case_id returning id, xmax = 0 as fresh
), linked as (
  insert into link (project_id, script_id, case_id, origin, state, by_hand) select $projectId, id, $caseId::int, 'manual', 'active', true from own
  on conflict (script_id, case_id) do update set state = 'active' where link.state <> 'active'
)
select id, fresh from own`

/** Counts a result into the file of its assignment. */
export const COUNT_IN = `
with file as (
  update result_file f set results = results + 1, read_at = now(),
    totals = (select jsonb_object_agg(k, coalesce((f.totals ->> k)::int, 0) + coalesce(($totals::jsonb ->> k)::int, 0)) from jsonb_object_keys($totals::jsonb) k)
  where f.id = $fileId returning delivery_id
)
update delivery d set new_scripts = new_scripts + $fresh::int from file where d.id = file.delivery_id`

/** Files of a draft become attachments of the attempt. */
export const KEEP_FILES = `
with kept as (delete from draft_file where assigned_case_id = $id returning *)
insert into attachment (project_id, run_id, script_id, file_id, ordinal, name, path, hash, bytes, media_type)
select $projectId, $runId, $scriptId, $fileId, $ordinal, left(case when step is null then name else 'Step ' || step + 1 || ', ' || name end, 500), null, hash, bytes, media_type from kept order by id`

export const LAST_ATTEMPT = `select max(ordinal)::int as ordinal from attempt where run_id = $runId and day = $day::date and script_id = $scriptId`

/** Open work with whose it is and when it is due, in a zone. */
export const OPEN_WORK = `
select case when ${gone('c.account_id', 'c.project_id')} then null else c.account_id end as "accountId", coalesce(c.expected_ms, 300000)::float8 as "expectedMs",
  to_char(a.due_at at time zone $zone, 'YYYY-MM-DD') as due, ${person('c.account_id', 'c.project_id')} as person, a.people
from assigned_case c join assignment a on a.id = c.assignment_id and a.closed_at is null
where c.project_id = $projectId and c.state in ('open', 'going')`
