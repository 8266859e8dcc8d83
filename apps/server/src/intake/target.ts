import type { DeliveryReport } from '../contract/index.js'
import { naturalKey } from '@bobbin/core'
import { rowsOf, run, type Queryable } from '../platform/database.js'
import { Problem } from '../platform/problem.js'
import type { PlaceDto } from './intake.dto.js'

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
  const place = { projectId, pipeline: dto.pipeline, environment: dto.environment, branch: dto.branch, build: dto.build }
  const [known] = await rowsOf<Found>(db, FIND_TARGET, place)
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
  return { runId: found.runId, day: locked?.day ?? '' }
}

/** The run that a delivery names, where it is there and may still be changed; nothing is made. */
export async function findTarget(
  db: Queryable,
  projectId: number,
  { pipeline, environment, branch, build }: PlaceDto,
): Promise<Target | null> {
  const [found] = await rowsOf<Found>(db, FIND_TARGET, { projectId, pipeline, environment, branch, build })
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
join lane l on l.pipeline_id = p.id and l.branch = $branch and l.environment_id = e.id
join run r on r.build_id = b.id and r.lane_id = l.id
where p.project_id = $projectId and p.name = $pipeline`

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
    db, 'lane', 'project_id, pipeline_id, branch, environment_id', '$projectId, $pipelineId, $branch, $environmentId',
    'pipeline_id = $pipelineId and branch = $branch and environment_id = $environmentId',
    { projectId, pipelineId, branch: dto.branch, environmentId },
  ) // prettier-ignore
  const row = await findOrMake(
    db, 'run', 'project_id, build_id, lane_id, sort_key, day, started_at',
    `$projectId, $buildId, $laneId, $sortKey, ($startedAt::timestamptz at time zone 'UTC')::date, $startedAt::timestamptz`,
    'build_id = $buildId and lane_id = $laneId',
    { projectId, buildId: build.id, laneId: lane.id, sortKey: build.sortKey, startedAt },
  ) // prettier-ignore
  return { runId: row.id, buildId: build.id, commit: build.commit }
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
