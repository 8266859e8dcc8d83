/** A build seldom has so many runs in a lane on average. */
const RUNS_A_BUILD = 4

/** The runs of the newest builds of a lane up to a sort key, oldest first; the runs of a build follow one another. */
export const LANE_RUNS = `
select "runId", build, "buildId", at, incomplete, day from (
  select *, count(*) filter (where ordinal = 1) over (order by sort_key desc) + case when ordinal > 1 then 1 else 0 end as nth from (
    select r.id as "runId", b.name as build, r.build_id as "buildId", r.started_at as at, r.incomplete, r.day::text as day, r.sort_key, r.ordinal
    from run r join build b on b.id = r.build_id
    where r.lane_id = $laneId and ($upTo::text is null or r.sort_key <= $upTo collate "C")
    order by r.sort_key desc limit $span * ${RUNS_A_BUILD}
  ) newest
) counted where nth <= $span order by sort_key`

/**
 * One probe of the index for each script in each run. A plain join lets the planner read every result that the scripts have in
 * any lane; the limit keeps it from that. Binds: runIds, days, scriptIds; gives `p` and `r`.
 */
const RESULTS_OF_RUNS = `unnest($runIds::int[], $days::date[]) with ordinality as p (run_id, day, nth)
  cross join unnest($scriptIds::int[]) as s (id)
  cross join lateral (
    select r.script_id, r.run_id, r.outcome, r.duration_ms from result r
    where r.run_id = p.run_id and r.day = p.day and r.script_id = s.id limit 1
  ) r`

/** Outcome codes of many scripts over given runs, a row a run: the scripts that have a result there, and one digit for each. */
export const OUTCOMES_OF_RUNS = `
select p.nth::int - 1 as nth, array_agg(r.script_id) as "scriptIds", string_agg(r.outcome::text, '') as codes
from ${RESULTS_OF_RUNS} group by p.nth`

/** Every lane in whose newest runs any of the scripts has a result, newest first. Binds: projectId, scriptIds, span. */
export const LANES_OF_SCRIPTS = `
select l.id, p.name as pipeline, l.branch, e.name as environment
from lane l join pipeline p on p.id = l.pipeline_id join environment e on e.id = l.environment_id
cross join lateral (
  select max(r.started_at) as newest
  from (select id, day, started_at from run where lane_id = l.id order by sort_key desc limit $span) r
  where exists (select 1 from result x where x.run_id = r.id and x.day = r.day and x.script_id = any($scriptIds::int[]))
) seen
where l.project_id = $projectId and not l.trial and seen.newest is not null
order by seen.newest desc limit 12`

/** Outcome and duration of some scripts over given runs. */
export const CELLS = `
select r.script_id as "scriptId", r.run_id as "runId", r.outcome::int as outcome, r.duration_ms as "durationMs"
from ${RESULTS_OF_RUNS}`
