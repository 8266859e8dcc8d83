/** A case may run after others, whose output it uses. */
export const caseOrder = `
alter table test_case add column runs_after int[] not null default '{}';
create index test_case_runs_after on test_case (project_id) where runs_after <> '{}';
`
