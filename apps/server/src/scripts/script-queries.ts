import { type Queryable, rowsOf } from '../platform/database.js'

/** Columns of a ScriptRef, from the alias `s`. */
export const SCRIPT_REF = `s.id, s.name, s.classname, s.suites, s.file, s.profile, s.framework`

/** Scripts that stand for cases done by hand: what is said of steadiness and pace is said of automated tests. */
export async function manualScripts(db: Queryable, projectId: number): Promise<Set<number>> {
  const rows = await rowsOf<{ id: number }>(db, 'select id from script where project_id = $projectId and manual_case_id is not null', {
    projectId,
  })
  return new Set(rows.map(({ id }) => id))
}

/** Keys of the project that scripts declare and no case has. */
export const UNKNOWN_KEYS = `
select s.id as script_id, k.key from script s, unnest(s.keys) as k (key)
where s.project_id = $projectId and s.keys <> '{}' and k.key ~ ('^' || $prefix || '-[0-9]{1,9}$') and not exists (
  select 1 from test_case c where c.project_id = $projectId and c.deleted_at is null and c.number = split_part(k.key, '-', 2)::int
)`

/** Whether the script of the alias \`s\` has a case. */
const IS_LINKED = `exists (
  select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active')`

/** Whether the script of the alias \`s\` could get a case: rows and profiles have that of their test, and what is gone from the code needs none. The mapping counts the same. */
const MAY_BE_LINKED = `s.head_id is null and not exists (select 1 from script_source x where x.script_id = s.id and x.gone_at is not null)`

/**
 * Runs of the project, newest first, to be walked through until one has what is looked for. In a lane a later build stands before an earlier
 * one, also where that one came in late: it counts as no newer than what follows it.
 */
const NEWEST_FIRST = `(
  select id, day, sort_key, min(started_at) over (partition by lane_id order by sort_key desc) as at
  from (select r.* from run r join lane l on l.id = r.lane_id and not l.trial where r.project_id = $projectId order by r.started_at desc limit 2000) r
)`

/**
 * Scripts with their cases and newest result; \`only\` is null, 'unlinked', 'aside' or 'unknownKeys'. Which rows the page has is settled
 * first: for those alone the runs are walked through, from the newest on, to the first that has a result.
 */
export const SCRIPT_ROWS = `
with unknown as (select script_id, array_agg(key order by key) as keys from (${UNKNOWN_KEYS}) u group by script_id),
 page as (
  select s.id, u.keys, count(*) over ()::int as full
  from script s
  left join unknown u on u.script_id = s.id
  where s.project_id = $projectId
    and ($id::int is null and s.manual_case_id is null or s.id = $id)
    and ($search::text is null or s.name ilike $search or s.classname ilike $search or s.file ilike $search)
    and ($only::text is null or ($only = 'unlinked' and s.triage is distinct from 'aside' and ${MAY_BE_LINKED} and not ${IS_LINKED}) or
      ($only = 'aside' and s.triage = 'aside' and not ${IS_LINKED}) or ($only = 'unknownKeys' and u.keys is not null))
  order by coalesce(s.file, s.classname, ''), s.id limit $most offset $offset
 ), runs as materialized (
  select array_agg(id order by at desc, sort_key desc, id desc) as ids, array_agg(day order by at desc, sort_key desc, id desc) as days from ${NEWEST_FIRST} r
 )
select ${SCRIPT_REF}, coalesce(l.cases, '{}') as cases, coalesce(p.keys, '{}') as "unknownKeys", l.cases is null and s.triage is not distinct from 'aside' as aside,
  n.run_id as "lastRunId", r.started_at as "lastSeen", n.outcome::int as "lastCode", p.full
from page p join script s on s.id = p.id
left join lateral (
  select array_agg($prefix || '-' || c.number order by c.number) as cases
  from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = p.id and l.state = 'active'
) l on true
left join lateral (
  select r.run_id, r.outcome from runs cross join unnest(runs.ids, runs.days) as u (id, day)
  cross join lateral (select x.run_id, x.outcome from result x where x.run_id = u.id and x.day = u.day and x.script_id = p.id limit 1) r
  limit 1
) n on true
left join run r on r.id = n.run_id
order by coalesce(s.file, s.classname, ''), s.id`

/** How many scripts have no case, how many of these are set aside, and how many unknown keys there are. */
export const SCRIPT_SUMS = `
select count(*) filter (where s.triage is distinct from 'aside' and ${MAY_BE_LINKED})::int as unlinked, count(*) filter (where s.triage = 'aside')::int as aside,
  (select count(distinct key)::int from (${UNKNOWN_KEYS}) u) as "unknownKeys"
from script s where s.project_id = $projectId and s.manual_case_id is null and not ${IS_LINKED}`

/** Writes a decision beside scripts that have no case. */
export const DECIDE = `
with was as (
  select id, triage from script s where s.project_id = $projectId and s.id = any($scriptIds::int[]) and s.triage is distinct from $decision
  and not exists (select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active')
  for update
)
update script s set triage = $decision from was where was.id = s.id
returning act_change('script', s.id, s.name, jsonb_build_object('triage', was.triage), jsonb_build_object('triage', s.triage)) as change`

export const LINKS_OF_SCRIPT = `
select $prefix || '-' || c.number as "caseKey", c.title as "caseTitle", l.origin, l.state
from link l join test_case c on c.id = l.case_id and c.deleted_at is null
where l.script_id = $scriptId and l.state <> 'rejected' order by c.number`

export const SCRIPTS_OF_CASE = `
select ${SCRIPT_REF}, l.origin, l.state
from link l join script s on s.id = l.script_id
where l.case_id = $caseId and l.state <> 'rejected' order by s.file, s.id`

/** Rows and profiles of a script in code have its links, unless they declare keys of their own; what was rejected there is rejected here. */
export const SPREAD_LINKS = `
insert into link (project_id, script_id, case_id, origin, state, created_by)
select l.project_id, v.id, l.case_id, l.origin, l.state, l.created_by
from script v join link l on l.script_id = v.head_id
where v.project_id = $projectId::int and v.head_id = any($heads::int[]) and (v.keys = '{}' or v.keys <@ (select h.keys from script h where h.id = v.head_id))
order by 2, 3
on conflict (script_id, case_id) do update set state = excluded.state, origin = excluded.origin, created_by = excluded.created_by
  where (link.state, link.origin) is distinct from (excluded.state, excluded.origin)`

export const SOURCE_OF_SCRIPT = `
select t.name as tree, x.framework, x.file, x.line, x.end_line as "endLine", x.suites, x.name, x.pattern, x.tags, x.keys, x.skipped, x.branch, x.commit,
  x.first_seen_at as "firstSeenAt", x.last_seen_at as "lastSeenAt", x.body_changed_at as "bodyChangedAt", x.was, x.moved_at as "movedAt", x.moved_by as "movedBy",
  x.gone_at as "goneAt", x.code
from script_source x join source_tree t on t.id = x.tree_id where x.script_id = $id or x.script_id = (select head_id from script where id = $id) limit 1`

/** The script in code that a script belongs to, and what else belongs to it. */
export const FAMILY_OF_SCRIPT = `
select ${SCRIPT_REF}, s.id = (select head_id from script where id = $id) as "isHead"
from script s where s.id = (select head_id from script where id = $id) or s.head_id = $id order by s.name, s.id limit 200`

export const ALIASES = `
select encode(identity, 'hex') as identity, name, kind, at, cardinality(runs) as runs from script_alias where script_id = $id order by at desc limit 50`
