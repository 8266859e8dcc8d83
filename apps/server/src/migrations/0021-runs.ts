/** Several runs of a build in one lane, what began a run, its release and profile; trial runs, in lanes of their own; a project's main branch. */
export const runs = `
alter table project add column default_branch text not null default 'main' check (default_branch <> '');

create table release (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  name text not null check (name <> ''),
  created_at timestamptz not null default now(),
  unique (project_id, name)
);

-- trials have lanes of their own: nothing is ever compared with them, and no history has them
alter table lane add column trial boolean not null default false;
alter table lane drop constraint lane_pipeline_id_branch_environment_id_key;
alter table lane add unique (pipeline_id, branch, environment_id, trial);

alter table run
  -- what its sender calls it among the runs of a build in a lane; the first needs no name
  add column key text not null default '',
  -- the first, the second … run of its build in its lane
  add column ordinal smallint not null default 1 check (ordinal >= 1),
  add column trigger text not null default 'delivery' check (trigger in ('delivery', 'live', 'plan', 'manual')),
  -- the run that it does again
  add column origin_run_id int references run on delete set null,
  add column release_id int references release on delete set null,
  add column profile text check (profile <> '');
alter table run drop constraint run_build_id_lane_id_key;
alter table run add unique (build_id, lane_id, key);
create index run_of_release on run (release_id) where release_id is not null;
update run set trigger = 'live' where id in (select run_id from feed);
`
