/**
 * Scripts as they stand in source trees, found by scans. A script has one source; rows and profiles that results tell apart are scripts
 * with a head, which is the one in code. A script that was renamed keeps its old identities, so that results of older branches find it.
 */
export const scans = `
create table source_tree (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  unique (project_id, name)
);

create table scan (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  tree_id int not null references source_tree on delete cascade,
  account_id int references account on delete set null,
  branch text not null check (branch <> ''),
  commit text,
  committed_at timestamptz,
  at timestamptz not null default now(),
  -- null while its tests come in, and for ever where it was cut off
  finished_at timestamptz,
  files int not null default 0,
  tests int not null default 0,
  unread jsonb not null default '[]',
  counts jsonb
);
create index scan_newest on scan (tree_id, branch, finished_at desc) where finished_at is not null;
create index scan_of_project on scan (project_id, at desc);

-- tests of a scan that is not finished
create table scan_test (
  scan_id int not null references scan on delete cascade,
  nth int not null,
  test jsonb not null,
  primary key (scan_id, nth)
);

alter table script add head_id int references script on delete set null check (head_id <> id);
create index script_of_head on script (head_id) where head_id is not null;

create table script_source (
  script_id int primary key references script on delete cascade,
  project_id int not null references project on delete cascade,
  tree_id int not null references source_tree on delete cascade,
  framework text not null,
  file text not null,
  line int not null,
  end_line int not null,
  suites text[] not null default '{}',
  suite_patterns text[],
  name text not null,
  pattern text,
  title text,
  tags text[] not null default '{}',
  keys text[] not null default '{}',
  skipped text check (skipped in ('skip', 'todo')),
  fingerprint text,
  body_size int not null default 0,
  -- the code itself, where it was sent
  code text,
  -- words by which results are met
  meets text[] not null default '{}',
  branch text not null,
  commit text,
  first_seen_at timestamptz not null,
  last_seen_at timestamptz not null,
  body_changed_at timestamptz,
  -- where it stood or what it was called before, and who changed that when
  was text,
  moved_at timestamptz,
  moved_by text,
  gone_at timestamptz
);
create index script_source_of_tree on script_source (tree_id);
create index script_source_meets on script_source using gin (meets);

create table script_alias (
  project_id int not null references project on delete cascade,
  identity bytea not null,
  script_id int not null references script on delete cascade,
  name text not null,
  at timestamptz not null default now(),
  primary key (project_id, identity)
);
create index script_alias_of on script_alias (script_id);

-- a test that may be another one, renamed: a person says whether
create table rename_question (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  old_id int not null references script on delete cascade,
  new_id int not null references script on delete cascade,
  sure real not null,
  reasons text[] not null default '{}',
  at timestamptz not null default now(),
  unique (old_id, new_id)
);

-- which case is made of a script, in order
create table mapping_rule (
  project_id int not null references project on delete cascade,
  position int not null,
  kind text not null check (kind in ('area', 'title', 'tag')),
  "from" text not null check ("from" <> ''),
  "to" text not null check ("to" <> ''),
  primary key (project_id, position)
);

-- a case that a script may verify; made anew as a whole
create table suggestion (
  project_id int not null references project on delete cascade,
  script_id int not null references script on delete cascade,
  case_id int not null references test_case on delete cascade,
  confidence real not null check (confidence between 0 and 1),
  reasons jsonb not null default '[]',
  -- the one the script gets where all scripts get theirs
  chosen boolean not null,
  primary key (script_id, case_id)
);
create index suggestion_of_project on suggestion (project_id);

-- how far the suggestions of a project are
create table suggesting (
  project_id int primary key references project on delete cascade,
  started_at timestamptz not null,
  finished_at timestamptz,
  done int not null default 0,
  scripts int not null default 0
);

-- when a person last said that a script still verifies its case
alter table link add reviewed_at timestamptz;
create index script_source_alike on script_source (project_id, fingerprint) where gone_at is null and body_size >= 60;
`
