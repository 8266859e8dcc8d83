import { JOBS_SCHEMA } from '../../platform/jobs/jobs.js'

/** Deliveries that were stored first and wait to be read; the queue is their own table, so that it can't disagree with what was read. */

/** The job that reads one. */
export const READ_JOB = 'deliveries.read'

export const ADD_WAITING_FILE = `
insert into waiting_file (delivery_id, seq, name, attachment, belongs, hash, bytes)
values ($deliveryId, $seq, $name, $attachment, $belongs::jsonb, decode($hash, 'hex'), $bytes)`

/** All of it has come. */
export const BEGIN_WAITING = `
update delivery set state = 'waiting', due_at = now(), bytes = (select coalesce(sum(bytes), 0) from waiting_file where delivery_id = $id),
  asked = jsonb_set(asked, '{changedFiles}', coalesce($changedFiles::jsonb, 'null'))
where id = $id and state = 'coming'`

/** One that broke off while it came in leaves nothing but contents that may go. */
export const FORGET_COMING = `
with gone as (delete from waiting_file where delivery_id = $id returning hash), doomed as (
  insert into doomed_blob (hash) select distinct hash from gone order by 1 on conflict do nothing
)
delete from delivery where id = $id and state = 'coming'`

/** Deliveries whose server went away while they came in. */
export const LONG_COMING = `select id from delivery where state = 'coming' and at < now() - interval '1 day'`

/**
 * Which deliveries may be read now and have no job, first come first: those that were put off, or whose job was lost. A second job for one
 * that is being read would stand before others, and could not begin.
 */
export const DUE = `
select id from delivery d where state in ('waiting', 'reading') and due_at <= now() and not exists (
  select 1 from ${JOBS_SCHEMA}.job j where j.name = '${READ_JOB}' and j.singleton_key = d.id::text and j.state < 'completed'
) order by due_at, id limit 50`

/** By who has its job: it is still to be read. */
export const CLAIM = `
update delivery set state = 'reading', tries = tries + 1
where id = $id and state in ('waiting', 'reading') and due_at <= now()
returning id, project_id as "projectId", account_id as "accountId", asked, tries`

export const WAITING_FILES = `
select name, attachment, belongs, encode(hash, 'hex') as hash from waiting_file where delivery_id = $id order by seq`

/** What is read is let go; a file that became an original is used by its row, and stays. */
export const END_READING = `
with gone as (delete from waiting_file where delivery_id = $id returning hash), doomed as (
  insert into doomed_blob (hash) select distinct hash from gone order by 1 on conflict do nothing
)
update delivery set state = 'read', report = $report::jsonb, problem = null, due_at = null where id = $id`

/** It is tried again later, or given up until somebody says so. */
export const PUT_OFF = `
update delivery set state = case when $givesUp then 'failed' else 'waiting' end, problem = $problem, due_at = now() + make_interval(secs => $seconds)
where id = $id`

export const RETRY = `
update delivery set state = 'waiting', tries = 0, due_at = now()
where id = $id and project_id = $projectId and (state = 'failed' or (state = 'waiting' and due_at > now())) returning target`

/** What waits, is being read or was given up, with how far it is. */
export const QUEUE = `
select d.id, d.at, a.name as by, d.state, d.tries, d.due_at as "dueAt", d.problem, coalesce(d.bytes, 0)::float8 as bytes, d.target ->> 'pipeline' as pipeline,
  d.target ->> 'build' as build, (select count(*)::int from waiting_file w where w.delivery_id = d.id) as files,
  (select count(*)::int from result_file f where f.delivery_id = d.id and f.status = 'stored') as stored
from delivery d join account a on a.id = d.account_id
where d.project_id = $projectId and d.state in ('coming', 'waiting', 'reading', 'failed') order by d.state = 'failed' desc, d.id limit 200`
