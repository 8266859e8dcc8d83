/** A time of a plan that came back by undo: when it is next due is found anew. */
export const unsetTimes = `
alter table plan_time add column unset boolean not null default false;
create index plan_time_unset on plan_time (id) where unset;
`
