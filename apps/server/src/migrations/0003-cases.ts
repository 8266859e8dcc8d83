/** Cases in full: what is to be automated, how long it takes, areas in an order; changes that can be undone; saved views. */
export const cases = `
alter table test_case
  add column intent text not null default 'toAutomate' check (intent in ('byHand', 'toAutomate', 'automated', 'never')),
  add column estimate_s int check (estimate_s between 0 and 8640000);

alter table area
  add column position int not null default 0,
  add column deleted_at timestamptz,
  -- what stood in it when it was deleted, to put back
  add column held jsonb;
alter table area drop constraint area_project_id_parent_id_name_key;
create unique index area_name on area (project_id, parent_id, name) nulls not distinct where deleted_at is null;

-- one act of a person on some cases, with what they were before
create table case_change (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  account_id int references account on delete set null,
  at timestamptz not null default now(),
  kind text not null check (kind in ('edit', 'bulk', 'delete', 'import', 'outline')),
  -- rows as they were, each with the version that the change made of it; and the ids of cases it made
  before jsonb not null default '[]',
  made int[] not null default '{}',
  undone_at timestamptz
);
create index case_change_newest on case_change (project_id, at desc);

create table saved_view (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  account_id int not null references account on delete cascade,
  page text not null check (page in ('cases', 'scripts', 'runs')),
  name text not null check (name <> ''),
  params text not null,
  shared boolean not null default false,
  unique (project_id, account_id, page, name)
);
`
