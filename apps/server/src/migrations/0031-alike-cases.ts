/** Cases that say nearly the same, as they were compared last; those that somebody said are different are asked no more. */
export const alikeCases = `
create table case_alike (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  case_id int not null references test_case on delete cascade,
  other_id int not null references test_case on delete cascade,
  likeness real not null,
  different_by int references account on delete set null,
  different_at timestamptz,
  check (case_id < other_id),
  unique (case_id, other_id)
);
create index case_alike_open on case_alike (project_id) where different_at is null;
`
