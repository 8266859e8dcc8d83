/** Columns of a ScriptRef, from the alias `s`. */
export const SCRIPT_REF = `s.id, s.name, s.classname, s.suites, s.file, s.profile, s.framework`

/** Keys of the project that scripts declare and no case has. */
export const UNKNOWN_KEYS = `
select s.id as script_id, k.key from script s, unnest(s.keys) as k (key)
where s.project_id = $projectId and s.keys <> '{}' and k.key ~ ('^' || $prefix || '-[0-9]{1,9}$') and not exists (
  select 1 from test_case c where c.project_id = $projectId and c.deleted_at is null and c.number = split_part(k.key, '-', 2)::int
)`

/**
 * The newest result of each script: nearly always in the newest run of one of its lanes; who is in none of those is looked for
 * in its own history. Common table \`newest\`, for the scripts of the project.
 */
const NEWEST = `
latest as (select distinct on (lane_id) id, day, started_at from run where project_id = $projectId order by lane_id, sort_key desc),
newest as (
  select distinct on (r.script_id) r.script_id, r.run_id, r.outcome, l.started_at
  from latest l join result r on r.run_id = l.id and r.day = l.day
  where $id::int is null or r.script_id = $id order by r.script_id, l.started_at desc
)`

/** Scripts with their cases and newest result; \`only\` is null, 'unlinked', 'aside' or 'unknownKeys'. */
export const SCRIPT_ROWS = `
with ${NEWEST}, unknown as (select script_id, array_agg(key order by key) as keys from (${UNKNOWN_KEYS}) u group by script_id),
 linked as (
  select l.script_id, array_agg($prefix || '-' || c.number order by c.number) as cases
  from link l join test_case c on c.id = l.case_id and c.deleted_at is null
  where l.project_id = $projectId and l.state = 'active' group by l.script_id
 )
select ${SCRIPT_REF}, coalesce(l.cases, '{}') as cases, coalesce(u.keys, '{}') as "unknownKeys", l.cases is null and s.triage is not distinct from 'aside' as aside,
  coalesce(n.run_id, o.run_id) as "lastRunId", coalesce(n.started_at, o.started_at) as "lastSeen", coalesce(n.outcome, o.outcome)::int as "lastCode", count(*) over ()::int as full
from script s
left join linked l on l.script_id = s.id
left join unknown u on u.script_id = s.id
left join newest n on n.script_id = s.id
left join lateral (
  select r.run_id, r.outcome, u.started_at from result r join run u on u.id = r.run_id
  where n.script_id is null and r.script_id = s.id order by u.started_at desc limit 1
) o on true
where s.project_id = $projectId
  and ($id::int is null or s.id = $id)
  and ($search::text is null or s.name ilike $search or s.classname ilike $search or s.file ilike $search)
  and ($only::text is null or ($only = 'unlinked' and l.cases is null and s.triage is distinct from 'aside') or
    ($only = 'aside' and l.cases is null and s.triage = 'aside') or ($only = 'unknownKeys' and u.keys is not null))
order by coalesce(s.file, s.classname, ''), s.id
limit $most`

/** How many scripts have no case, how many of these are set aside, and how many unknown keys there are. */
export const SCRIPT_SUMS = `
select count(*) filter (where s.triage is distinct from 'aside')::int as unlinked, count(*) filter (where s.triage = 'aside')::int as aside,
  (select count(distinct key)::int from (${UNKNOWN_KEYS}) u) as "unknownKeys"
from script s where s.project_id = $projectId and not exists (
  select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active')`

/** Writes a decision beside scripts that have no case. */
export const DECIDE = `
update script s set triage = $decision where s.project_id = $projectId and s.id = any($scriptIds::int[]) and s.triage is distinct from $decision
  and not exists (select 1 from link l join test_case c on c.id = l.case_id and c.deleted_at is null where l.script_id = s.id and l.state = 'active')
returning s.id`

export const LINKS_OF_SCRIPT = `
select $prefix || '-' || c.number as "caseKey", c.title as "caseTitle", l.origin, l.state
from link l join test_case c on c.id = l.case_id and c.deleted_at is null
where l.script_id = $scriptId and l.state <> 'rejected' order by c.number`

export const SCRIPTS_OF_CASE = `
select ${SCRIPT_REF}, l.origin, l.state
from link l join script s on s.id = l.script_id
where l.case_id = $caseId and l.state <> 'rejected' order by s.file, s.id`
