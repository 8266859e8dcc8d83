/**
 * What became of failures: groups with one cause, what people decided about them, defects in a tracker, comments, notifications. Which results
 * failed, and how, is read from the results themselves by two indexes that hold the red ones only.
 */
export const causes = `
create index result_red_of_run on result (run_id, day, signature_id, script_id, outcome) where outcome in (2, 3, 7);
create index result_red on result (signature_id, run_id, script_id) where outcome in (2, 3, 7);

create table tracker (
  id int generated always as identity primary key,
  project_id int not null unique references project on delete cascade,
  name text not null check (name <> ''),
  url text not null,
  -- AES-256-GCM, as secrets of environments
  sealed_token bytea,
  sealed_secret bytea not null,
  -- what its webhooks are sent to ends with it
  hook uuid not null default gen_random_uuid() unique,
  tested_at timestamptz,
  test_ok boolean,
  test_said text
);

create table defect (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  tracker_id int references tracker on delete set null,
  -- null until the tracker has taken it
  key text check (key <> ''),
  title text not null check (title <> ''),
  text text not null default '',
  url text,
  state text not null default 'open' check (state in ('open', 'closed', 'gone')),
  -- as the tracker calls it
  state_name text not null default 'open',
  created_by int references account on delete set null,
  created_at timestamptz not null default now(),
  seen_at timestamptz,
  closed_at timestamptz,
  -- why the tracker did not take it, or could not be asked
  problem text,
  unique (tracker_id, key)
);
create index defect_of_project on defect (project_id);

-- what a tracker is still to be told; one that is away catches up in this order
create table tracker_message (
  id int generated always as identity primary key,
  defect_id int not null references defect on delete cascade,
  kind text not null check (kind in ('create', 'comment', 'state', 'look')),
  body jsonb not null,
  -- the same for every try, so that the tracker takes it once
  key uuid not null default gen_random_uuid(),
  tries int not null default 0,
  due_at timestamptz not null default now(),
  sent_at timestamptz,
  problem text
);
create index tracker_message_waiting on tracker_message (due_at) where sent_at is null;

create table failure_group (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  -- what near-identical failures share; null where a person split it off
  family bytea,
  title text not null,
  first_seen_at timestamptz not null default now(),
  -- it counts as that one
  merged_into_id int references failure_group on delete set null,
  cause text check (cause in ('product', 'script', 'environment', 'data', 'flaky', 'unknown')),
  assignee_id int references account on delete set null,
  team_id int references team on delete set null,
  defect_id int references defect on delete set null,
  -- its tests fail as long as the defect is open
  fail_while_open boolean not null default false,
  resolved_at timestamptz,
  resolved_note text,
  resolved_by_itself boolean not null default false,
  -- seen again after it was resolved
  back_at timestamptz,
  decided_by int references account on delete set null,
  decided_at timestamptz,
  -- counts decisions: of two who decide at once the second is told
  version int not null default 0,
  suggested text,
  suggested_sure real,
  suggested_why jsonb,
  suggested_at timestamptz,
  unique (project_id, family)
);
create index failure_group_merged on failure_group (merged_into_id) where merged_into_id is not null;

alter table signature
  add column group_id int references failure_group on delete set null,
  -- a person said that it is another failure than the others of its group
  add column split_group_id int references failure_group on delete set null;
create index signature_of_group on signature (group_id);
create index signature_split on signature (split_group_id) where split_group_id is not null;
create index signature_ungrouped on signature (project_id) where group_id is null;

-- the group that a signature counts to, after splits and merges
create view signature_cause as
select s.id as signature_id, s.project_id, coalesce(g.merged_into_id, g.id) as group_id
from signature s join failure_group g on g.id = coalesce(s.split_group_id, s.group_id);

-- what was suggested when somebody decided: how often suggestions are right is counted from it
create table cause_decision (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  group_id int not null references failure_group on delete cascade,
  cause text not null,
  suggested text,
  sure real,
  by_id int references account on delete set null,
  at timestamptz not null default now()
);
create index cause_decision_of_project on cause_decision (project_id, at desc);

-- failures that only follow another in the same run
create table knock_on (
  run_id int not null references run on delete cascade,
  script_id int not null,
  behind_script_id int not null,
  rule text not null check (rule in ('blocked', 'hook', 'chain', 'order')),
  primary key (run_id, script_id)
);

-- a test that fails only where another ran before it in the same process
create table order_dependence (
  project_id int not null references project on delete cascade,
  script_id int not null references script on delete cascade,
  after_script_id int not null references script on delete cascade,
  failed_after int not null,
  ran_after int not null,
  failed_otherwise int not null,
  ran_otherwise int not null,
  found_at timestamptz not null default now(),
  primary key (script_id, after_script_id)
);
create index order_dependence_of_project on order_dependence (project_id);

create table mute (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  group_id int references failure_group on delete cascade,
  script_id int references script on delete cascade,
  environment_id int references environment on delete cascade,
  reason text not null default '',
  until_at timestamptz,
  -- the first build of this name or a later one
  until_build text,
  until_defect_id int references defect on delete cascade,
  by_id int references account on delete set null,
  at timestamptz not null default now(),
  ended_at timestamptz,
  ended_why text check (ended_why in ('date', 'build', 'defect', 'person')),
  check (num_nonnulls(group_id, script_id) <= 1 and num_nonnulls(group_id, script_id, environment_id) >= 1),
  check (num_nonnulls(until_at, until_build, until_defect_id) = 1)
);
create index mute_open on mute (project_id) where ended_at is null;

create table quarantine (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  script_id int not null references script on delete cascade,
  reason text not null check (reason <> ''),
  owner_id int references account on delete set null,
  -- so many passes in a row on the main branch, and it is out
  passes int not null default 10 check (passes between 1 and 200),
  by_id int references account on delete set null,
  at timestamptz not null default now(),
  ended_at timestamptz,
  ended_why text check (ended_why in ('passed', 'person'))
);
create unique index quarantine_open on quarantine (script_id) where ended_at is null;
create index quarantine_of_project on quarantine (project_id);

alter table project
  -- so many tests may be in quarantine at once
  add column quarantine_limit int not null default 20 check (quarantine_limit between 0 and 10000),
  -- a cause whose tests passed in so many builds in a row is resolved by itself; null is never
  add column resolve_after int default 5 check (resolve_after between 1 and 100),
  -- suggestions at least so sure are taken without a person; null is never
  add column decide_above real check (decide_above between 0.5 and 1);

-- when the background last looked at a run, as it was then
create table looked_run (
  run_id int primary key references run on delete cascade,
  delivered_at timestamptz not null
);

create table comment (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  kind text not null check (kind in ('failure', 'result', 'step', 'case', 'run', 'suite', 'plan')),
  -- the id, or run:script of a result and case:step of a step
  subject text not null check (subject ~ '^[0-9]{1,10}(:[0-9]{1,10})?$'),
  author_id int references account on delete set null,
  text text not null,
  created_at timestamptz not null default now(),
  edited_at timestamptz,
  deleted_at timestamptz
);
create index comment_of_subject on comment (project_id, kind, subject);

create table mention (
  comment_id int not null references comment on delete cascade,
  account_id int not null references account on delete cascade,
  read_at timestamptz,
  primary key (comment_id, account_id)
);
create index mention_unread on mention (account_id) where read_at is null;

create table follow (
  project_id int not null references project on delete cascade,
  kind text not null,
  subject text not null,
  account_id int not null references account on delete cascade,
  primary key (project_id, kind, subject, account_id)
);

create table notification_rule (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  -- whose it is; null is the project's
  account_id int references account on delete cascade,
  name text not null check (name <> ''),
  events text[] not null,
  channel text not null check (channel in ('mail', 'webhook')),
  -- of a webhook, or of a list that gets mail; a person's own rule writes to the person
  address text,
  template text,
  sealed_secret bytea,
  -- HH:MM in the zone; null is at once
  digest_at text check (digest_at ~ '^[0-2][0-9]:[0-5][0-9]$'),
  quiet_from text check (quiet_from ~ '^[0-2][0-9]:[0-5][0-9]$'),
  quiet_to text check (quiet_to ~ '^[0-2][0-9]:[0-5][0-9]$'),
  zone text not null default 'UTC',
  paused boolean not null default false,
  created_at timestamptz not null default now(),
  check ((quiet_from is null) = (quiet_to is null)),
  unique nulls not distinct (project_id, account_id, name)
);

create table notification_event (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  kind text not null,
  -- happens once, whoever notices it
  key text not null,
  title text not null,
  text text not null default '',
  -- a page of the project
  path text not null,
  -- whom it concerns; null is everybody
  account_id int references account on delete cascade,
  at timestamptz not null default now(),
  routed_at timestamptz,
  unique nulls not distinct (project_id, key, account_id)
);
create index notification_event_new on notification_event (id) where routed_at is null;

create table notification (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  rule_id int not null references notification_rule on delete cascade,
  event_id int not null references notification_event on delete cascade,
  due_at timestamptz not null,
  tries int not null default 0,
  sent_at timestamptz,
  gave_up_at timestamptz,
  problem text,
  unique (rule_id, event_id)
);
create index notification_waiting on notification (due_at) where sent_at is null and gave_up_at is null;
create index notification_of_project on notification (project_id, id desc);
`
