/** People join by invitations that they accept themselves; making projects and running the server are rights of their own; tokens expire. */
export const invited = `
alter table account
  add column server_admin boolean not null default false,
  add column makes_projects boolean not null default false;
-- whoever came first set the server up
update account set server_admin = true, makes_projects = true where id = (select min(id) from account);

create table invitation (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  email text not null,
  secret_hash bytea not null unique,
  invited_by int not null references account,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  accepted_at timestamptz,
  accepted_by int references account,
  withdrawn_at timestamptz
);
create index invitation_of_project on invitation (project_id);

-- null for tokens that were made before there was an expiry
alter table api_token add column expires_at timestamptz;

-- tries are counted before a password is checked: one that was right is taken back by its number
alter table sign_in_failure add column id bigint generated always as identity;
alter table sign_in_failure rename to sign_in_try;
alter index sign_in_failure_recent rename to sign_in_try_recent;

-- where sources of a project may look: folders of the server and hosts, named by an administrator
-- trees of areas end somewhere: whoever walks through one would run out of stack
create function area_depth() returns trigger language plpgsql as $$
declare above int; below int;
begin
  with recursive up as (
    select new.parent_id as id, 1 as depth where new.parent_id is not null
    union all select a.parent_id, depth + 1 from area a join up on a.id = up.id where a.parent_id is not null and depth < 60
  ) select coalesce(max(depth), 0) into above from up;
  with recursive down as (
    select new.id, 1 as depth
    union all select a.id, depth + 1 from area a join down on a.parent_id = down.id where depth < 60
  ) select max(depth) into below from down;
  if above + below > 50 then raise exception 'areas are nested too deep' using errcode = 'BB050'; end if;
  return new;
end $$;
create trigger area_depth before insert or update of parent_id on area for each row execute function area_depth();

alter table project
  add column source_folders text[] not null default '{}',
  add column source_hosts text[] not null default '{}';
`
