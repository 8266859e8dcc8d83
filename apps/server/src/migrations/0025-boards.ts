/** Boards that people arrange of parts of other pages, and the links under which walls show them. */
export const boards = `
create table board (
  id int generated always as identity primary key,
  project_id int not null references project on delete cascade,
  account_id int not null references account on delete cascade,
  name text not null check (name <> ''),
  -- others of the project see it, too
  shared boolean not null default false,
  -- what it looks through, as a query
  lens jsonb not null default '{}',
  tiles jsonb not null default '[]',
  -- whoever knows it may see the board without signing in; null where nobody may
  wall_key uuid unique,
  created_at timestamptz not null default now(),
  unique (project_id, name)
);
create index board_of_account on board (account_id);
`
