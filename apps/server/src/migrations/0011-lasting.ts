/**
 * What a project chose: for tests that it does not know yet, and how long details are kept. Builds say who made them and what they
 * changed. Large deliveries wait in a queue; sources are looked into at an interval.
 */
export const lasting = `
alter table project
  -- tests that no case claims: set aside, given a case, or listed for a person
  add column unknown_tests text not null default 'ask' check (unknown_tests in ('aside', 'make', 'ask')),
  -- output and attachments are forgotten after so many days; null keeps them for ever
  add column keep_details_days int default 60 check (keep_details_days between 1 and 36500);

alter table script
  -- what was decided when it came first without a case that it declares, and the file that brought it
  add column triage text check (triage in ('aside', 'make', 'ask')),
  add column first_file_id int;
-- scripts stand in the order of the files that brought them: a summary of ranges tells where to look, and costs next to nothing
create index script_decided on script using brin (first_file_id) with (pages_per_range = 32, autosummarize = on);

alter table case_change drop constraint case_change_kind_check,
  add check (kind in ('edit', 'bulk', 'delete', 'import', 'outline', 'scripts'));

alter table build
  add column author text,
  add column address text,
  -- paths from the root of the repository; null where nobody said
  add column changed_files text[];

-- details (attempts with their texts, attachments, delivered files) of a run that is kept are never forgotten; results never are
alter table run
  add column keep boolean not null default false,
  add column forgotten_at timestamptz,
  -- its attempts went with the partition of their month, once all of that month was past
  add column attempts_gone boolean not null default false;
create index run_forgotten on run (day) where forgotten_at is not null and not attempts_gone;
create index run_to_forget on run (project_id, day) where forgotten_at is null and not keep;

-- the newest day, give or take a week, on which a text was used
alter table body add column used_on date not null default current_date;
create index body_used on body (project_id, used_on);

create index attachment_content on attachment (hash) where hash is not null;
-- what an original takes in the store, packed; null for those from before this was known
alter table result_file add column original_bytes bigint;
create index result_file_original on result_file (original) where original is not null;
create index result_file_content on result_file (content) where content is not null;

-- contents that nothing refers to any more, until they are removed a day later: a delivery under way may use one again
create table doomed_blob (
  hash bytea primary key,
  since timestamptz not null default now()
);

-- months whose partition of attempts was exchanged for one that holds only what is kept
create table forgotten_month (
  month date primary key,
  at timestamptz not null default now()
);

-- one server process does the work of a night
create table night (
  day date primary key,
  begun_at timestamptz not null default now(),
  ended_at timestamptz
);

create table forgetting (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  at timestamptz not null default now(),
  -- null: by night
  account_id int references account on delete set null,
  runs int not null,
  attempts bigint not null,
  texts bigint not null,
  attachments int not null,
  files int not null
);
create index forgetting_newest on forgetting (project_id, at desc);

-- what takes how much space, as it was measured last
create table space_used (
  project_id int primary key references project on delete cascade,
  measured_at timestamptz not null default now(),
  parts jsonb not null
);

-- a delivery that was stored first and is read by whoever is free; 'taken' is one that was read while it came in
alter table delivery
  add column state text not null default 'taken' check (state in ('taken', 'coming', 'waiting', 'reading', 'read', 'failed')),
  add column tries int not null default 0,
  add column due_at timestamptz,
  add column bytes bigint,
  add column problem text,
  -- the whole of what its sender asked, and the whole answer
  add column asked jsonb,
  add column report jsonb;
create index delivery_waiting on delivery (due_at) where state in ('waiting', 'reading');
create index delivery_failed on delivery (id) where state = 'failed';

create table waiting_file (
  delivery_id int not null references delivery on delete cascade,
  seq int not null,
  name text not null,
  attachment boolean not null,
  belongs jsonb,
  -- under this hash the blob store has it, in gzip
  hash bytea not null,
  bytes bigint not null,
  primary key (delivery_id, seq)
);

-- a folder of the server or an address that is looked into at an interval
create table source (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  account_id int not null references account,
  name text not null check (name <> ''),
  kind text not null check (kind in ('folder', 'http')),
  address text not null,
  pipeline text not null,
  branch text not null,
  environment text not null,
  -- the build's name; null names it by the file's time
  build text,
  every_s int not null check (every_s between 30 and 604800),
  paused boolean not null default false,
  made_at timestamptz not null default now(),
  next_at timestamptz not null default now(),
  -- while a server process looks into it, no other does
  claimed_until timestamptz,
  last_at timestamptz,
  failures int not null default 0,
  problem text,
  -- what an address answered last, to be asked for only if it changed
  etag text,
  last_modified text,
  unique (project_id, name)
);
create index source_due on source (next_at) where not paused;

-- files that a source brought, as they were then
create table source_file (
  source_id int not null references source on delete cascade,
  path text not null,
  stamp text not null,
  delivery_id int references delivery on delete set null,
  at timestamptz not null default now(),
  primary key (source_id, path)
);
alter table delivery add column source_id int references source on delete set null,
  drop constraint delivery_source_check, add check (source in ('cli', 'web', 'live', 'fetched'));
`
