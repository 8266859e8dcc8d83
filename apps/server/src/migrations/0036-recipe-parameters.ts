/** What a plan may choose of a recipe is declared there; starting runs is a right of its own, which whoever might run had. */
export const recipeParameters = `
alter table recipe add column parameters jsonb not null default '[]';
update role set rights = array_append(rights, 'start') where 'run' = any(rights) and not 'start' = any(rights);
alter table api_token add column pool_id integer references pool on delete set null;
alter table api_token add column labels text[];
alter table api_token add column environments integer[];
`
