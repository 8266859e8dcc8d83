/**
 * Forgetting, by sets. Outcomes and durations are never forgotten; details (attempts with their texts, attachments, delivered files) go
 * when they are older than the project keeps them, and their run is not kept.
 */

/** Runs whose time has come, as many as are dealt with in one transaction. What came in lately is kept, however old it says it is. */
export const TAKE_RUNS = `
update run set forgotten_at = now() where id in (
  select id from run where project_id = $projectId and forgotten_at is null and not keep and not live and day < $before::date
    and delivered_at < $before::date
  order by day limit 2000 for update
) returning id`

export const FORGET_ATTACHMENTS = `
with gone as (delete from attachment where run_id = any($runIds::int[]) returning hash), doomed as (
  insert into doomed_blob (hash) select distinct hash from gone where hash is not null order by 1 on conflict do nothing
)
select count(*)::int as count from gone`

/** Files as they were delivered: those of forgotten runs, and those that came to nothing and are as old. */
export const FORGET_FILES = `
with old as (
  select f.id, f.original, f.content from result_file f join delivery d on d.id = f.delivery_id
  where d.project_id = $projectId and (f.original is not null or f.content is not null)
    and (d.run_id = any($runIds::int[]) or (d.run_id is null and d.at < $before::date))
  for update of f
), gone as (
  update result_file set original = null, content = null, original_bytes = null from old where old.id = result_file.id
), doomed as (
  insert into doomed_blob (hash) select distinct h from old, unnest(array[old.original, old.content]) h where h is not null order by 1
  on conflict do nothing
)
select count(*)::int as count from old`

/** Texts that nothing has used since, but for those of runs that are kept. */
export const FORGET_TEXTS = `
with kept as materialized (
  select distinct t.id from run r join attempt a on a.run_id = r.id and a.day = r.day,
    unnest(array[a.message_id, a.failures_id, a.stdout_id, a.stderr_id, a.steps_id]) as t (id)
  where r.project_id = $projectId and r.day < $before::date and r.forgotten_at is null and t.id is not null
), gone as (
  delete from body b where b.project_id = $projectId and b.used_on < $before::date - 7 and not exists (select 1 from kept where kept.id = b.id)
  returning 1
)
select count(*)::int as count from gone`

/** Months with attempts of forgotten runs: whether all that may go has gone, and whether their partition was exchanged already. */
export const MONTHS = `
select m.month::text as month, to_char(m.month, 'YYYYMM') as suffix, (m.month + interval '1 month')::date::text as next,
  exists (select 1 from forgotten_month f where f.month = m.month) as exchanged,
  m.month + interval '1 month' <= current_date and not exists (
    select 1 from run r join project p on p.id = r.project_id
    where r.day >= m.month and r.day < m.month + interval '1 month' and r.forgotten_at is null and not r.keep and p.keep_details_days is not null
  ) as ripe
from (select distinct date_trunc('month', day)::date as month from run where forgotten_at is not null and not attempts_gone) m order by 1`

/** How many attempts of forgotten runs a month has, by project. */
export const ATTEMPTS_OF_MONTH = `
select r.project_id as "projectId", count(*)::int as count from run r join attempt a on a.run_id = r.id and a.day = r.day
where r.day >= $month::date and r.day < $next::date and r.forgotten_at is not null and not r.attempts_gone group by r.project_id`

export const ATTEMPTS_ARE_GONE = `
update run set attempts_gone = true where day >= $month::date and day < $next::date and forgotten_at is not null and not attempts_gone`

/** Of single runs, where the partition of their month was exchanged before. */
export const FORGET_ATTEMPTS = `
delete from attempt a using run r where r.id = a.run_id and r.day = a.day and a.day >= $month::date and a.day < $next::date
  and r.forgotten_at is not null and not r.attempts_gone`

/**
 * A month's partition of attempts is exchanged for one with what is kept, and dropped: nothing is deleted row by row. Who wants to store
 * into that month waits; the others wait a moment, while the new partition takes the old one's place.
 */
export const exchangeMonth = (suffix: string, month: string, next: string): string[] => [
  `set local lock_timeout = '10s'`,
  `lock table attempt_${suffix} in exclusive mode`,
  `create table attempt_kept (like attempt_${suffix} including all)`,
  `insert into attempt_kept select a.* from attempt_${suffix} a join run r on r.id = a.run_id where r.forgotten_at is null`,
  `alter table attempt detach partition attempt_${suffix}`,
  `drop table attempt_${suffix}`,
  `alter table attempt_kept rename to attempt_${suffix}`,
  `alter table attempt attach partition attempt_${suffix} for values from ('${month}') to ('${next}')`,
  `insert into forgotten_month (month) values ('${month}') on conflict do nothing`,
]

export const REMEMBER = `
insert into forgetting (project_id, account_id, runs, attempts, texts, attachments, files)
values ($projectId, $by, $runs, $attempts, $texts, $attachments, $files)`

/** What was doomed a day ago and nothing refers to; locked, so that who puts it again waits until it is removed. */
export const TAKE_DOOMED = `
with used as (
  delete from doomed_blob d where d.since < now() - $grace::interval and (
    exists (select 1 from attachment a where a.hash = d.hash) or exists (select 1 from result_file f where f.original = d.hash)
    or exists (select 1 from result_file f where f.content = d.hash) or exists (select 1 from waiting_file w where w.hash = d.hash)
    or exists (select 1 from draft_file f where f.hash = d.hash))
)
select encode(hash, 'hex') as hash from doomed_blob d where d.since < now() - $grace::interval
  and not exists (select 1 from attachment a where a.hash = d.hash) and not exists (select 1 from result_file f where f.original = d.hash)
  and not exists (select 1 from result_file f where f.content = d.hash) and not exists (select 1 from waiting_file w where w.hash = d.hash) and not exists (select 1 from draft_file f where f.hash = d.hash)
order by hash limit 500 for update skip locked`

export const NO_LONGER_DOOMED = `delete from doomed_blob where hash = any(select decode(h, 'hex') from unnest($hashes::text[]) h)`
