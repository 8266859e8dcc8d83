import type { DeliveryReport } from '../../contract/index.js'
import { naturalKey } from '@bobbin/core'
import { rowsOf, run, type Queryable } from '../../platform/database.js'
import { Problem } from '../../platform/problem.js'
import type { PlaceDto } from '../intake.dto.js'
import { mustBeOpen } from '../deliveries/rework.js'

export interface Target {
  runId: number
  day: string
}

/** What a delivery had to make, so that a mistyped name is seen. */
export interface MadeLog {
  made: DeliveryReport['made']
  notes: string[]
}

type MadeKind = DeliveryReport['made'][number]['kind']

/** Finds or makes the pipeline, environment, lane, build and run that a delivery names. */
export async function resolveTarget(db: Queryable, projectId: number, dto: PlaceDto, told: Date, log: MadeLog): Promise<Target> {
  const startedAt = plausible(told, new Date(), log)
  const [known] = await rowsOf<Found>(db, FIND_TARGET, placeBind(projectId, dto))
  const found = known ?? (await makeTarget(db, projectId, dto, startedAt, log))
  await tellBuild(db, found, dto, log)
  if (dto.scope)
    await run(db, 'update run set scope = $scope, changes = null where id = $id and scope is distinct from $scope', {
      id: found.runId,
      scope: dto.scope,
    })
  // deliveries to one run follow each other
  const [locked] = await rowsOf<{ day: string; forgottenAt: Date | null }>(
    db,
    'select day::text as day, forgotten_at as "forgottenAt", ensure_month(day) from run where id = $id for update',
    { id: found.runId },
  )
  if (locked?.forgottenAt) throw isForgotten(dto.build, locked.forgottenAt)
  await mustBeOpen(db, found.runId)
  return { runId: found.runId, day: locked?.day ?? '' }
}

/** The run that a delivery names, where it is there and may still be changed; nothing is made. */
export async function findTarget(db: Queryable, projectId: number, dto: PlaceDto): Promise<Target | null> {
  const [found] = await rowsOf<Found>(db, FIND_TARGET, placeBind(projectId, dto))
  if (!found) return null
  const [row] = await rowsOf<{ day: string }>(db, 'select day::text as day from run where id = $id and forgotten_at is null', {
    id: found.runId,
  })
  return row ? { runId: found.runId, day: row.day } : null
}

/** What a delivery names, where all of it is there: nearly always, but for the first delivery of a build. */
const FIND_TARGET = `
select r.id as "runId", b.id as "buildId", b.commit from pipeline p
join environment e on e.project_id = p.project_id and e.name = $environment
join build b on b.pipeline_id = p.id and b.branch = $branch and b.name = $build
join lane l on l.pipeline_id = p.id and l.branch = $branch and l.environment_id = e.id and l.trial = $trial
join run r on r.build_id = b.id and r.lane_id = l.id and r.key = $key
where p.project_id = $projectId and p.name = $pipeline`

const placeBind = (projectId: number, { pipeline, environment, branch, build, run = '', trial }: PlaceDto) => ({
  projectId,
  pipeline,
  environment,
  branch,
  build,
  key: run,
  trial: trial === 'true',
})

interface Found {
  runId: number
  buildId: number
  commit: string | null
}

async function makeTarget(db: Queryable, projectId: number, dto: PlaceDto, startedAt: Date, log: MadeLog): Promise<Found> {
  const made = (kind: MadeKind, name: string, fresh: boolean) => {
    if (fresh) log.made.push({ kind, name })
  }
  const named = async (table: 'pipeline' | 'environment', name: string) => {
    const row = await findOrMake(db, table, `project_id, name`, `$projectId, $name`, 'project_id = $projectId and name = $name', {
      projectId,
      name,
    })
    made(table, name, row.fresh)
    return row.id
  }
  const pipelineId = await named('pipeline', dto.pipeline)
  const environmentId = await named('environment', dto.environment)
  const build = await findOrMakeBuild(db, projectId, pipelineId, dto, startedAt)
  made('build', dto.build, build.fresh)
  const lane = await findOrMake(
    db, 'lane', 'project_id, pipeline_id, branch, environment_id, trial', '$projectId, $pipelineId, $branch, $environmentId, $trial',
    'pipeline_id = $pipelineId and branch = $branch and environment_id = $environmentId and trial = $trial',
    { projectId, pipelineId, branch: dto.branch, environmentId, trial: dto.trial === 'true' },
  ) // prettier-ignore
  const row = await makeRun(db, projectId, dto, { build, laneId: lane.id, startedAt, log })
  return { runId: row.id, buildId: build.id, commit: build.commit }
}

/** Stands behind the sort key of a build for its later runs in a lane: before every name that goes on where the build's ends. */
const AGAIN = '\u0001'

interface NewRun {
  build: { id: number; sortKey: string }
  laneId: number
  startedAt: Date
  log: MadeLog
}

