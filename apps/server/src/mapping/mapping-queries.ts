import { UNKNOWN_KEYS } from '../scripts/index.js'

/** A suggestion from here on is called sure. */
export const SURE_FROM = 0.85
/** Without a result in so many runs a script is silent. */
const SILENT_RUNS = 30
const MOVED_DAYS = 14
const LEAST_BODY = 60

/** Keys of the project that several tests of the code declare, where its rules say that a key belongs to one script. */
const CLAIMED_TWICE = `
select d.script_id, d.key from (
  select s.id as script_id, k.key, count(*) over (partition by k.key) as n from project o join script s on s.project_id = o.id and s.head_id is null and s.keys <> '{}'
  join script_source x on x.script_id = s.id and x.gone_at is null, unnest(s.keys) as k (key)
  where o.id = $projectId and o.one_script_per_key and k.key ~ ('^' || $prefix || '-[0-9]{1,9}$')
) d where d.n > 1`

const LINKED = `select l.script_id from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.project_id = $projectId and l.state = 'active'`

/** The newest runs of a project. Binds: projectId. */
export const RECENT = `
select r.id, r.day, r.started_at from run r join lane n on n.id = r.lane_id and not n.trial where r.project_id = $projectId order by r.started_at desc limit ${SILENT_RUNS}`

/** Binds: projectId, seen (ids of the scripts with a result in the newest runs). */
const SEEN = `
linked as materialized (select distinct script_id from (${LINKED}) l),
recent as materialized (${RECENT}),
seen as materialized (select distinct coalesce(v.head_id, v.id) as id from unnest($seen::int[]) as t (id) join script v on v.id = t.id)`

/** Linked, in the code, and without a result in the newest runs: aliases x for the source, k for the link, e for what was seen. */
const SILENT = 'k.script_id is not null and x.gone_at is null and e.id is null and (select count(*) from recent) >= 5'

/**
 * Scripts of a project that are no rows or profiles of others, with what is to be done about them. Each fact is found for all scripts at
 * once, and hashed.
 * Binds: projectId, prefix, seen.
 * @param which a condition on script `s` and its source `x`, with `and` before it
 */
const heads = (which = '') => `
${SEEN},
alike as materialized (
  select fingerprint from script_source where project_id = $projectId and gone_at is null and body_size >= ${LEAST_BODY} group by fingerprint having count(*) > 1
),
unknown as materialized (select distinct script_id from (${UNKNOWN_KEYS}) u),
claims as materialized (${CLAIMED_TWICE}),
claimed as materialized (select distinct script_id from claims),
proposed as materialized (select script_id, max(confidence) filter (where chosen) as best from suggestion where project_id = $projectId group by script_id),
-- what the links of a script say: the oldest look at one, and when a case was worded after the last look at its link
tied as materialized (
  select l.script_id, bool_or(l.state = 'broken') as broken, min(coalesce(l.reviewed_at, l.created_at)) filter (where l.state = 'active') as looked_at,
    max(c.worded_at) filter (where l.state = 'active' and not l.by_hand and c.worded_at > greatest(l.created_at, l.reviewed_at)) as worded_at,
    coalesce(bool_or(c.state = 'retired') filter (where l.state = 'active' and not l.by_hand), false) as retired
  from link l left join test_case c on c.id = l.case_id and c.deleted_at is null where l.project_id = $projectId group by l.script_id
),
heads as materialized (
  select s.id, s.name, s.suites, coalesce(x.file, s.file) as file, coalesce(x.line, 0) as line,
    k.script_id is not null as is_linked, s.triage is not distinct from 'aside' as aside, p.best, p.script_id is not null as is_proposed,
    k.script_id is not null and x.gone_at is not null or coalesce(t.broken, false) as broken,
    coalesce(k.script_id is not null and x.gone_at is null and x.body_changed_at > t.looked_at, false) as stale,
    -- the words of a case changed after somebody last looked at the link, and after the code did
    x.gone_at is null and t.worded_at is not null and (x.body_changed_at is null or t.worded_at > x.body_changed_at) as reworded,
    coalesce(t.retired, false) as retired,
    ${SILENT} as silent,
    x.moved_at > now() - interval '${MOVED_DAYS} days' and x.gone_at is null as moved,
    a.fingerprint is not null as duplicate, u.script_id is not null as unknown_keys, w.script_id is not null as claimed_twice, x.gone_at is not null as gone
  from script s
  left join script_source x on x.script_id = s.id
  left join linked k on k.script_id = s.id
  left join tied t on t.script_id = s.id
  left join seen e on e.id = s.id
  left join alike a on a.fingerprint = x.fingerprint and x.body_size >= ${LEAST_BODY} and x.gone_at is null
  left join unknown u on u.script_id = s.id
  left join claimed w on w.script_id = s.id
  left join proposed p on p.script_id = s.id
  where s.project_id = $projectId and s.head_id is null and s.manual_case_id is null ${which}
)`

