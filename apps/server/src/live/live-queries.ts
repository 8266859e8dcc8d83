/** Locks a feed; alias columns as FeedRecord. */
export const LOCK_FEED = `
select f.id, f.run_id as "runId", f.file_id as "fileId", f.name, f.framework, f.batches, f.ended, f.shard
from feed f where f.project_id = $projectId and f.id = $id for update`

export const FIND_FEED = `
select f.id, f.run_id as "runId", f.batches, r.stop_asked_at is not null as stop
from feed f join run r on r.id = f.run_id where f.project_id = $projectId and f.key = $key`

export const ADD_DELIVERY = `
insert into delivery (project_id, account_id, source, target, run_id, made, notes)
values ($projectId, $accountId, 'live', $target::jsonb, $runId, $made::jsonb, $notes::jsonb) returning id`

/** A feed's results are those of one file, which nobody sent as such. */
export const ADD_FILE = `
insert into result_file (project_id, delivery_id, run_id, name, sha256, bytes, format, framework, results, totals)
values ($projectId, $deliveryId, $runId, $name, sha256(convert_to($key, 'UTF8')), 0, 'live', $framework, 0, $totals::jsonb) returning id`

export const ADD_FEED = `
insert into feed (project_id, run_id, delivery_id, file_id, key, name, framework, planned, shard, silence_s)
values ($projectId, $runId, $deliveryId, $fileId, $key, $name, $framework, $planned, $shard, $silence) returning id`

/** Counts a batch in: it is taken now. */
export const TAKE_BATCH = `
with taken as (
  update feed set batches = $number, results = results + $results, heard_at = now() where id = $id returning file_id, delivery_id
), file as (
  update result_file f set results = results + $results, read_at = now(),
    totals = (select jsonb_object_agg(k, coalesce((f.totals ->> k)::int, 0) + coalesce(($totals::jsonb ->> k)::int, 0)) from jsonb_object_keys($totals::jsonb) k)
  from taken where f.id = taken.file_id
)
update delivery d set new_scripts = new_scripts + $newScripts from taken where d.id = taken.delivery_id`

export const CLOSE_FEED = 'update feed set closed_at = now(), heard_at = now(), ended = $ended where id = $id'

/** The fault of a feed that came back. */
export const FORGET_SILENCE = `delete from fault f using feed d where f.file_id = $fileId and d.file_id = f.file_id and f.code = 'crash' and f.subject = d.name`

export const REOPEN = 'update feed set closed_at = null, ended = null, heard_at = now() where id = $id'

/** Feeds that went silent, which no other server process is closing at this moment. */
export const SILENT = `
select f.id, f.project_id as "projectId" from feed f
where f.closed_at is null and f.heard_at < now() - make_interval(secs => f.silence_s) order by f.id limit 100`

/** Still silent, now that it is locked. */
export const INTERRUPT = `
update feed set closed_at = now(), ended = 'interrupted'
where id = $id and closed_at is null and heard_at < now() - make_interval(secs => silence_s)
returning run_id as "runId", file_id as "fileId", shard, name, silence_s as "silenceS", results, planned`

export const ADD_FAULT = `
insert into fault (project_id, run_id, file_id, code, subject, message, line, col) values ($projectId, $runId, $fileId, 'crash', $subject, $message, 1, 1)`

export const SUMS_OF_RUN = `
select live, total, passed, failed, errored, skipped, blocked, not_run as "notRun", recovered from run where id = $runId`

export const ASK_TO_STOP = `
update run set stop_asked_at = coalesce(stop_asked_at, now()), stop_asked_by = coalesce(stop_asked_by, $accountId)
where project_id = $projectId and id = $runId and live returning id`

export const TAKE_BACK = 'update run set stop_asked_at = null, stop_asked_by = null where project_id = $projectId and id = $runId'
