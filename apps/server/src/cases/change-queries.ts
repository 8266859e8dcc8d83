/** What a case was before a change, with the version the change made of it; from the aliases \`was\` and \`c\` of an update. */
const BEFORE = `
jsonb_build_object('id', was.id, 'after', c.version, 'area_id', was.area_id, 'title', was.title,
  'preconditions', was.preconditions, 'steps', was.steps, 'priority', was.priority, 'tags', was.tags, 'owner_id', was.owner_id,
  'state', was.state, 'intent', was.intent, 'estimate_s', was.estimate_s, 'deleted_at', was.deleted_at) as before`

/** Changes cases in one statement and remembers what they were. \`becomes\` is the set clause over \`c\`, \`differs\` says whether it changes anything. */
const change = (becomes: string, differs: string) => `
with was as (
  select * from test_case c where project_id = $projectId and number = any($numbers::int[]) and deleted_at is null and (${differs}) for update
), became as (
  update test_case c set ${becomes}, version = c.version + 1, updated_at = now() from was where c.id = was.id returning ${BEFORE}
), kept as (
  insert into case_change (project_id, account_id, kind, before)
  select $projectId, $accountId, $kind, jsonb_agg(before) from became having count(*) > 0
  returning id, jsonb_array_length(before) as cases
)
select id as "changeId", cases from kept`

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
    tags text[], owner_id int, state text, intent text, estimate_s int)
), was as (
  select c.* from test_case c join wanted w on w.number = c.number where c.project_id = $projectId and c.deleted_at is null for update of c
), became as (
  update test_case c set area_id = w.area_id, title = w.title, preconditions = w.preconditions, steps = w.steps, priority = w.priority,
    tags = w.tags, owner_id = w.owner_id, state = w.state, intent = w.intent, estimate_s = w.estimate_s,
    version = c.version + 1, updated_at = now()
  from was join wanted w on w.number = was.number where c.id = was.id returning ${BEFORE}
)
select coalesce(jsonb_agg(before), '[]') as before, count(*)::int as cases from became`

/** Puts back what a change did, where nobody changed it since; answers how many, and the numbers of those that are left. */
export const UNDO = `
with done as (
  update case_change set undone_at = now() where id = $id and project_id = $projectId and undone_at is null returning *
), back as (
  select x.* from done, jsonb_to_recordset(done.before) as x (id int, after int, area_id int, title text, preconditions text, steps jsonb,
    priority int, tags text[], owner_id int, state text, intent text, estimate_s int, deleted_at timestamptz)
), restored as (
  update test_case c set area_id = (select a.id from area a where a.id = b.area_id and a.deleted_at is null), title = b.title,
    preconditions = b.preconditions, steps = b.steps, priority = b.priority, tags = b.tags, owner_id = b.owner_id, state = b.state,
    intent = b.intent, estimate_s = b.estimate_s, deleted_at = b.deleted_at, version = c.version + 1, updated_at = now()
  from back b where c.id = b.id and c.version = b.after returning c.id
), unmade as (
  update test_case c set deleted_at = now(), version = c.version + 1 from done
  where c.id = any(done.made) and c.version = 1 and c.deleted_at is null returning c.id
)
select (select count(*) from done)::int as found, (select count(*) from restored)::int + (select count(*) from unmade)::int as undone,
  array(select $prefix || '-' || c.number from test_case c where c.id in (select id from back union select unnest(made) from done)
    and c.id not in (select id from restored union select id from unmade) order by c.number) as left`
