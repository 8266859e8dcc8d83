/** Rights by role: built-in ones and a project's own; teams that own areas and source folders; password resets; sign-in by OpenID Connect. */
export const rights = `
alter table membership drop constraint membership_role_check;
update membership set role = case role when 'keeper' then 'lead' else 'engineer' end;
alter table membership alter column role set default 'engineer', add check (role <> '');

create table role (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> '' and lower(name) not in ('viewer', 'tester', 'developer', 'engineer', 'lead')),
  rights text[] not null
);
create unique index role_name on role (project_id, lower(name));

create table team (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  -- what its members may do besides what their own roles say; null adds nothing
  role text,
  -- source folders that it owns
  folders text[] not null default '{}'
);
create unique index team_name on team (project_id, lower(name));
create table team_member (
  team_id int not null references team on delete cascade,
  project_id int not null,
  account_id int not null,
  primary key (team_id, account_id),
  -- who leaves the project leaves its teams
  foreign key (project_id, account_id) references membership (project_id, account_id) on delete cascade
);
create index team_member_of_account on team_member (account_id);
create table team_area (
  team_id int not null references team on delete cascade,
  area_id int not null references area on delete cascade,
  primary key (team_id, area_id)
);

-- given by a group at the place where people sign in, and taken away with it
alter table membership add column by_group boolean not null default false;

alter table invitation add column role text not null default 'engineer';

create table password_reset (
  id int generated always as identity primary key,
  account_id int not null references account on delete cascade,
  secret_hash bytea not null unique,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null,
  used_at timestamptz
);
create index password_reset_of_account on password_reset (account_id);

-- who signs in elsewhere has no password here
alter table account alter column password_hash drop not null;
create table account_identity (
  issuer text not null,
  subject text not null,
  account_id int not null references account on delete cascade,
  primary key (issuer, subject)
);
create index account_identity_of_account on account_identity (account_id);
`
