/**
 * Whose address it is was proved by mail, by a provider that vouches for it, or by the code in the server's log. Accounts from before are not: whether
 * an invitation was mailed was not kept.
 */
export const provedAddresses = `
alter table account add column proved_at timestamptz;
update account a set proved_at = now() where exists (select 1 from account_identity i where i.account_id = a.id) or a.server_admin;
alter table invitation add column mailed_at timestamptz;
-- characters of its output that the agent of a part told, which is how it counts; log_chars counts what is kept
alter table part add column log_told bigint not null default 0;
alter table password_reset add column mailed boolean not null default false;
`
