import { OUTAGE } from '@bobbin/core'
import type { ClientBase } from 'pg'

/** What results come to: counts by outcome and the time they took, in whole microseconds: such sums can be added to. */
export const SUMS = `count(*)::int as total, count(*) filter (where outcome = 1)::int as passed, count(*) filter (where outcome = 2)::int as failed,
  count(*) filter (where outcome = 3)::int as errored, count(*) filter (where outcome = 4)::int as skipped,
  count(*) filter (where outcome = 5)::int as blocked, count(*) filter (where outcome = 6)::int as not_run,
  count(*) filter (where outcome = 7)::int as recovered, coalesce(sum(round(duration_ms::float8 * 1000)), 0)::bigint as duration_us`

const OUTCOMES = ['passed', 'failed', 'errored', 'skipped', 'blocked', 'not_run', 'recovered']
const ADDED = ['total', ...OUTCOMES, 'duration_us']

/** What is kept with a run, given each of its sums, and that what it changed has to be counted anew. */
const set = (sum: (name: string) => string) => `${ADDED.map((name) => `${name} = ${sum(name)}`).join(', ')},
  incomplete = run.live or exists (select 1 from fault where run_id = run.id),
  outage = ${sum('errored')} >= ${OUTAGE.least} and ${sum('errored')} >= ${OUTAGE.share} * (${sum('total')}), changes = null`

/** Sums from the alias `s` become those of a run. */
export const SET_SUMS = set((name) => `s.${name}`)

/** Sums from the alias `s` are added to those of a run. */
export const ADD_SUMS = set((name) => `run.${name} + s.${name}`)

const KEPT = [...ADDED, 'incomplete', 'outage']

/** A run whose kept sums were not those of its results. */
export interface Differing {
  id: number
  build: string
  pipeline: string
}

/**
 * Makes anew what is kept with runs for speed: their sums from their results, and what they changed, which is counted when it is
 * next asked for. To be called in a transaction, with the deliveries to these runs held off.
 * @param projectId of one project; null for all
 */
export async function recountSums(database: ClientBase, projectId: number | null): Promise<{ runs: number; differing: Differing[] }> {
  const own = [projectId]
  await database.query('create temporary table kept on commit drop as select * from run where false')
  await database.query('insert into kept select * from run where $1::int is null or project_id = $1', own)
  const { rowCount } = await database.query(
    `update run set ${SET_SUMS}
     from (select r.id, s.* from run r cross join lateral (select ${SUMS} from result where run_id = r.id and day = r.day) s
       where $1::int is null or r.project_id = $1) s where s.id = run.id`,
    own,
  )
  const { rows } = await database.query<Differing>(
    `select run.id, b.name as build, p.name as pipeline from run join kept k on k.id = run.id join build b on b.id = run.build_id
     join pipeline p on p.id = b.pipeline_id where (${columnsOf('run')}) is distinct from (${columnsOf('k')}) order by run.id`,
  )
  return { runs: rowCount ?? 0, differing: rows }
}

/** The same for every project, from a connection of its own. @returns how many runs had sums that their results do not confirm */
export async function rebuildSums(database: ClientBase): Promise<number> {
  await database.query('begin')
  try {
    // deliveries lock runs in the order of their lanes; waiting for the table, with nothing locked yet, can't tie a knot with them
    await database.query('lock table run in share row exclusive mode')
    const { differing } = await recountSums(database, null)
    await database.query('commit')
    return differing.length
  } catch (error) {
    await database.query('rollback')
    throw error
  }
}

const columnsOf = (table: string) => KEPT.map((column) => `${table}.${column}`).join(', ') // prettier-ignore
