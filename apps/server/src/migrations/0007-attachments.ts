/** Pictures, logs and records that belong to attempts; their content is in the blob store, once by hash. */
export const attachments = `
create table attachment (
  id bigint generated always as identity primary key,
  project_id int not null references project on delete cascade,
  run_id int not null references run on delete cascade,
  script_id int not null,
  file_id int not null references result_file on delete cascade,
  ordinal smallint not null,
  name text not null,
  -- where the runner says that it stood
  path text,
  -- what was delivered; without it the report only names it
  hash bytea,
  bytes bigint,
  media_type text,
  check ((hash is null) = (bytes is null))
);
create index attachment_of_result on attachment (run_id, script_id);
`
