/**
 * How often it changed which cases there are, or which links: who remembers that all keys which a test declares are tied to their cases
 * looks here whether they still are.
 */
export const countedClaims = `
alter table project add column claims_changed int not null default 0;

create function count_changed_claims() returns trigger language plpgsql as $$
begin
  update project set claims_changed = claims_changed + 1 where id in (select project_id from changed);
  return null;
end $$;
create function count_cases_gone_or_back() returns trigger language plpgsql as $$
begin
  update project set claims_changed = claims_changed + 1
  where id in (select n.project_id from new_rows n join old_rows o on o.id = n.id where (n.deleted_at is null) <> (o.deleted_at is null) or n.number <> o.number);
  return null;
end $$;

create trigger case_made after insert on test_case referencing new table as changed for each statement execute function count_changed_claims();
create trigger case_gone_or_back after update on test_case referencing old table as old_rows new table as new_rows
  for each statement execute function count_cases_gone_or_back();
-- not where they go with their project
create trigger case_removed after delete on test_case referencing old table as changed
  for each statement when (pg_trigger_depth() = 0) execute function count_changed_claims();
create trigger link_removed after delete on link referencing old table as changed
  for each statement when (pg_trigger_depth() = 0) execute function count_changed_claims();
`