const OPEN = 'not is_linked and not aside and not gone'

/** What a filter takes, over the columns of `heads`. */
const TAKES = `case coalesce($only::text, 'all')
  when 'unlinked' then ${OPEN}
  when 'sure' then ${OPEN} and coalesce(best, 0) >= ${SURE_FROM}
  when 'choose' then ${OPEN} and is_proposed and coalesce(best, 0) < ${SURE_FROM}
  when 'broken' then broken when 'stale' then stale when 'reworded' then coalesce(reworded, false) when 'retired' then retired when 'silent' then silent when 'moved' then coalesce(moved, false) when 'duplicate' then duplicate
  when 'unknownKeys' then unknown_keys and not gone when 'claimedTwice' then claimed_twice when 'linked' then is_linked else not gone or is_linked end`

/** Pairs of cases that say nearly the same, and that nobody said are different; what was retired or deleted since is none. */
const ALIKE = `
select k.id, k.case_id, k.other_id, k.likeness from case_alike k join test_case a on a.id = k.case_id and a.deleted_at is null and a.state <> 'retired'
join test_case b on b.id = k.other_id and b.deleted_at is null and b.state <> 'retired' where k.project_id = $projectId and k.different_at is null`

const alikeCase = (id: string) => `(select jsonb_build_object('key', $prefix || '-' || c.number, 'title', c.title,
  'scripts', (select count(*) from link l where l.case_id = c.id and l.state = 'active' and not l.by_hand)) from test_case c where c.id = ${id})`

export const ALIKE_ROWS = `
select k.id, k.likeness, ${alikeCase('k.case_id')} as one, ${alikeCase('k.other_id')} as other from (${ALIKE}) k order by k.likeness desc, k.id limit 200`

/** Those that somebody said are different stay so, as long as they are alike. */
export const STORE_ALIKE = `
with x as materialized (select * from jsonb_to_recordset($rows::jsonb) as x (a int, b int, likeness real)), gone as (
  delete from case_alike k where k.project_id = $projectId and not exists (select 1 from x where x.a = k.case_id and x.b = k.other_id)
)
insert into case_alike as k (project_id, case_id, other_id, likeness) select $projectId::int, x.a, x.b, x.likeness
from x join test_case a on a.id = x.a join test_case b on b.id = x.b
on conflict (case_id, other_id) do update set likeness = excluded.likeness`

export const COUNTS = `
with ${heads()}
select count(*) filter (where not gone or is_linked)::int as scripts, count(*) filter (where ${OPEN})::int as unlinked,
  count(*) filter (where ${OPEN} and coalesce(best, 0) >= ${SURE_FROM})::int as sure,
  count(*) filter (where ${OPEN} and is_proposed and coalesce(best, 0) < ${SURE_FROM})::int as choose,
  count(*) filter (where broken)::int as broken, count(*) filter (where stale)::int as stale, count(*) filter (where reworded)::int as reworded, count(*) filter (where retired)::int as retired, count(*) filter (where silent)::int as silent,
  count(*) filter (where moved)::int as moved, count(*) filter (where duplicate)::int as duplicate, count(*) filter (where unknown_keys and not gone)::int as "unknownKeys",
  count(*) filter (where claimed_twice)::int as "claimedTwice",
  (select count(*) from rename_question q where q.project_id = $projectId)::int as questions,
  (select count(*) from (${ALIKE}) k)::int as alike,
  (select count(*) from test_case c where c.project_id = $projectId and c.deleted_at is null and c.intent = 'toAutomate' and c.state <> 'retired'
    and not exists (select 1 from link l where l.case_id = c.id and l.state = 'active' and not l.by_hand))::int as "toAutomate"
from heads`

