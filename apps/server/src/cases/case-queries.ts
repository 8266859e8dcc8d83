import { CASE_STATES } from '@bobbin/core'
/** Areas with the cases directly in each, in the order people gave them. */
export const AREAS = `
select a.id, a.parent_id as "parentId", a.name, count(c.id)::int as cases
from area a left join test_case c on c.area_id = a.id and c.deleted_at is null
where a.project_id = $projectId and a.deleted_at is null
group by a.id order by a.position, a.name`

/** Every area with its path, as text and as what it is sorted by; common table \`tree\`. */
export const AREA_TREE = `
tree as (
  select id, name as path, array[to_char(position, 'FM0000000000') || name] as sort from area
  where project_id = $projectId and parent_id is null and deleted_at is null
  union all
  select a.id, t.path || ' › ' || a.name, t.sort || (to_char(a.position, 'FM0000000000') || a.name)
  from area a join tree t on a.parent_id = t.id where a.deleted_at is null
)`

/** Every area with the top area that it is below; common table \`top\`, to be used after \`with recursive\`. Binds projectId. */
export const TOP_AREAS = `
top as (
  select id, name, id as top_id from area where project_id = $projectId and parent_id is null and deleted_at is null
  union all select a.id, t.name, t.top_id from area a join top t on a.parent_id = t.id
)`

/** Which cases a list shows; binds projectId, prefix and the filters, null for all. Aliases: c the case, t its area, o its owner, l its scripts. */
const CASE_FILTER = `
c.project_id = $projectId and c.deleted_at is null
  and ($area::int is null or c.area_id in (select id from wanted))
  and ($search::text is null or c.title ilike $search or $prefix || '-' || c.number ilike $search or array_to_string(c.tags, ' ') ilike $search or o.name ilike $search)
  and (not $uncovered::boolean or (l.scripts is null and c.intent in ('toAutomate', 'automated') and c.state <> 'retired'))
  and ($states::text[] is null or c.state = any($states))
  and ($priorities::int[] is null or c.priority = any($priorities))
  and ($intents::text[] is null or c.intent = any($intents))
  and ($owners::int[] is null or coalesce(c.owner_id, 0) = any($owners))
  and ($tag::text is null or $tag = any(c.tags))
  and ($numbers::int[] is null or c.number = any($numbers))`

const CASE_FROM = `
from test_case c
left join tree t on t.id = c.area_id
left join account o on o.id = c.owner_id
left join linked l on l.case_id = c.id`

const CASE_WITH = `
with recursive ${AREA_TREE}, wanted as (
  select id from area where id = $area::int and project_id = $projectId
  union all
  select a.id from area a join wanted w on a.parent_id = w.id
), linked as (
  select case_id, count(*)::int as scripts from link where project_id = $projectId and state = 'active' and not by_hand group by case_id
)`

const SORTS: Record<string, string> = {
  key: 'c.number',
  title: 'lower(c.title)',
  area: 't.sort',
  priority: 'c.priority',
  owner: 'lower(o.name)',
  state: `array_position(array['${CASE_STATES.join("', '")}'], c.state)`,
  intent: `array_position(array['toAutomate', 'automated', 'byHand', 'never'], c.intent)`,
  estimate: 'c.estimate_s',
  updated: 'c.updated_at',
  scripts: 'coalesce(l.scripts, 0)',
}

/** \`sort\` is a column or -column, as the DTO lets through. Rows without a value stand last, both ways. */
const orderBy = (sort: string | undefined) => {
  const column = SORTS[sort?.replace(/^-/, '') ?? 'area'] ?? 't.sort'
  return `order by ${column} ${sort?.startsWith('-') ? 'desc' : 'asc'} nulls last, t.sort nulls last, c.number`
}

/** Rows of a list, with how many scripts verify each. */
export const caseRows = (sort: string | undefined) => `${CASE_WITH}
select $prefix || '-' || c.number as key, c.title, c.area_id as "areaId", t.path as area, c.priority::int as priority, c.tags,
  o.name as owner, c.state, c.intent, c.estimate_s as "estimateS", c.updated_at as "updatedAt", coalesce(l.scripts, 0) as scripts,
  count(*) over ()::int as full
${CASE_FROM} where ${CASE_FILTER} ${orderBy(sort)} limit $most offset $offset`

/** The same cases with everything they say, for tables. */
export const caseTable = (sort: string | undefined) => `${CASE_WITH}
select $prefix || '-' || c.number as key, c.title, coalesce(t.path, '') as area, c.state, c.priority::int as priority, c.tags,
  coalesce(o.name, '') as owner, c.intent, c.estimate_s as estimate, c.preconditions, c.steps
${CASE_FROM} where ${CASE_FILTER} ${orderBy(sort)}`

/** The numbers of the same cases, in order. */
export const caseNumbers = (sort: string | undefined) =>
  `${CASE_WITH} select c.number::int as number ${CASE_FROM} where ${CASE_FILTER} ${orderBy(sort)}`

export const CASES_ALL = 'select count(*)::int as all from test_case where project_id = $projectId and deleted_at is null'

export const CASE_TAGS = `
select tag as name, count(*)::int as cases from test_case c, unnest(c.tags) as tag
where c.project_id = $projectId and c.deleted_at is null group by tag order by count(*) desc, tag limit 200`
