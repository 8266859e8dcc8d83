/**
 * Runs that Bobbin starts. A plan says what, where and when; starting it makes a start, whose parts agents take. What they deliver goes the
 * way of every delivery; a part knows the run that it belongs to.
 */
export const running = `
alter table environment
  add column address text,
  add column attributes jsonb not null default '{}',
  -- handed to runs in the environment of their process
  add column variables jsonb not null default '{}',
  -- names of the profiles it can be tested with; none is all
  add column profiles text[] not null default '{}',
  -- who automated runs sign in as, in the system under test
  add column run_as text,
  add column maintenance jsonb not null default '[]',
  add column probe_url text,
  add column probe_status int,
  add column probe_text text,
  add column probed_at timestamptz,
  add column probe_ok boolean,
  add column probe_said text,
  -- a protected environment takes runs until then
  add column opened_until timestamptz,
  add column opened_by int references account on delete set null,
  add column opened_reason text,
  -- whether schedules may run in it while it is protected and open
  add column schedules boolean not null default false,
  add check (not schedules or protected);

create table environment_secret (
  environment_id int not null references environment on delete cascade,
  name text not null check (name ~ '^[A-Za-z_][A-Za-z0-9_]*$'),
  -- AES-256-GCM: nonce, tag, text
  sealed bytea not null,
  set_at timestamptz not null default now(),
  primary key (environment_id, name)
);

create table profile (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  browser text,
  device text,
  os text,
  locale text,
  unique (project_id, name)
);

alter table release
  add column starts_on date,
  add column due_on date,
  add column state text not null default 'open' check (state in ('open', 'closed')),
  add column note text not null default '';

create table suite (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  folder text not null default '',
  name text not null check (name <> ''),
  note text not null default '',
  -- null: its cases are chosen one by one
  filter jsonb,
  template boolean not null default false,
  -- its cases as they were when it was last planned, or updated since
  snapshot jsonb,
  snapshot_at timestamptz,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (project_id, folder, name)
);
create table suite_case (
  suite_id int not null references suite on delete cascade,
  case_id int not null references test_case on delete cascade,
  position double precision not null,
  primary key (suite_id, case_id)
);
create index suite_case_of_case on suite_case (case_id);

create table pool (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  cost_per_minute numeric(10, 4) not null default 0 check (cost_per_minute >= 0),
  -- so many parts at once, whatever agents there are
  at_once int check (at_once >= 1),
  -- when its agents take nothing, as windows of maintenance
  closed jsonb not null default '[]',
  -- elastic: where agents are asked for and given back
  start_url text,
  stop_url text,
  most int check (most >= 1),
  idle_minutes int not null default 10,
  -- how many were asked for last, and when
  asked int not null default 0,
  asked_at timestamptz,
  -- its cost was seen and confirmed by
  confirmed_by int references account on delete set null,
  unique (project_id, name)
);

create table agent (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  -- made by the agent: one that comes back is found by it, and of two with one name only one has it
  key uuid not null,
  pool_id int references pool on delete set null,
  labels text[] not null default '{}',
  profiles text[] not null default '{}',
  cores int,
  version text,
  host text,
  token_id int,
  paused boolean not null default false,
  registered_at timestamptz not null default now(),
  heard_at timestamptz not null default now(),
  -- it said goodbye, or was silent for too long
  away_at timestamptz,
  unique (project_id, name)
);

create table recipe (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  framework text not null check (framework <> ''),
  -- the source tree whose scripts it runs; null is any
  tree text,
  -- where the sources are: a folder of the agent, or an address that git fetches
  source text not null default '',
  ref text not null default '',
  -- below the sources
  folder text not null default '',
  prepare text not null default '',
  command text not null check (command <> ''),
  clean_up text not null default '',
  results text not null default '',
  labels text[] not null default '{}',
  whole_files boolean not null default true,
  limit_minutes int not null default 60 check (limit_minutes between 1 and 1440),
  unique (project_id, name)
);

-- an outside pipeline that a cell can be handed to
create table handoff (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  url text not null,
  -- of the body of the request, with places
  template text not null,
  sealed_secret bytea,
  unique (project_id, name)
);

create table plan (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  -- runs in this pipeline and branch; with a pipeline that others deliver to, on its newest build
  pipeline text not null check (pipeline <> ''),
  branch text not null check (branch <> ''),
  newest_build boolean not null default false,
  -- what fails is tried again so often, on a fresh process, unless more than these fail
  retries smallint not null default 0 check (retries between 0 and 5),
  retry_unless int check (retry_unless >= 1),
  split text not null default 'time' check (split in ('time', 'count', 'file')),
  -- over so many agents at most
  shards smallint check (shards between 1 and 500),
  -- when the run before still goes on
  overlap text not null default 'queue' check (overlap in ('queue', 'skip', 'stop')),
  -- times that passed while no server ran
  missed text not null default 'skip' check (missed in ('once', 'skip')),
  release_id int references release on delete set null,
  paused boolean not null default false,
  created_by int references account on delete set null,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  unique (project_id, name)
);

create table plan_suite (
  plan_id int not null references plan on delete cascade,
  suite_id int not null references suite on delete cascade,
  position int not null,
  -- variables of its scripts, over those of the environment
  parameters jsonb not null default '{}',
  primary key (plan_id, suite_id)
);

create table plan_cell (
  id int generated always as identity primary key,
  plan_id int not null references plan on delete cascade,
  environment_id int not null references environment on delete cascade,
  profile text,
  owner_id int references account on delete set null,
  pool_id int references pool on delete set null,
  handoff_id int references handoff on delete set null,
  release_id int references release on delete set null,
  parameters jsonb not null default '{}',
  unique nulls not distinct (plan_id, environment_id, profile)
);

-- when a plan starts by itself
create table plan_time (
  id int generated always as identity primary key,
  plan_id int not null references plan on delete cascade,
  kind text not null check (kind in ('once', 'rule', 'build', 'plan')),
  -- once
  at timestamptz,
  -- rule: RFC 5545, in the wall-clock time of a zone
  rule text,
  starts text,
  zone text,
  -- build: after a build of this pipeline and branch
  pipeline text,
  branch text,
  -- plan: after this plan ended well
  after_plan_id int references plan on delete cascade,
  next_at timestamptz,
  -- the newest build, or start of the other plan, that it looked at
  seen_id int,
  check (case kind when 'once' then at is not null when 'rule' then rule is not null and starts is not null and zone is not null
    when 'build' then pipeline is not null else after_plan_id is not null end)
);
create index plan_time_next on plan_time (next_at) where next_at is not null;
create index plan_time_of_plan on plan_time (plan_id);

-- a plan that was started
create table start (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  -- null where the plan was deleted since, and of runs that were started without one
  plan_id int references plan on delete set null,
  name text not null,
  at timestamptz not null default now(),
  -- by whom; null by itself
  account_id int references account on delete set null,
  why text not null check (why in ('now', 'trial', 'once', 'rule', 'build', 'plan', 'call', 'rerun')),
  -- the moment that it stands for; a moment happens once
  time_id int,
  due_at timestamptz,
  trial boolean not null default false,
  state text not null default 'queued' check (state in ('queued', 'going', 'done', 'stopped', 'skipped')),
  -- why it was skipped, was not retried, or could not be placed
  notes jsonb not null default '[]',
  pipeline text not null,
  branch text not null,
  build text not null,
  commit text,
  origin_run_id int references run on delete set null,
  ended_at timestamptz,
  -- the settings it was made with, for doing it again
  settings jsonb not null,
  unique (time_id, due_at)
);
create index start_of_plan on start (plan_id, id desc);
create index start_open on start (project_id) where state in ('queued', 'going');
create index start_newest on start (project_id, at desc);

create table part (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  start_id int not null references start on delete cascade,
  run_id int references run on delete set null,
  environment_id int not null references environment on delete cascade,
  profile text,
  recipe_id int references recipe on delete set null,
  recipe jsonb not null,
  pool_id int references pool on delete set null,
  handoff_id int references handoff on delete set null,
  owner_id int references account on delete set null,
  shard smallint not null,
  -- which try of its tests it is, from 1
  try smallint not null default 1,
  retry_of int references part on delete set null,
  labels text[] not null default '{}',
  -- scripts that it runs, with what their runner calls them
  tests jsonb not null,
  count int not null,
  parameters jsonb not null default '{}',
  expected_ms bigint not null default 0,
  state text not null default 'waiting' check (state in ('waiting', 'running', 'done', 'failed', 'stopped', 'lost')),
  agent_id int references agent on delete set null,
  -- changes with each agent that takes it: who has another one has lost the part
  lease uuid,
  lost smallint not null default 0,
  created_at timestamptz not null default now(),
  claimed_at timestamptz,
  heard_at timestamptz,
  ended_at timestamptz,
  stop_asked_at timestamptz,
  exit_code int,
  said text,
  token_id int,
  -- its results are in: an agent that is lost afterwards has done its work
  delivered_at timestamptz,
  log_chars bigint not null default 0,
  -- what became of its tests
  passed int not null default 0,
  failed int not null default 0,
  errored int not null default 0
);
create index part_of_start on part (start_id);
create index part_of_run on part (run_id);
create index part_waiting on part (project_id, id) where state = 'waiting';
create index part_running on part (heard_at) where state = 'running';
create index part_of_day on part (project_id, claimed_at);
create index part_of_agent on part (agent_id, claimed_at desc);

create table part_log (
  part_id int not null references part on delete cascade,
  -- of the part's output, in characters, where this piece begins
  at bigint not null,
  text text not null,
  primary key (part_id, at)
);

alter table api_token drop constraint api_token_scope_check,
  add check (scope in ('deliver', 'read', 'agent', 'start')),
  -- made for one part, which it ends with
  add column part_id int references part on delete cascade;

-- the address of the calendar of coming times knows this
alter table project add column calendar_key uuid not null default gen_random_uuid();

-- an outside pipeline or a part of a plan that belongs to a run
alter table run add column start_id int references start on delete set null;
create index run_of_start on run (start_id) where start_id is not null;
`
