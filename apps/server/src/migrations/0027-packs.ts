/**
 * Results of a run as one row: ten bytes each, in the order of their scripts, so that what is counted over many builds reads a run at once
 * instead of looking for each of its tests. Made when it is first read; the stamp says of what state of the run it is.
 */
export const packs = `
create table run_pack (
  run_id int primary key references run on delete cascade,
  stamp text not null,
  rows bytea compression lz4 not null
);
`
