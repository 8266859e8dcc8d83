/**
 * What counts changes of a project compares sets without joining them. PostgreSQL keeps the plan of a trigger's statement for as long as
 * a connection lives: one that was made for a single changed case was kept where twenty thousand changed, and went through all of them
 * once for each (a minute for 10,000). Set operations and arrays have no plan that would be good for one row only.
 */
export const countedOnce = `
create or replace function count_forgotten() returns trigger language plpgsql as $$
begin
  update project set scripts_forgotten = scripts_forgotten + 1 where id = any(array(select distinct project_id from gone));
  return null;
end $$;

create or replace function count_changed_claims() returns trigger language plpgsql as $$
begin
  update project set claims_changed = claims_changed + 1 where id = any(array(select distinct project_id from changed));
  return null;
end $$;

create or replace function count_cases_gone_or_back() returns trigger language plpgsql as $$
begin
  update project set claims_changed = claims_changed + 1 where id = any(array(
    select distinct project_id from (
      select id, project_id, number, deleted_at is null from new_rows except all select id, project_id, number, deleted_at is null from old_rows
    ) other
  ));
  return null;
end $$;
`
