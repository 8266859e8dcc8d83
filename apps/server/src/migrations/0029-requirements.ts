/** What must hold, kept here or in an outside tracker, and the cases that verify it. */
export const requirements = `
create table requirement (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  key text not null check (key <> ''),
  name text not null check (name <> ''),
  note text not null default '',
  -- where it is kept, if that is outside
  address text,
  created_at timestamptz not null default now(),
  -- when its words last changed; null where they never did
  changed_at timestamptz,
  unique (project_id, key)
);

create table requirement_case (
  requirement_id int not null references requirement on delete cascade,
  case_id int not null references test_case on delete cascade,
  primary key (requirement_id, case_id)
);
create index requirement_case_of_case on requirement_case (case_id);
`
