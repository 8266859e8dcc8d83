/**
 * A delivery keeps what it named and what was decided, each of its files whatever became of it, and their originals, so that it can
 * be read again, moved to another run, or undone and taken in again. An undone delivery's files belong to no run.
 */
export const deliveries = `
alter table delivery
  -- pipeline, build, branch, environment and commit, as the sender named them
  add column target jsonb not null default '{}',
  add column made jsonb not null default '[]',
  add column notes jsonb not null default '[]',
  add column new_scripts int not null default 0,
  add column undone_at timestamptz,
  add column undone_by int references account,
  drop constraint delivery_run_id_fkey,
  add foreign key (run_id) references run on delete set null;

update delivery d set target = jsonb_build_object('pipeline', p.name, 'build', b.name, 'branch', b.branch, 'environment', e.name, 'commit', b.commit)
from run r join build b on b.id = r.build_id join pipeline p on p.id = b.pipeline_id join lane l on l.id = r.lane_id
join environment e on e.id = l.environment_id where r.id = d.run_id;

alter table result_file
  add column status text not null default 'stored' check (status in ('stored', 'already', 'refused', 'passedOver', 'attached')),
  add column error jsonb,
  -- counts by outcome, as the file alone tells them
  add column totals jsonb,
  add column unknown_keys jsonb not null default '[]',
  -- under this hash the blob store keeps the file as it came, in gzip
  add column original bytea,
  -- of a file that is attached: its content in the blob store, and whose it is where its path tells that
  add column content bytea,
  add column media_type text,
  add column belongs jsonb,
  add column read_at timestamptz not null default now(),
  alter column run_id drop not null,
  alter column sha256 drop not null,
  alter column format drop not null,
  drop constraint result_file_run_id_fkey,
  add foreign key (run_id) references run on delete set null,
  add check (status = 'stored' or run_id is null);

insert into result_file (project_id, delivery_id, name, bytes, results, status, error)
select d.project_id, d.id, x ->> 'name', 0, 0, x ->> 'status', case when x ->> 'error' is not null then jsonb_build_object('code', 'unknown', 'message', x ->> 'error') end
from delivery d, jsonb_array_elements(d.refused) x;

alter table delivery drop column refused;
create index result_file_of_delivery on result_file (delivery_id);
`