/** The run of a build in a lane that its sender names; a further one stands behind those that are there, before the next build. */
async function makeRun(
  db: Queryable,
  projectId: number,
  dto: PlaceDto,
  { build, laneId, startedAt, log }: NewRun,
): Promise<{ id: number }> {
  // of two further runs that come at the same moment each gets a place of its own
  await run(db, 'select 1 from build where id = $id for no key update', { id: build.id })
  const others = await rowsOf<{ id: number; key: string; ordinal: number }>(
    db,
    'select id, key, ordinal::int as ordinal from run where build_id = $buildId and lane_id = $laneId order by ordinal',
    { buildId: build.id, laneId },
  )
  const ordinal = (others.at(-1)?.ordinal ?? 0) + 1
  const release = dto.release === undefined ? null : await findOrMake(
    db, 'release', 'project_id, name', '$projectId, $name', 'project_id = $projectId and name = $name', { projectId, name: dto.release },
  ) // prettier-ignore
  if (release?.fresh && dto.release !== undefined) log.made.push({ kind: 'release', name: dto.release })
  return findOrMake(
    db, 'run', 'project_id, build_id, lane_id, sort_key, day, started_at, key, ordinal, origin_run_id, release_id, profile, scope',
    `$projectId, $buildId, $laneId, $sortKey, ($startedAt::timestamptz at time zone 'UTC')::date, $startedAt::timestamptz, $key, $ordinal::smallint, $origin, $release::int, $profile, $scope`,
    'build_id = $buildId and lane_id = $laneId and key = $key',
    {
      projectId, buildId: build.id, laneId, startedAt, ordinal, key: dto.run ?? '',
      sortKey: ordinal === 1 ? build.sortKey : `${build.sortKey}${AGAIN}${String(ordinal).padStart(5, '0')}`,
      origin: others[0]?.id ?? null, release: release?.id ?? null, profile: dto.profile ?? null,
      // tests that are not in a further run are not gone
      scope: dto.scope ?? (ordinal > 1 ? 'partial' : null),
    },
  ) // prettier-ignore
}

const DAY_MS = 86_400_000
/** A clock that was never set begins in 1970 or 1980, or in 2000. */
const FIRST_PLAUSIBLE = Date.parse('2000-02-01T00:00:00Z')

/** Whether a sender's clock may be right. */
const isPlausible = (at: number, now: number): boolean => at >= FIRST_PLAUSIBLE && at <= now + DAY_MS

/** When a file says that its run began, unless the sender's clock can't be right. */
export const beganAt = (startedAt: number | null): Date | null =>
  startedAt !== null && isPlausible(startedAt, Date.now()) ? new Date(startedAt) : null

/** When a run began, by the sender's clock unless that can't be right. */
function plausible(told: Date, now: Date, { notes }: MadeLog): Date {
  if (isPlausible(told.getTime(), now.getTime())) return told
  const day = told.toISOString().slice(0, 10)
  notes.push(`By its results the run began on ${day}; the sender’s clock must be wrong, so the time of the delivery is taken`)
  return now
}

/** Results whose attempts are gone can't be told anew: a run that was forgotten stays as it is. */
export const isForgotten = (build: string, at: Date) =>
  new Problem(
    'conflict',
    'forgotten',
    `The details of build ${build} were forgotten on ${at.toISOString().slice(0, 10)}, so what it holds can’t be changed any more. Deliver under another build`,
  )

async function findOrMakeBuild(db: Queryable, projectId: number, pipelineId: number, dto: PlaceDto, startedAt: Date) {
  const sortKey = naturalKey(dto.build) ?? `~${startedAt.toISOString()}`
  const row = await findOrMake(
    db, 'build', 'project_id, pipeline_id, branch, name, sort_key, commit', '$projectId, $pipelineId, $branch, $name, $sortKey, $commit',
    'pipeline_id = $pipelineId and branch = $branch and name = $name',
    { projectId, pipelineId, branch: dto.branch, name: dto.build, sortKey, commit: dto.commit ?? null },
  ) // prettier-ignore
  const [stored] = await rowsOf<{ sort_key: string; commit: string | null }>(db, 'select sort_key, commit from build where id = $id', {
    id: row.id,
  })
  return { ...row, sortKey: stored?.sort_key ?? sortKey, commit: stored?.commit ?? null }
}

/** What a sender says about a build is kept where nobody said it before. */
async function tellBuild(db: Queryable, { buildId: id, commit: known }: Found, dto: PlaceDto, log: MadeLog): Promise<void> {
  const { commit = null, author = null, address = null, changedFiles = null } = dto
  if (known !== null && commit !== null && commit !== known)
    log.notes.push(`Build ${dto.build} was delivered before with commit ${known}; that one is kept, not ${commit}`)
  if ([author, address, changedFiles].every((said) => said === null) && (commit === null || known !== null)) return
  await run(
    db,
    `update build set commit = coalesce(commit, $commit), author = coalesce(author, $author), address = coalesce(address, $address),
       changed_files = coalesce(changed_files, $changedFiles::text[]) where id = $id`,
    { id, commit, author, address, changedFiles },
  )
}

/** Insert, or find what was there: two deliveries at once make one. */
async function findOrMake(
  db: Queryable,
  table: string,
  columns: string,
  values: string,
  where: string,
  bind: Record<string, unknown>,
): Promise<{ id: number; fresh: boolean }> {
  const inserted = await rowsOf<{ id: number }>(
    db,
    `insert into ${table} (${columns}) values (${values}) on conflict do nothing returning id`,
    bind,
  )
  if (inserted[0]) return { id: inserted[0].id, fresh: true }
  const used = Object.fromEntries(Object.entries(bind).filter(([name]) => new RegExp(`\\$${name}\\b`).test(where)))
  const [found] = await rowsOf<{ id: number }>(db, `select id from ${table} where ${where}`, used)
  if (!found) throw new Error(`${table} was neither made nor found`)
  return { id: found.id, fresh: false }
}
