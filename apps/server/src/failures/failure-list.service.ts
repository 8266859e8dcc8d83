import { GROUP_STATES, type GroupState, type Outcome, outcomeFromCode } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { FailureList, FailureRow, Mute, RunCause, RunCauses, StripBuild } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { grouped } from '../platform/grouped.js'
import type { Lens } from '../runs/index.js'
import * as sql from './failure-queries.js'
import type { FailureListDto } from './failures.dto.js'

/** Builds that a strip shows. */
const STRIP = 28
/** Causes that are listed; a filter finds the others. */
const MOST_ROWS = 500

/** A cause as the database tells it. */
interface GroupRecord extends Omit<
  FailureRow,
  'mute' | 'resolvedAt' | 'backAt' | 'decidedAt' | 'behind' | 'since' | 'last' | 'strip' | 'seenIn' | 'buildsSeen' | 'outcome'
> {
  muteId: number | null
  resolvedAt: Date | null
  backAt: Date | null
  decidedAt: Date | null
  ownTests: number
  failed: number
  errored: number
  recovered: number
  behindId: number | null
  behindTitle: string | null
  firstRun: number
  lastRun: number
  chosen: boolean
  cells: Cell[]
}

interface RunNamed {
  id: number
  build: string
  commit: string | null
  at: Date
  pipelineId: number
  branch: string
}

interface LensBuild {
  buildId: number
  build: string
  pipelineId: number
  branch: string
  at: Date
  runId: number
}

/** A build, how many tests failed this way in it, the run, and how most ended. */
type Cell = [buildId: number, tests: number, runId: number, outcome: number]

export interface MuteRecord extends Omit<Mute, 'untilAt' | 'at' | 'endedAt'> {
  untilAt: Date | null
  at: Date
  endedAt: Date | null
}

export const muteRow = ({ untilAt, at, endedAt, ...mute }: MuteRecord): Mute => ({
  ...mute,
  untilAt: untilAt?.toISOString() ?? null,
  at: at.toISOString(),
  endedAt: endedAt?.toISOString() ?? null,
})

/** Nothing left out by area, team or owner. */
const UNFILTERED = { areaId: null, teamId: null, ownerId: null }

/** Causes behind the failures that the lens shows. */
@Injectable()
export class FailureListService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async list(context: Context, lens: Lens, dto: FailureListDto): Promise<FailureList> {
    const filter = { areaId: dto.area ?? null, teamId: dto.team ?? null, ownerId: dto.owner ?? null }
    const all = await this.rows(context, lens, filter)
    const mine = dto.mine ? await this.teamsOf(context) : null
    const words = dto.search?.toLowerCase()
    const ofRun = dto.run === undefined ? null : await this.groupsOfRun(context, dto.run)
    const rows = all.filter(
      ({ chosen, row }) =>
        chosen &&
        (!dto.state || row.state === dto.state) &&
        (!dto.cause || (row.cause ?? 'none') === dto.cause) &&
        (!mine || row.assignee?.id === context.caller.accountId || (row.team !== null && mine.has(row.team.id))) &&
        (!words || row.title.toLowerCase().includes(words)) &&
        (!ofRun || ofRun.has(row.id)),
    )
    const counted = all.filter(({ row }) => row.behind === null)
    const counts = Object.fromEntries(GROUP_STATES.map((state) => [state, 0])) as Record<GroupState, number>
    for (const { row } of counted) counts[row.state]++
    const untriaged = counted.filter(({ row }) => row.state === 'untriaged').map(({ row }) => row.since.at)
    return {
      rows: inOrder(rows.map(({ row }) => row)).slice(0, MOST_ROWS),
      fitting: rows.length,
      counts,
      causes: counted.length,
      failures: all.reduce((sum, { row }) => sum + row.failures, 0),
      oldestUntriagedAt: untriaged.sort()[0] ?? null,
    }
  }

  /** One of them, as the list shows it; null where the lens shows nothing of it. */
  async row(context: Context, lens: Lens, id: number): Promise<FailureRow | null> {
    const [own] = await rowsOf<{ signatures: number[] }>(this, sql.SIGNATURES_OF_GROUP, { projectId: context.project.id, id })
    return (await this.rows(context, lens, UNFILTERED, own?.signatures ?? []))[0]?.row ?? null
  }

  /** How many causes nobody triaged in the newest builds of the main branch. */
  async untriaged({ project }: Context): Promise<number> {
    const [row] = await rowsOf<{ count: number }>(this, sql.UNTRIAGED, { projectId: project.id, main: project.defaultBranch })
    return row?.count ?? 0
  }

  /** Why a run is red, and what of it counts. */
  async ofRun({ project }: Context, runId: number): Promise<RunCauses> {
    const bind = { projectId: project.id, runId }
    const [rows, [aside]] = await Promise.all([
      rowsOf<RunCause>(this, sql.CAUSES_OF_ONE_RUN, bind),
      rowsOf<Omit<RunCauses, 'rows'>>(this, sql.ASIDE_OF_RUN, bind),
    ])
    return { rows, muted: aside?.muted ?? [], quarantined: aside?.quarantined ?? [], counting: aside?.counting ?? 0 }
  }

  private async rows(
    { project }: Context,
    lens: Lens,
    filter: typeof UNFILTERED | Record<string, number | null>,
    signatures: number[] | null = null,
  ) {
    const bind = { projectId: project.id, ...lens, signatures }
    const [records, builds] = await Promise.all([
      rowsOf<GroupRecord>(this, sql.GROUP_ROWS, { ...bind, ...filter }),
      rowsOf<LensBuild>(this, sql.STRIP_BUILDS, bind),
    ])
    const ids = [...new Set(records.flatMap(({ firstRun, lastRun }) => [firstRun, lastRun]))]
    const [named, mutes] = await Promise.all([
      rowsOf<RunNamed>(this, sql.RUNS_NAMED, { ids }),
      this.mutesById(
        project.id,
        records.flatMap(({ muteId }) => muteId ?? []),
      ),
    ])
    const runs = new Map(named.map((run) => [run.id, run]))
    const byLane = grouped(builds, ({ pipelineId, branch }) => `${pipelineId} ${branch}`)
    return records.flatMap((record) => {
      const [first, last] = [runs.get(record.firstRun), runs.get(record.lastRun)]
      if (!first || !last) return []
      const lane = byLane.get(`${last.pipelineId} ${last.branch}`) ?? []
      const own = new Map(record.cells.map((cell) => [cell[0], cell]))
      const row: FailureRow = {
        ...plainRow(record),
        behind: record.behindId === null ? null : { id: record.behindId, title: record.behindTitle ?? '' },
        mute: mutes.get(record.muteId ?? 0) ?? null,
        since: { build: first.build, commit: first.commit, runId: first.id, at: first.at.toISOString() },
        last: { build: last.build, runId: last.id, at: last.at.toISOString() },
        strip: lane
          .slice(0, STRIP)
          .reverse()
          .map((build) => stripBuild(build, own.get(build.buildId))),
        seenIn: lane.filter(({ buildId }) => own.has(buildId)).length,
        buildsSeen: lane.length,
      }
      return [{ row, chosen: record.chosen }]
    })
  }

  private async mutesById(projectId: number, ids: number[]): Promise<Map<number, Mute>> {
    if (ids.length === 0) return new Map()
    const rows = await rowsOf<MuteRecord>(
      this,
      `select ${sql.MUTE_COLUMNS} from mute m where m.project_id = $projectId and m.id = any($ids::int[])`,
      { projectId, ids },
    )
    return new Map(rows.map((mute) => [mute.id, muteRow(mute)]))
  }

  private async teamsOf({ project, caller }: Context): Promise<Set<number>> {
    const rows = await rowsOf<{ id: number }>(
      this,
      'select team_id as id from team_member where project_id = $projectId and account_id = $accountId',
      { projectId: project.id, accountId: caller.accountId },
    )
    return new Set(rows.map(({ id }) => id))
  }

  private async groupsOfRun({ project }: Context, runId: number): Promise<Set<number>> {
    const rows = await rowsOf<{ id: number }>(
      this,
      `select distinct c.group_id as id from run r join result x on x.run_id = r.id and x.day = r.day and x.outcome in (2, 3, 7)
       join signature_cause c on c.signature_id = x.signature_id where r.id = $runId and r.project_id = $projectId`,
      { runId, projectId: project.id },
    )
    return new Set(rows.map(({ id }) => id))
  }
}

