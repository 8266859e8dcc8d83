/** Projects, people, cases, scripts, links, builds, runs and results. Append-only: a change is a new migration. */
export const frame = `
create table project (
  id int generated always as identity primary key,
  slug text not null unique check (slug ~ '^[a-z0-9-]{1,40}$'),
  name text not null,
  key_prefix text not null check (key_prefix ~ '^[A-Z][A-Z0-9]{1,14}$'),
  next_case_number int not null default 101,
  created_at timestamptz not null default now()
);

create table account (
  id int generated always as identity primary key,
  email text not null,
  name text not null,
  kind text not null check (kind in ('engineer', 'tester', 'developer', 'lead')),
  password_hash text not null,
  created_at timestamptz not null default now()
);
create unique index account_email on account (lower(email));

create table membership (
  project_id int not null references project on delete cascade,
  account_id int not null references account on delete cascade,
  primary key (project_id, account_id)
);

create table session (
  id_hash bytea primary key,
  account_id int not null references account on delete cascade,
  created_at timestamptz not null default now(),
  expires_at timestamptz not null
);

create table api_token (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  account_id int not null references account on delete cascade,
  name text not null,
  token_hash bytea not null unique,
  scope text not null check (scope in ('deliver', 'read')),
  created_at timestamptz not null default now(),
  last_used_at timestamptz,
  revoked_at timestamptz
);

create table area (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  parent_id int references area on delete cascade,
  name text not null check (name <> ''),
  unique nulls not distinct (project_id, parent_id, name)
);

create table test_case (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  number int not null,
  area_id int references area on delete set null,
  title text not null check (title <> ''),
  preconditions text not null default '',
  steps jsonb not null default '[]',
  priority smallint not null default 3 check (priority between 1 and 4),
  tags text[] not null default '{}',
  owner_id int references account on delete set null,
  state text not null default 'draft' check (state in ('draft', 'approved', 'retired')),
  version int not null default 1,
  created_at timestamptz not null default now(),
  updated_at timestamptz not null default now(),
  deleted_at timestamptz,
  unique (project_id, number)
);
create index test_case_area on test_case (area_id);

create table environment (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  protected boolean not null default false,
  unique (project_id, name)
);

create table pipeline (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  unique (project_id, name)
);

-- where builds are compared with each other
create table lane (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  pipeline_id int not null references pipeline on delete cascade,
  branch text not null check (branch <> ''),
  environment_id int not null references environment on delete cascade,
  unique (pipeline_id, branch, environment_id)
);

create table build (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  pipeline_id int not null references pipeline on delete cascade,
  branch text not null,
  name text not null check (name <> ''),
  sort_key text not null collate "C",
  commit text,
  created_at timestamptz not null default now(),
  unique (pipeline_id, branch, name)
);

create table run (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  build_id int not null references build on delete cascade,
  lane_id int not null references lane on delete cascade,
  sort_key text not null collate "C",
  day date not null,
  started_at timestamptz not null,
  delivered_at timestamptz not null default now(),
  incomplete boolean not null default false,
  -- so many tests could not judge that the environment, not they, must be at fault
  outage boolean not null default false,
  total int not null default 0,
  passed int not null default 0,
  failed int not null default 0,
  errored int not null default 0,
  skipped int not null default 0,
  blocked int not null default 0,
  not_run int not null default 0,
  recovered int not null default 0,
  duration_ms bigint not null default 0,
  unique (build_id, lane_id)
);
create index run_of_lane on run (lane_id, sort_key desc);
create index run_newest on run (project_id, started_at desc);

create table delivery (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  run_id int references run on delete cascade,
  account_id int not null references account,
  source text not null check (source in ('cli', 'web')),
  at timestamptz not null default now(),
  refused jsonb not null default '[]'
);
create index delivery_newest on delivery (project_id, at desc);

create table result_file (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  delivery_id int not null references delivery on delete cascade,
  run_id int not null references run on delete cascade,
  name text not null,
  sha256 bytea not null,
  bytes bigint not null,
  format text not null,
  framework text,
  results int not null,
  warnings jsonb not null default '[]',
  unique (run_id, sha256)
);

create table fault (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  run_id int not null references run on delete cascade,
  file_id int not null references result_file on delete cascade,
  code text not null,
  subject text not null,
  message text,
  stack text,
  line int not null,
  col int not null
);
create index fault_of_run on fault (run_id);

create table script (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  identity bytea not null,
  name text not null,
  classname text,
  suites text[] not null default '{}',
  file text,
  profile text,
  framework text,
  keys text[] not null default '{}',
  last_run_id int references run on delete set null,
  unique (project_id, identity)
) with (fillfactor = 80); -- each delivery touches its scripts: room for updates in place

create table link (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  script_id int not null references script on delete cascade,
  case_id int not null references test_case on delete cascade,
  origin text not null check (origin in ('declared', 'rule', 'suggested', 'manual')),
  state text not null check (state in ('active', 'suggested', 'rejected', 'broken')),
  created_by int references account on delete set null,
  created_at timestamptz not null default now(),
  unique (script_id, case_id)
);
create index link_of_case on link (case_id);

-- long text, once by content
create table body (
  id bigint generated always as identity primary key,
  project_id int not null references project on delete cascade,
  hash bytea not null,
  text text compression lz4 not null,
  unique (project_id, hash)
);

create table signature (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  hash bytea not null,
  text text not null,
  unique (project_id, hash)
);

-- many and narrow; outcome codes are those of the core. Partitions are made as deliveries need them
create table result (
  run_id int not null,
  script_id int not null,
  day date not null,
  outcome smallint not null check (outcome between 1 and 7),
  attempts smallint not null,
  duration_ms real,
  signature_id int,
  message_id bigint,
  primary key (run_id, script_id, day)
) partition by range (day);
create index result_of_script on result (script_id, run_id);

create table attempt (
  run_id int not null,
  script_id int not null,
  day date not null,
  ordinal smallint not null,
  file_id int not null,
  outcome smallint not null check (outcome between 1 and 7),
  duration_ms real,
  started_at timestamptz,
  signature_id int,
  message_id bigint,
  failures_id bigint,
  stdout_id bigint,
  stderr_id bigint,
  reason text,
  properties jsonb,
  primary key (run_id, script_id, day, ordinal)
) partition by range (day);

-- makes the month's partitions of both tables; safe when two processes do so at once
create function ensure_month(wanted date) returns void language plpgsql as $$
declare
  first_day date := date_trunc('month', wanted);
  suffix text := to_char(wanted, 'YYYYMM');
begin
  if to_regclass('attempt_' || suffix) is not null then return; end if;
  perform pg_advisory_xact_lock(hashtext('ensure_month'));
  execute format('create table if not exists result_%s partition of result for values from (%L) to (%L)', suffix, first_day, first_day + interval '1 month');
  execute format('create table if not exists attempt_%s partition of attempt for values from (%L) to (%L)', suffix, first_day, first_day + interval '1 month');
end $$;
`
