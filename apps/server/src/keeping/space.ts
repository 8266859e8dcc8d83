import type { SpacePart } from '../contract/index.js'
import { type Queryable, rowsOf, run } from '../platform/database.js'

/**
 * What takes how much space, by what it is. Contents are counted once each. Of tables that all projects share, a project's part is
 * estimated by its rows.
 */
const MEASURE = `
with sizes as (
  select split_part(p.relname, '_', 1) as name, sum(pg_total_relation_size(c.oid))::float8 as bytes, nullif(sum(c.reltuples), 0)::float8 as rows
  from pg_inherits i join pg_class p on p.oid = i.inhparent join pg_class c on c.oid = i.inhrelid
  where p.relname in ('result', 'attempt') group by 1
), own_results as (select coalesce(sum(total), 0)::float8 as rows from run where project_id = $projectId
), own_attempts as (
  select count(*)::float8 as rows from run r join attempt a on a.run_id = r.id and a.day = r.day where r.project_id = $projectId
), texts as (select count(*)::float8 as rows, coalesce(sum(pg_column_size(text) + 60), 0)::float8 as bytes from body where project_id = $projectId
), pictures as (
  select count(*)::float8 as rows, coalesce(sum(bytes), 0)::float8 as bytes
  from (select distinct on (hash) bytes from attachment where project_id = $projectId and hash is not null) a
), files as (
  select count(*)::float8 as rows, coalesce(sum(original_bytes), 0)::float8 as bytes
  from (select distinct on (original) original_bytes from result_file where project_id = $projectId and original is not null) f
)
select 'outcomes' as kind, o.rows, coalesce(o.rows * s.bytes / greatest(s.rows, o.rows, 1), 0) as bytes, true as estimated from own_results o left join sizes s on s.name = 'result'
union all select 'attempts', o.rows, coalesce(o.rows * s.bytes / greatest(s.rows, o.rows, 1), 0), true from own_attempts o left join sizes s on s.name = 'attempt'
union all select 'texts', rows, bytes, false from texts
union all select 'attachments', rows, bytes, false from pictures
union all select 'files', rows, bytes, false from files`

const KEEP = `
insert into space_used (project_id, parts) values ($projectId, $parts::jsonb)
on conflict (project_id) do update set parts = excluded.parts, measured_at = now()`

/** Measures what a project takes, and keeps the answer for the page: it goes through all of the project's texts. */
export async function measureSpace(db: Queryable, projectId: number): Promise<void> {
  const parts = await rowsOf<SpacePart>(db, MEASURE, { projectId })
  await run(db, KEEP, { projectId, parts: JSON.stringify(parts) })
}
