/**
 * Cases that people do by hand: assignments of a run to people, what was written down so far of each case, and the sign-off of runs and releases.
 * What a case done by hand comes to is a result of a script that stands for it.
 */
export const manual = `
-- the script that stands for doing a case by hand, on a profile
alter table script add column manual_case_id int references test_case on delete set null;
-- the link of such a script: its case is done by hand, which is no automation
alter table link add column by_hand boolean not null default false;
create unique index script_manual on script (manual_case_id, profile) nulls not distinct where manual_case_id is not null;

-- what a plan gives to people by itself was sent by nobody
alter table delivery alter column account_id drop not null;
alter table delivery drop constraint delivery_source_check, add check (source in ('cli', 'web', 'live', 'fetched', 'manual'));

alter table plan_cell
  -- which cases of its suites are done by hand: none, those that no script verifies, or all
  add column by_hand text not null default 'none' check (by_hand in ('none', 'rest', 'all')),
  -- who does them; of several, whoever is free takes the next, or one after the other where they come in order
  add column people int[] not null default '{}',
  add column in_order boolean not null default false,
  -- so many days after the start they are due
  add column due_days int check (due_days between 0 and 365);

create table sign_off (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  run_id int references run on delete cascade,
  release_id int references release on delete cascade,
  words text not null check (words <> ''),
  -- what was open then, as the page of the report lists it
  open jsonb not null default '[]',
  account_id int references account on delete set null,
  at timestamptz not null default now(),
  reopened_at timestamptz,
  reopened_by int references account on delete set null,
  reopened_why text,
  check (num_nonnulls(run_id, release_id) = 1)
);
create unique index sign_off_of_run on sign_off (run_id) where reopened_at is null;
create unique index sign_off_of_release on sign_off (release_id) where reopened_at is null;
create index sign_off_of_project on sign_off (project_id, at desc);

create table assignment (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  run_id int not null references run on delete cascade,
  start_id int references start on delete set null,
  suite_id int references suite on delete set null,
  name text not null check (name <> ''),
  -- whom it was given to; of several, whoever is free takes the next case
  people int[] not null default '{}',
  -- a case begins when those before it are done
  in_order boolean not null default false,
  due_at timestamptz,
  -- values to use, as the plan or suite sets them
  values jsonb not null default '{}',
  -- its results are those of one file, which nobody sent as such
  delivery_id int not null references delivery on delete cascade,
  file_id int not null references result_file on delete cascade,
  created_by int references account on delete set null,
  created_at timestamptz not null default now(),
  -- whoever closed it before everything was done said why
  closed_at timestamptz,
  closed_why text
);
create index assignment_of_run on assignment (run_id);
create index assignment_of_start on assignment (start_id) where start_id is not null;
create index assignment_open on assignment (project_id, due_at) where closed_at is null;

create table assigned_case (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  assignment_id int not null references assignment on delete cascade,
  case_id int not null references test_case on delete cascade,
  position int not null,
  -- the case as it was when it was assigned: title, version, preconditions, steps
  snapshot jsonb not null,
  expected_ms bigint,
  -- whose it is; null is whoever of its assignment takes it
  account_id int references account on delete set null,
  state text not null default 'open' check (state in ('open', 'going', 'done', 'dropped')),
  -- what was written down so far; each save counts up, and one that is built on an older count is refused
  draft jsonb,
  draft_version int not null default 0,
  draft_by int references account on delete set null,
  draft_at timestamptz,
  attempts smallint not null default 0,
  outcome smallint,
  spent_ms bigint,
  script_id int references script on delete set null,
  started_at timestamptz,
  ended_at timestamptz,
  ended_by int references account on delete set null,
  unique (assignment_id, case_id)
);
create index assigned_case_open on assigned_case (project_id, account_id) where state in ('open', 'going');
-- whose turn it is where they come in order
create index assigned_case_turn on assigned_case (assignment_id, position) where state in ('open', 'going');
create index assigned_case_of_case on assigned_case (case_id);

-- pictures and files of a step, until its case is done
create table draft_file (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  assigned_case_id int not null references assigned_case on delete cascade,
  -- null belongs to the case as a whole
  step smallint,
  name text not null,
  media_type text not null,
  hash bytea not null,
  bytes bigint not null,
  account_id int references account on delete set null,
  at timestamptz not null default now()
);
create index draft_file_of_case on draft_file (assigned_case_id);
create index draft_file_hash on draft_file (hash);

-- who is told what becomes theirs is told of work by hand, too
update notification_rule set events = array_append(events, 'assigned') where 'mine' = any(events) and account_id is not null;

-- the planner knows nothing of new columns until it looks, and would take their rows for few
analyze script;
analyze link;
`
