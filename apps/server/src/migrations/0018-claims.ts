/**
 * Where a file stood when it was read, so that reading it again names its tests alike; whether all tests of the suite ran, or a part of them.
 * What runs changed is counted again: a test that is missing is gone only where something says so.
 */
export const claims = `
alter table result_file add path text, add root text;
alter table run add scope text check (scope in ('whole', 'partial'));
update run set changes = null where changes is not null;
`
