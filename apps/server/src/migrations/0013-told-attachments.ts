/** Attachments that a path told, without a report that names them: they go with the delivery that brought them. */
export const toldAttachments = `
alter table attachment add told boolean not null default false;
`
