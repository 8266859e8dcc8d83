/**
 * Results of a script become results of another, which it turned out to be under a new name. Where both have results of one run, those
 * of the latter stay, and the former keeps its own.
 */
export const MOVE_RESULTS = `
with moved as (
  update result r set script_id = $into where r.script_id = $from
    and not exists (select 1 from result o where o.run_id = r.run_id and o.day = r.day and o.script_id = $into)
  returning run_id
)
select distinct run_id as "runId" from moved`

export const MOVE_ATTEMPTS = `update attempt set script_id = $into where script_id = $from and run_id = any($runs::int[])`

/** The identities of a script lead to another from now on; what it was is put down, so that they can be parted again. Binds: from, into, runs, cases. */
export const MOVE_ALIASES = `
with moved as (update script_alias set script_id = $into where script_id = $from)
insert into script_alias (project_id, identity, script_id, name, kind, runs, was)
select project_id, identity, $into::int, name, 'joined', $runs::int[],
  jsonb_build_object('classname', classname, 'suites', suites, 'file', file, 'cases', to_jsonb($cases::int[])) from script where id = $from
on conflict (project_id, identity) do update set script_id = excluded.script_id, kind = excluded.kind, runs = excluded.runs, was = excluded.was, at = now()`

export const MOVE_LINKS = `
insert into link (project_id, script_id, case_id, origin, state, created_by)
select project_id, $into::int, case_id, origin, state, created_by from link where script_id = $from on conflict (script_id, case_id) do nothing returning case_id as "caseId"`

export const MOVE_ATTACHMENTS = `update attachment set script_id = $into where script_id = $from and run_id = any($runs::int[])`

/** What these runs and the later ones of their lanes changed is counted again; nothing is delivered meanwhile. */
export const FORGET_CHANGES_OF_RUNS = `
with first as (select lane_id, min(sort_key) as sort_key from run where id = any($runs::int[]) group by lane_id)
update run set changes = null from first where first.lane_id = run.lane_id and run.sort_key >= first.sort_key and run.changes is not null`
