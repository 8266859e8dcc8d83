/** Areas with the cases directly in each. */
export const AREAS = `
select a.id, a.parent_id as "parentId", a.name, count(c.id)::int as cases
from area a left join test_case c on c.area_id = a.id and c.deleted_at is null
where a.project_id = $projectId
group by a.id order by a.name`

/** Cases in the order of their areas, with how many scripts verify each. `area` takes everything below it along. */
export const CASE_ROWS = `
with recursive tree as (
  select id, name as path, array[name] as sort from area where project_id = $projectId and parent_id is null
  union all
  select a.id, t.path || ' › ' || a.name, t.sort || a.name from area a join tree t on a.parent_id = t.id
), wanted as (
  select id from area where id = $area::int and project_id = $projectId
  union all
  select a.id from area a join wanted w on a.parent_id = w.id
), linked as (
  select case_id, count(*)::int as scripts from link where project_id = $projectId and state = 'active' group by case_id
)
select $prefix || '-' || c.number as key, c.title, c.area_id as "areaId", t.path as area, c.priority::int as priority, c.tags,
  o.name as owner, c.state, coalesce(l.scripts, 0) as scripts, count(*) over ()::int as full
from test_case c
left join tree t on t.id = c.area_id
left join account o on o.id = c.owner_id
left join linked l on l.case_id = c.id
where c.project_id = $projectId and c.deleted_at is null
  and ($area::int is null or c.area_id in (select id from wanted))
  and ($search::text is null or c.title ilike $search or $prefix || '-' || c.number ilike $search or array_to_string(c.tags, ' ') ilike $search or o.name ilike $search)
  and (not $uncovered::boolean or l.scripts is null)
order by t.sort nulls last, c.number
limit $most`