/** How many scripts the mapping page lists as silent. Binds: projectId, seen. */
export const SILENT_COUNT = `
with ${SEEN}
select count(*)::int as count from script s left join script_source x on x.script_id = s.id left join linked k on k.script_id = s.id
left join seen e on e.id = s.id where s.project_id = $projectId and s.head_id is null and s.manual_case_id is null and ${SILENT}`

/** Rows in the order of their files and of the code; which they are is settled first, and all else is asked for those alone. */
export const ROWS = `
with ${heads(`and ($search::text is null or s.name ilike $search or coalesce(x.file, s.file) ilike $search or array_to_string(s.suites, ' ') ilike $search)`)},
page as (
  select h.*, count(*) over ()::int as full from heads h
  where ${TAKES}
  order by coalesce(h.file, array_to_string(h.suites, ' ')), h.line, h.id limit $most offset $offset
)
select p.id, coalesce(x.name, p.name) as name, coalesce(x.suites, p.suites) as suites, p.file, x.line, coalesce(x.framework, s.framework) as framework, x.script_id is not null as scanned,
  (select count(*) from script v where v.head_id = p.id)::int as variants,
  (select o.outcome::int from recent n join result o on o.run_id = n.id and o.day = n.day
    and o.script_id = any(array[p.id] || array(select v.id from script v where v.head_id = p.id order by v.id limit 5)) order by n.started_at desc limit 1) as "lastCode",
  coalesce((select json_agg(json_build_object('caseKey', $prefix || '-' || c.number, 'caseTitle', c.title, 'origin', l.origin, 'state', l.state) order by c.number)
    from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = p.id and l.state <> 'rejected'), '[]') as links,
  coalesce((select json_agg(json_build_object('caseKey', $prefix || '-' || c.number, 'confidence', g.confidence, 'reasons', g.reasons, 'chosen', g.chosen) order by g.chosen desc, g.confidence desc)
    from suggestion g join test_case c on c.id = g.case_id and c.deleted_at is null where g.script_id = p.id and not p.is_linked
      and not exists (select 1 from link l where l.script_id = p.id and l.case_id = g.case_id)), '[]') as suggestions,
  array_remove(array[case when p.broken then 'broken' end, case when p.stale then 'stale' end, case when p.reworded then 'reworded' end, case when p.retired then 'retired' end, case when p.silent then 'silent' end, case when p.moved then 'moved' end,
    case when p.duplicate then 'duplicate' end, case when p.unknown_keys then 'unknownKeys' end, case when p.claimed_twice then 'claimedTwice' end], null) as findings,
  x.was, x.moved_at as "movedAt", x.moved_by as "movedBy", x.gone_at as "goneAt",
  coalesce((select array_agg(u.key order by u.key) from (${UNKNOWN_KEYS}) u where u.script_id = p.id and p.unknown_keys), '{}') as "unknownKeys",
  coalesce((select array_agg(w.key order by w.key) from claims w where w.script_id = p.id), '{}') as "claimedKeys", p.full
from page p join script s on s.id = p.id left join script_source x on x.script_id = p.id
order by coalesce(p.file, array_to_string(p.suites, ' ')), p.line, p.id`

export const CASES = `
with recursive path as (
  select id, array[name] as names from area where project_id = $projectId and parent_id is null and deleted_at is null
  union all select a.id, p.names || a.name from area a join path p on a.parent_id = p.id where a.deleted_at is null
)
select $prefix || '-' || c.number as key, c.title, coalesce(p.names, '{}') as areas, c.intent, c.state
from test_case c left join path p on p.id = c.area_id
where c.project_id = $projectId and c.deleted_at is null and c.number = any($numbers::int[]) order by c.number`

export const QUESTIONS = `
select q.id, q.sure, q.reasons, o.id as "oldId", o.name as "oldName", o.file as "oldFile", n.id as "newId", n.name as "newName", n.file as "newFile",
  coalesce((select array_agg($prefix || '-' || c.number order by c.number) from link l join test_case c on c.id = l.case_id and c.deleted_at is null
    where l.script_id = o.id and l.state = 'active'), '{}') as cases
from rename_question q join script o on o.id = q.old_id join script n on n.id = q.new_id
where q.project_id = $projectId order by q.sure desc, q.id limit 200`

export const SUGGESTING = `
select finished_at is null and started_at > now() - interval '30 minutes' as running, done, scripts, finished_at as "finishedAt",
  (select count(*) from link l where l.project_id = $projectId and l.suggested is not null and l.state in ('active', 'rejected'))::int as decisions from suggesting where project_id = $projectId`

