const COLUMNS = `s.id, s.name, s.kind, s.address, s.pipeline, s.branch, s.environment, s.build, s.every_s as "everySeconds", s.paused, s.project_id as "projectId",
  s.account_id as "accountId", s.etag, s.last_modified as "lastModified", s.failures`

export const SOURCES = `
select ${COLUMNS}, a.name as by, s.next_at as "nextAt", s.last_at as "lastAt", s.problem,
  (select count(*)::int from source_file f where f.source_id = s.id) as brought,
  (select max(delivery_id) from source_file f where f.source_id = s.id) as "lastDelivery"
from source s join account a on a.id = s.account_id where s.project_id = $projectId and ($id::int is null or s.id = $id) order by s.name`

export const ADD = `
insert into source (project_id, account_id, name, kind, address, pipeline, branch, environment, build, every_s)
values ($projectId, $accountId, $name, $kind, $address, $pipeline, $branch, $environment, $build, $everySeconds)
on conflict (project_id, name) do nothing returning id`

/** What it knew of another address means nothing for this one. */
export const EDIT = `
update source set name = $name, kind = $kind, address = $address, pipeline = $pipeline, branch = $branch, environment = $environment,
  build = $build, every_s = $everySeconds, failures = 0, problem = null, next_at = now(),
  etag = case when address = $address then etag end, last_modified = case when address = $address then last_modified end
where id = $id and project_id = $projectId returning id`

/** One that is due, or the one that is named; no other process looks into it for a while. */
export const CLAIM = `
update source s set claimed_until = now() + interval '5 minutes' where s.id = (
  select id from source where (claimed_until is null or claimed_until < now())
    and (id = $id::int or ($id::int is null and not paused and next_at <= now()))
  order by next_at limit 1 for update skip locked
) returning ${COLUMNS}`

/** Work that takes longer says so. */
export const STILL = `update source set claimed_until = now() + interval '5 minutes' where id = $id`

const MOST_WAIT = '6 hours'

/** A failing source is looked into less and less often. */
export const FAILED = `
update source set claimed_until = null, last_at = now(), failures = failures + 1, problem = $problem,
  next_at = now() + least(make_interval(secs => every_s * 2 ^ least(failures + 1, 20)), greatest(interval '${MOST_WAIT}', make_interval(secs => every_s)))
where id = $id`

export const DONE = `
update source set claimed_until = null, last_at = now(), failures = 0, problem = null, next_at = now() + make_interval(secs => every_s),
  etag = $etag, last_modified = $lastModified where id = $id`

export const KNOWN = 'select path, stamp from source_file where source_id = $id'

export const BROUGHT = `
insert into source_file (source_id, path, stamp, delivery_id)
select $id, x.path, x.stamp, $deliveryId from unnest($paths::text[], $stamps::text[]) as x (path, stamp)
on conflict (source_id, path) do update set stamp = excluded.stamp, delivery_id = excluded.delivery_id, at = now()`