function plainRow({
  firstRun: _,
  lastRun: __,
  muteId: ___,
  behindId: ____,
  behindTitle: _______,
  chosen: _____,
  cells: ______,
  ownTests,
  failed,
  errored,
  recovered,
  ...record
}: GroupRecord) {
  const { resolvedAt, backAt, decidedAt } = record
  return {
    ...record,
    tests: ownTests || record.tests,
    outcome: mostOf({ failed, errored, recovered }),
    resolvedAt: resolvedAt?.toISOString() ?? null,
    backAt: backAt?.toISOString() ?? null,
    decidedAt: decidedAt?.toISOString() ?? null,
  }
}

/** How most of them ended; what failed outright before what passed when tried again. */
function mostOf(counts: { failed: number; errored: number; recovered: number }): Outcome {
  const [[outcome] = ['failed' as const]] = (Object.entries(counts) as [keyof typeof counts, number][]).sort((a, b) => b[1] - a[1])
  return outcome
}

const stripBuild = ({ build, runId, at }: LensBuild, cell: Cell | undefined): StripBuild => ({
  build,
  runId: cell?.[2] ?? runId,
  at: at.toISOString(),
  tests: cell?.[1] ?? 0,
  outcome: cell ? outcomeFromCode(cell[3]) : null,
})

/** Untriaged first; what is in the newest build before what is not, and what many tests have before what few have. What follows another stands below it. */
function inOrder(rows: readonly FailureRow[]): FailureRow[] {
  // of what was decided, what came back since stands first
  const back = ({ state, backAt, decidedAt }: FailureRow) =>
    state === 'known' && backAt !== null && (decidedAt === null || decidedAt < backAt) ? 0 : 1
  const now = (row: FailureRow) => ((row.strip.at(-1)?.tests ?? 0) > 0 ? 0 : 1)
  const sorted = rows
    .filter(({ behind }) => behind === null || !rows.some(({ id }) => id === behind.id))
    .sort(
      (a, b) =>
        GROUP_STATES.indexOf(a.state) - GROUP_STATES.indexOf(b.state) ||
        back(a) - back(b) ||
        now(a) - now(b) ||
        b.tests - a.tests ||
        (a.last.at < b.last.at ? 1 : -1),
    )
  const top = new Set(sorted)
  return sorted.flatMap((row) => [row, ...rows.filter((other) => !top.has(other) && other.behind?.id === row.id)])
}
