/** When each person last looked at the Brief of a project, and when before that. */
export const looks = `
create table brief_look (
  project_id int not null references project on delete cascade,
  account_id int not null references account on delete cascade,
  at timestamptz not null,
  before_at timestamptz,
  primary key (project_id, account_id)
);
`
