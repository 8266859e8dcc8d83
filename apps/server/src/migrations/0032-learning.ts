/**
 * Suggestions remember how they were weighed before decisions counted, and links that were decided how sure their suggestion was; a key
 * may belong to one script only; tests of a framework may run on certain profiles.
 */
export const learning = `
alter table suggestion add column weighed real;
update suggestion set weighed = confidence;
alter table suggestion alter column weighed set not null;
alter table link add column suggested real;
create index link_decided on link (project_id) where suggested is not null;
alter table project add column one_script_per_key boolean not null default false;
alter table mapping_rule drop constraint mapping_rule_kind_check, add constraint mapping_rule_kind_check check (kind in ('area', 'title', 'tag', 'profile'));
`
