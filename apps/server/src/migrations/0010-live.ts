/**
 * Runs that fill in while the tests still run. A feed is one sender (an agent, a shard) that tells results in numbered batches: each is
 * taken once, whatever the network does. A run is live while a feed is open or an announced shard is missing; it is incomplete as long.
 */
export const live = `
alter table run
  add column live boolean not null default false,
  -- so many shards were announced
  add column shards smallint,
  add column stop_asked_at timestamptz,
  add column stop_asked_by int references account on delete set null;

alter table delivery drop constraint delivery_source_check, add check (source in ('cli', 'web', 'live'));

create table feed (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  run_id int not null references run on delete cascade,
  delivery_id int not null references delivery on delete cascade,
  file_id int not null references result_file on delete cascade,
  -- made by the sender, so that opening it again finds it
  key uuid not null,
  name text not null,
  framework text,
  planned int,
  shard smallint,
  -- batches taken, and results in them
  batches int not null default 0,
  results int not null default 0,
  opened_at timestamptz not null default now(),
  heard_at timestamptz not null default now(),
  -- after so many seconds without a word it counts as interrupted
  silence_s int not null,
  closed_at timestamptz,
  ended text check (ended in ('closed', 'stopped', 'interrupted')),
  unique (project_id, key),
  check ((closed_at is null) = (ended is null))
);
create index feed_of_run on feed (run_id);
create index feed_open on feed (heard_at) where closed_at is null;

-- shards that are in, by a delivery or a feed that was closed
create table run_shard (
  run_id int not null references run on delete cascade,
  shard smallint not null,
  in_at timestamptz not null default now(),
  primary key (run_id, shard)
);
`
