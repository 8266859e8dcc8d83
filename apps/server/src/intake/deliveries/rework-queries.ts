import { SETTLE } from '../placing/merge-queries.js'

/**
 * Set-based steps that take files out of a run again, or move them to another. Attempts are in the order in which their files were
 * first delivered, however often one of those is read again.
 */

export const REMOVE_ATTEMPTS = `
with gone as (delete from attempt where run_id = $runId and day = $day::date and file_id = any($fileIds::int[]) returning script_id)
select distinct script_id as "scriptId" from gone`

/** What else hangs on files; attachments go with their own rows. */
export const REMOVE_BESIDES = ['attachment', 'coverage', 'fault', 'feed'].map(
  (table) => `delete from ${table} where file_id = any($fileIds::int[])`,
)

/** Attempts on their way to another run have negative numbers until they are numbered anew. */
export const MOVE_ATTEMPTS = `
with moved as (
  update attempt set run_id = $toRun, day = $toDay::date, ordinal = -ordinal
  where run_id = $runId and day = $day::date and file_id = any($fileIds::int[]) returning script_id
)
select distinct script_id as "scriptId" from moved`

export const MOVE_BESIDES = [
  'update attachment set run_id = $toRun, ordinal = -ordinal where file_id = any($fileIds::int[])',
  'update coverage set run_id = $toRun where file_id = any($fileIds::int[])',
  'update fault set run_id = $toRun where file_id = any($fileIds::int[])',
  'update feed set run_id = $toRun where file_id = any($fileIds::int[])',
  'update result_file set run_id = $toRun where id = any($fileIds::int[])',
]

/** More than any script has attempts in a run: numbers that are changed stand there for a moment. */
const ASIDE = 16_000

/** Numbers the attempts of scripts without gaps, in the order of their files; pictures follow them. */
export const RENUMBER = [
  `create temporary table renumbered on commit drop as
   select script_id, ordinal, nth::smallint from (
     select script_id, ordinal, row_number() over (partition by script_id order by file_id, abs(ordinal)) as nth
     from attempt where run_id = $runId and day = $day::date and script_id = any($scriptIds::int[])
   ) n where nth <> ordinal`,
  `update attempt a set ordinal = r.nth + ${ASIDE} from renumbered r
   where a.run_id = $runId and a.day = $day::date and a.script_id = r.script_id and a.ordinal = r.ordinal`,
  `update attempt set ordinal = ordinal - ${ASIDE}
   where run_id = $runId and day = $day::date and script_id in (select script_id from renumbered) and ordinal > ${ASIDE}`,
  `update attachment a set ordinal = r.nth from renumbered r where a.run_id = $runId and a.script_id = r.script_id and a.ordinal = r.ordinal`,
  'drop table renumbered',
]

/** Results of scripts whose attempts changed: what the attempts come to, and none where none is left. */
export const RESETTLE = [
  SETTLE,
  `delete from result r where r.run_id = $runId and r.day = $day::date and r.script_id = any($scriptIds::int[]) and not exists (
     select 1 from attempt a where a.run_id = r.run_id and a.day = r.day and a.script_id = r.script_id)`,
]

/** Which of some scripts no run knows any more. All results of the project are gone through once: no index tells those of a script. */
export const UNSEEN = `
with own as (select unnest($scriptIds::int[]) as id)
select id as "scriptId" from own where id not in (
  select x.script_id from run r join result x on x.run_id = r.id and x.day = r.day where r.project_id = $projectId and x.script_id in (select id from own)
)`

/** Cases that were made for such scripts alone by a rule and that nobody touched go with them, marked as deleted. */
export const FORGET_MADE_CASES = `
update test_case c set deleted_at = now(), version = c.version + 1
where c.project_id = $projectId and c.deleted_at is null and c.version = 1
  and exists (select 1 from link l where l.case_id = c.id and l.script_id = any($unseen::int[]) and l.origin = 'rule' and l.created_by is null)
  and not exists (select 1 from link l where l.case_id = c.id and (l.origin <> 'rule' or l.script_id <> all($unseen::int[])))`

/** Scripts that no run knows any more are forgotten, unless they stand in code or a person decided something about them. */
export const FORGET_SCRIPTS = `
delete from script s where s.project_id = $projectId and s.id = any($unseen::int[])
  and not exists (select 1 from script_source x where x.script_id = s.id)
  and not exists (select 1 from link l where l.script_id = s.id and (l.origin = 'manual' or l.state = 'rejected' or l.created_by is not null))`

/** A run without files, and what was made for it alone. To be called with no delivery under way in the project. */
export const FORGET_EMPTY = [
  `delete from run r where r.project_id = $projectId and not exists (select 1 from result_file f where f.run_id = r.id)`,
  `delete from build b where b.project_id = $projectId and not exists (select 1 from run r where r.build_id = b.id)`,
  `delete from lane l where l.project_id = $projectId and not exists (select 1 from run r where r.lane_id = l.id)`,
  `delete from pipeline p where p.project_id = $projectId and not exists (select 1 from build b where b.pipeline_id = p.id)
     and exists (select 1 from delivery d, jsonb_array_elements(d.made) m where d.id = $deliveryId and m ->> 'kind' = 'pipeline' and m ->> 'name' = p.name)`,
  `delete from environment e where e.project_id = $projectId and not exists (select 1 from lane l where l.environment_id = e.id)
     and exists (select 1 from delivery d, jsonb_array_elements(d.made) m where d.id = $deliveryId and m ->> 'kind' = 'environment' and m ->> 'name' = e.name)`,
]

/** A run is live while a feed is open or an announced shard has not come, and incomplete as long; answers whether either is new. */
export const SETTLE_LIVE = `
update run r set live = now.live, incomplete = now.live or now.faulty
from (
  select id, live as was_live, incomplete as was_incomplete, exists (select 1 from fault where run_id = run.id)
      or exists (select 1 from part p where p.run_id = run.id and p.state in ('failed', 'stopped', 'lost')) as faulty,
    exists (select 1 from feed f where f.run_id = run.id and f.closed_at is null)
      or coalesce(shards, 0) > (select count(*) from run_shard s where s.run_id = run.id)
      or exists (select 1 from assignment a join assigned_case c on c.assignment_id = a.id and c.state in ('open', 'going') where a.run_id = run.id and a.closed_at is null) as live
  from run where id = $runId
) now
where now.id = r.id returning r.live, r.live <> now.was_live or r.incomplete <> now.was_incomplete as changed`
