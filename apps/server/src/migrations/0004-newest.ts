/** A script's newest run is found from the runs: writing it into every script at every delivery cost more than all the rest. */
export const newest = `
alter table script drop column last_run_id;
`
