/** What a run changed is counted once and kept with it; what did not simply pass is found without reading what did. */
export const runChanges = `
-- in the order of the core's CHANGES; null until it is counted, and again when a delivery changes what it was counted from
alter table run add column changes int[];

-- failed, errored, blocked, recovered
create index result_notable on result (run_id, script_id) where outcome in (2, 3, 5, 7);

create index script_with_keys on script (project_id) where keys <> '{}';
`
