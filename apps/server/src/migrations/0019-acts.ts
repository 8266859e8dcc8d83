/** The change log: one row for each act that changes what people or machines have made; nothing in it is changed or deleted later. */
export const acts = `
create table act (
  id bigint generated always as identity primary key,
  -- null for what concerns the server as a whole, or an account; no reference, since the log outlives what it tells of
  project_id int,
  at timestamptz not null default clock_timestamp(),
  actor text not null check (actor in ('person', 'token', 'agent', 'system')),
  account_id int,
  token_id int,
  kind text not null,
  subject_kind text not null,
  subject_id int,
  subject_name text not null,
  -- everything it touched, as kind:id
  subjects text[] not null,
  -- of each: kind, id, name, and the fields that differ before and after
  changes jsonb not null default '[]',
  reason text,
  request text,
  -- the act that this one took back
  undoes bigint unique
);
create index act_newest on act (project_id, id desc);
create index act_of_subject on act using gin (subjects);

create function act_is_kept() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' and current_setting('bobbin.retention', true) = 'on' then return old; end if;
  raise exception 'the change log is not changed' using errcode = 'BB060';
end $$;
create trigger act_is_kept before update or delete on act for each row execute function act_is_kept();
create trigger act_is_not_emptied before truncate on act execute function act_is_kept();

-- for so many days acts are kept; null is for ever
alter table project add column keep_acts_days int check (keep_acts_days >= 1);

-- the fields of one row that another says otherwise
create function differing(one jsonb, other jsonb) returns jsonb language sql immutable parallel safe as $$
  select coalesce(jsonb_object_agg(key, value), '{}') from jsonb_each(one) where other -> key is distinct from value
$$;

-- one change of an act; null for what was not there before, or is gone after
create function act_change(kind text, id int, name text, was jsonb, became jsonb) returns jsonb language sql immutable parallel safe as $$
  select jsonb_build_object('kind', kind, 'id', id, 'name', name,
    'before', case when was is null then null when became is null then was - hidden else differing(was - hidden, became - hidden) end,
    'after', case when became is null then null when was is null then became - hidden else differing(became - hidden, was - hidden) end)
  from (select array['id', 'project_id', 'created_at', 'updated_at', 'token_hash', 'secret_hash', 'password_hash', 'last_used_at'] as hidden) h
$$;

-- what was kept of changes to cases before there was a log of all
insert into act (project_id, at, actor, account_id, kind, subject_kind, subject_id, subject_name, subjects, changes)
select c.project_id, c.at, 'person', c.account_id,
  case c.kind when 'delete' then 'case.deleted' when 'import' then 'case.imported' when 'outline' then 'case.made'
    when 'scripts' then 'script.decided' else 'case.changed' end,
  'case', s.id, s.name, s.subjects, s.changes
from case_change c cross join lateral (
  select min(t.id) as id, (array_agg(p.key_prefix || '-' || t.number || ' ' || t.title order by t.number))[1] as name,
    array_agg('case:' || t.id) as subjects,
    jsonb_agg(jsonb_build_object('kind', 'case', 'id', t.id, 'name', p.key_prefix || '-' || t.number || ' ' || t.title,
      'before', (select (x.was || jsonb_build_object('version', (x.was ->> 'after')::int - 1)) - array['after', 'id'] from jsonb_array_elements(c.before) x (was) where (x.was ->> 'id')::int = t.id),
      'after', coalesce((select jsonb_build_object('version', (x.was ->> 'after')::int) from jsonb_array_elements(c.before) x (was) where (x.was ->> 'id')::int = t.id), '{"version": 1}'))) as changes
  from test_case t join project p on p.id = t.project_id
  where t.id in (select (x.was ->> 'id')::int from jsonb_array_elements(c.before) x (was)) or t.id = any(c.made)
) s where s.id is not null and c.undone_at is null order by c.id;
drop table case_change;
alter table area drop column held;
`
