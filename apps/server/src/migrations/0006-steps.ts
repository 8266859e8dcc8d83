/** The steps of an attempt, as JSON, stored once by content like its other long texts. */
export const steps = `
alter table attempt add column steps_id bigint;
`
