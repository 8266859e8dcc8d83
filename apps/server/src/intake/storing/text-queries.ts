/**
 * Texts and signatures of a file, into the project: from the staging tables where they are many, from lists where they are few. Rows are
 * inserted in hash order, so that two deliveries never wait for each other in a ring.
 */

export const MERGE_BODIES = `
insert into body (project_id, hash, text, used_on) select distinct on (hash) $projectId::int, hash, text, $day::date from stage_body order by hash on conflict (project_id, hash) do nothing`

/** Texts that are used again are kept: said once a week at most, and not waited for where another delivery says it. */
export const USE_BODIES = `
with stale as (
  select b.id from (select distinct hash from stage_body) own
  cross join lateral (select id from body where project_id = $projectId and hash = own.hash and used_on < $day::date - 7 for update skip locked) b
)
update body set used_on = $day::date from stale where stale.id = body.id`

export const MERGE_SIGNATURES = `
insert into signature (project_id, hash, text) select distinct on (hash) $projectId::int, hash, text from stage_signature order by hash on conflict (project_id, hash) do nothing`

/** What the texts of the file are called in the project, in the order of their numbers: each is looked up once, however many there are. */
export const BODY_IDS = `
select coalesce(string_agg(b.id::text, ',' order by own.nth), '') as ids from stage_body own
cross join lateral (select id from body where project_id = $projectId and hash = own.hash offset 0) b`

export const SIGNATURE_IDS = `
select coalesce(string_agg(g.id::text, ',' order by own.nth), '') as ids from stage_signature own
cross join lateral (select id from signature where project_id = $projectId and hash = own.hash offset 0) g`

/** The same for texts that are few, as lists: their numbers in the order of their hashes, nothing for one that is not there. */
const findTexts = (table: string, columns: string, stale: string) => `
select coalesce(string_agg(coalesce(t.id::text, ''), ',' order by own.nth), '') as ids, coalesce(bool_or(${stale}), false) as stale
from unnest($hashes::text[]) with ordinality as own (hash, nth)
left join lateral (select ${columns} from ${table} where project_id = $projectId and hash = decode(own.hash, 'hex') offset 0) t on true`

export const FIND_BODIES = findTexts('body', 'id, used_on', 't.used_on < $day::date - 7')
export const FIND_SIGNATURES = findTexts('signature', 'id', 'false')

export const MAKE_BODIES = `
insert into body (project_id, hash, text, used_on)
select $projectId::int, decode(hash, 'hex'), text, $day::date from unnest($hashes::text[], $texts::text[]) as own (hash, text) order by 2
on conflict (project_id, hash) do nothing`

export const MAKE_SIGNATURES = `
insert into signature (project_id, hash, text)
select $projectId::int, decode(hash, 'hex'), text from unnest($hashes::text[], $texts::text[]) as own (hash, text) order by 2
on conflict (project_id, hash) do nothing`

export const USE_FOUND_BODIES = `
with stale as (select id from body where id = any($ids::bigint[]) and used_on < $day::date - 7 order by id for update skip locked)
update body set used_on = $day::date from stale where stale.id = body.id`
