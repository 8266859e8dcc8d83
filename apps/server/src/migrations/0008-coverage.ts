/** How much of each source file a run's tests ran, as coverage files tell it. */
export const coverage = `
create table coverage (
  project_id int not null references project on delete cascade,
  run_id int not null references run on delete cascade,
  file_id int not null references result_file on delete cascade,
  path text not null,
  lines_covered int not null check (lines_covered between 0 and lines_total),
  lines_total int not null,
  branches_covered int not null check (branches_covered between 0 and branches_total),
  branches_total int not null,
  tests text[] not null default '{}',
  primary key (file_id, path)
);
create index coverage_of_run on coverage (run_id);
`
