/** One of a script's other names, with whether it is what the code calls it now: what was joined last. Binds: projectId, scriptId, identity. */
export const TAKE_ALIAS = `
select a.name, a.kind, a.at, a.runs, a.kind = 'joined' and exists (select 1 from script_source x where x.script_id = a.script_id)
  and not exists (select 1 from script_alias o where o.script_id = a.script_id and o.kind = 'joined' and o.at > a.at) as "inCode"
from script_alias a where a.project_id = $projectId and a.script_id = $scriptId and a.identity = decode($identity, 'hex') for update`

/** What the name told then, where that was put down; else as the script. */
export const MAKE_SPLIT = `
insert into script (project_id, identity, name, classname, suites, file, profile, framework, keys, triage)
select a.project_id, a.identity, a.name, a.was ->> 'classname',
  case when a.was ? 'suites' then array(select jsonb_array_elements_text(a.was -> 'suites')) else s.suites end,
  coalesce(a.was ->> 'file', s.file), s.profile, s.framework, '{}', s.triage
from script_alias a join script s on s.id = a.script_id
where a.project_id = $projectId and a.script_id = $scriptId and a.identity = decode($identity, 'hex') returning id`

/**
 * Of what was joined: the runs that were put down, and those that came since where the code calls it so. Of what was renamed: all before, but
 * for what was joined with the script. Of what others call it nothing: nobody put down which results came under that name.
 */
export const MOVE_OWN_RESULTS = `
with own as materialized (
  select u.id, u.day from run u where u.project_id = $projectId and case $kind::text
    when 'joined' then u.id = any($runs::int[]) or ($inCode::boolean and u.delivered_at > $at::timestamptz)
    when 'renamed' then u.delivered_at <= $at::timestamptz and not exists (select 1 from script_alias o where o.script_id = $from and o.kind = 'joined' and u.id = any(o.runs))
    else false end
), moved as (
  update result r set script_id = $into from own where r.run_id = own.id and r.day = own.day and r.script_id = $from returning r.run_id
)
select run_id as "runId" from moved`

export const MOVE_OWN_ATTEMPTS = `update attempt a set script_id = $into from run u where u.id = any($runs::int[]) and a.run_id = u.id and a.day = u.day and a.script_id = $from`

export const MOVE_OWN_ATTACHMENTS = `update attachment set script_id = $into where script_id = $from and run_id = any($runs::int[])`

/**
 * Of what was joined: the links that came with it. Of what was renamed: those from before, since the script had them under its old name; what the
 * code still declares stays, too. Of what others call it: copies of all.
 */
export const MOVE_OWN_LINKS = `
with taken as (
  select l.* from link l join script s on s.id = l.script_id join script_alias a on a.script_id = s.id and a.project_id = $projectId and a.identity = decode($identity, 'hex')
  where l.script_id = $from and case $kind::text
    when 'joined' then l.case_id in (select (jsonb_array_elements(a.was -> 'cases'))::int)
    when 'renamed' then l.created_at <= $at::timestamptz
    else true end
), gone as (
  delete from link where $kind::text <> 'also' and id in (select id from taken where $kind::text = 'joined' or origin <> 'declared')
)
insert into link (project_id, script_id, case_id, origin, state, created_by, created_at)
select project_id, $into::int, case_id, origin, state, created_by, created_at from taken on conflict (script_id, case_id) do nothing`

export const MOVE_SOURCE = `update script_source set script_id = $into, was = null, moved_at = null, moved_by = null where script_id = $from`

export const FORGET_ALIAS = `delete from script_alias where project_id = $projectId and script_id = $scriptId and identity = decode($identity, 'hex')`
