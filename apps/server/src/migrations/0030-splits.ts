/** How another name came to lead to a script, with what it takes to part them again; when the words of a case last changed. */
export const splits = `
alter table script_alias
  -- joined: another script became this one; renamed: this script was called so before; also: others call it so
  add column kind text not null default 'also' check (kind in ('joined', 'renamed', 'also')),
  -- runs whose results were the other script's, and what it was: classname, suites, file, profile, framework, keys, and the cases that its links added here
  add column runs int[] not null default '{}',
  add column was jsonb not null default '{}';

alter table test_case add column worded_at timestamptz not null default now();
update test_case set worded_at = created_at;

create function case_worded() returns trigger language plpgsql as $$
begin
  new.worded_at := now();
  return new;
end $$;
create trigger case_worded before update on test_case for each row
  when ((old.title, old.preconditions, old.steps) is distinct from (new.title, new.preconditions, new.steps)) execute function case_worded();
`
