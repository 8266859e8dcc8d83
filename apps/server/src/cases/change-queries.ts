import { CASE_NAME } from './case-name.js'

/** What a case was and became, as the change log keeps it; from the aliases \`was\` and \`c\` of an update. */
const CHANGE = `act_change('case', c.id, ${CASE_NAME}, to_jsonb(was), to_jsonb(c)) as change`

/** Changes cases in one statement and answers what they were and became. \`becomes\` is the set clause over \`c\`, \`differs\` says whether it changes anything. */
const change = (becomes: string, differs: string) => `
with was as (
  select * from test_case c where project_id = $projectId and number = any($numbers::int[]) and deleted_at is null and (${differs}) for update
), became as (
  update test_case c set ${becomes}, version = c.version + 1, updated_at = now() from was where c.id = was.id returning ${CHANGE}
)
select change from became`

/** What is not said stays: a null for values that can't be null, a false in \`sets…\` for those that can. */
export const BULK = change(
  `priority = coalesce($priority::int, c.priority),
   owner_id = case when $setsOwner::boolean then $ownerId::int else c.owner_id end,
   area_id = case when $setsArea::boolean then $areaId::int else c.area_id end,
   state = coalesce($state::text, c.state),
   intent = coalesce($intent::text, c.intent),
   tags = array(select tag from unnest(c.tags || $addTags::text[]) with ordinality as x (tag, at)
     where not tag = any($removeTags::text[]) group by tag order by min(at))`,
  `($priority::int is not null and priority is distinct from $priority::int)
   or ($setsOwner::boolean and owner_id is distinct from $ownerId::int)
   or ($setsArea::boolean and area_id is distinct from $areaId::int)
   or ($state::text is not null and state is distinct from $state::text)
   or ($intent::text is not null and intent is distinct from $intent::text)
   or not tags @> $addTags::text[] or tags && $removeTags::text[]`,
)

export const DELETE_CASES = change('deleted_at = now()', 'true')

/** Each case to what its row says; rows hold every field. */
export const REWRITE_CASES = `
with wanted as (
  select * from jsonb_to_recordset($rows::jsonb) as x (number int, area_id int, title text, preconditions text, steps jsonb, priority int,
    tags text[], owner_id int, state text, intent text, estimate_s int, runs_after int[])
), was as (
  select c.* from test_case c join wanted w on w.number = c.number where c.project_id = $projectId and c.deleted_at is null for update of c
), became as (
  update test_case c set area_id = w.area_id, title = w.title, preconditions = w.preconditions, steps = w.steps, priority = w.priority,
    tags = w.tags, owner_id = w.owner_id, state = w.state, intent = w.intent, estimate_s = w.estimate_s, runs_after = w.runs_after,
    version = c.version + 1, updated_at = now()
  from was join wanted w on w.number = was.number where c.id = was.id returning ${CHANGE}
)
select change from became`

/** Areas that were made, as changes. */
export const MADE_AREAS = `
select act_change('area', a.id, a.name, null, to_jsonb(a)) as change from area a where a.id = any($ids::int[]) and $prefix::text is not null order by a.id`

/** Cases that were made, as changes. */
export const MADE_CASES = `
select act_change('case', c.id, ${CASE_NAME}, null, to_jsonb(c)) as change from test_case c where c.id = any($ids::int[]) order by c.number`