export const SCANNED_AT = `select max(finished_at) as at from scan where project_id = $projectId`

/** Scripts that may get a case: those without one. */
export const TO_MAP = `
select s.id, coalesce(x.name, s.name) as name, coalesce(x.suites, s.suites) as suites, coalesce(x.file, s.file) as file
from script s left join script_source x on x.script_id = s.id
where s.project_id = $projectId and s.head_id is null and x.gone_at is null and s.triage is distinct from 'aside'
  and not exists (select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active')
order by s.id`

export const ALL_CASES = `
with recursive path as (
  select id, array[name] as names from area where project_id = $projectId and parent_id is null and deleted_at is null
  union all select a.id, p.names || a.name from area a join path p on a.parent_id = p.id where a.deleted_at is null
)
select c.id, c.title, coalesce(p.names, '{}') as areas, left(c.preconditions || ' ' || array_to_string(c.tags, ' ') || ' ' ||
    coalesce((select string_agg(coalesce(t.step ->> 'action', '') || ' ' || coalesce(t.step ->> 'expected', ''), ' ') from jsonb_array_elements(c.steps) as t (step)), ''), 2000) as more,
  not exists (select 1 from link l where l.case_id = c.id and l.state = 'active' and not l.by_hand) as free
from test_case c left join path p on p.id = c.area_id
where c.project_id = $projectId and c.deleted_at is null and c.state <> 'retired' and c.intent <> 'never' order by c.id`

export const KNOWN_PAIRS = `
select s.id, coalesce(x.name, s.name) as name, coalesce(x.suites, s.suites) as suites, coalesce(x.file, s.file) as file, l.case_id as "caseId",
  case when l.state = 'rejected' then 'rejected' else 'linked' end as verdict, l.suggested as weighed
from link l join script s on s.id = l.script_id left join script_source x on x.script_id = s.id
where l.project_id = $projectId and l.state in ('active', 'rejected') and not l.by_hand and s.head_id is null order by l.id`

export const BEGIN_SUGGESTING = `
insert into suggesting (project_id, started_at, scripts) values ($projectId, now(), $scripts)
on conflict (project_id) do update set started_at = now(), finished_at = null, done = 0, scripts = excluded.scripts`

export const STORE_SUGGESTIONS = `
insert into suggestion (project_id, script_id, case_id, confidence, weighed, reasons, chosen)
select $projectId::int, x."scriptId", x."caseId", x.confidence, x.weighed, x.reasons, x.chosen
from jsonb_to_recordset($rows::jsonb) as x ("scriptId" int, "caseId" int, confidence real, weighed real, reasons jsonb, chosen boolean)
join script s on s.id = x."scriptId" join test_case c on c.id = x."caseId" on conflict (script_id, case_id) do nothing`

/** Links as a person decided about suggestions, with how sure those were. */
export const DECIDE_LINKS = `
insert into link (project_id, script_id, case_id, origin, state, created_by, suggested)
select $projectId::int, s.id, c.id, 'suggested', x.state, $by::int, g.weighed
from jsonb_to_recordset($rows::jsonb) as x (script int, number int, state text)
join script s on s.id = x.script and s.project_id = $projectId
join test_case c on c.project_id = $projectId and c.number = x.number and c.deleted_at is null
left join suggestion g on g.script_id = s.id and g.case_id = c.id
order by 2, 3
on conflict (script_id, case_id) do update set state = excluded.state, created_by = excluded.created_by, reviewed_at = now(), suggested = coalesce(excluded.suggested, link.suggested)
returning id`

export const REVIEW = `update link set reviewed_at = now() where project_id = $projectId and script_id = any($scripts::int[]) and state = 'active'`

export const STAMPS = `
select x.file, x.suites, x.name, x.framework, array_agg($prefix || '-' || c.number order by c.number) as keys
from script_source x join source_tree t on t.id = x.tree_id and t.project_id = $projectId and t.name = $tree
join link l on l.script_id = x.script_id and l.state = 'active' join test_case c on c.id = l.case_id and c.deleted_at is null
where x.gone_at is null and not ($prefix || '-' || c.number) = any(x.keys)
group by x.script_id, x.file, x.suites, x.name, x.framework, x.line order by x.file, x.line`
