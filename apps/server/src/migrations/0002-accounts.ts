/** Sessions that can be listed and ended, guesses that are counted, and who keeps a project. */
export const accounts = `
alter table session
  add column id int generated always as identity unique,
  add column last_seen_at timestamptz not null default now(),
  add column agent text not null default '',
  add column address text not null default '';
create index session_of_account on session (account_id);

-- wrong passwords of the last hours, by what was guessed at and from where
create table sign_in_failure (
  subject text not null,
  at timestamptz not null default now()
);
create index sign_in_failure_recent on sign_in_failure (subject, at desc);

-- keepers add people and change the project
alter table membership add column role text not null default 'member' check (role in ('keeper', 'member'));
update membership set role = 'keeper';
create index membership_of_account on membership (account_id);
`
