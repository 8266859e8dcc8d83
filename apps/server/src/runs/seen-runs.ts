import { type Queryable, rowsOf } from '../platform/database.js'
import { IN_LENS, type Lens, NTH_BUILD } from './lens-sql.js'

/**
 * The runs that the lens shows, as the common table \`runs\`; none that is live. \`pipeline_id\` and \`branch\` are those of its build.
 * Binds: those of the lens, projectId.
 */
export const SEEN_RUNS = `
runs as materialized (
  select r.id, r.day, r.build_id, r.lane_id, r.sort_key, r.started_at, r.profile, r.outage, r.failed + r.errored as red, r.total,
    l.environment_id, e.name as environment, b.commit, b.pipeline_id, b.branch, b.name as build
  from (select id, ${NTH_BUILD} as nth from run where project_id = $projectId) own
  join run r on r.id = own.id join lane l on l.id = r.lane_id join environment e on e.id = l.environment_id join build b on b.id = r.build_id
  where own.nth <= $span and not r.live and ${IN_LENS}
)`

const PIPELINES = `
with ${SEEN_RUNS}
select p.name, count(distinct r.build_id)::int as builds from runs r join pipeline p on p.id = r.pipeline_id
group by p.id order by count(distinct r.build_id) desc, max(r.started_at) desc, p.id`

/** Pipelines with builds in the lens, the one with the most first, and of them the one that is wanted, or else the first. */
export async function pipelinesInLens(db: Queryable, projectId: number, lens: Lens, wanted: string | null) {
  const pipelines = await rowsOf<{ name: string; builds: number }>(db, PIPELINES, { projectId, ...lens })
  return { pipelines, pipeline: (pipelines.find(({ name }) => name === wanted) ?? pipelines[0])?.name ?? null }
}
