import { helped, outcomeFromCode, paceOf, steadinessOf, whereOnly } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { LaneRef, LifeInstance, LifeMark, ScriptRef, TestLife } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { notFound } from '../platform/problem.js'
import * as sql from './life-queries.js'

const MOST = 1000

interface Instance {
  runId: number
  build: string
  commit: string | null
  at: Date
  laneId: number
  pipeline: string
  branch: string
  environment: string
  profile: string | null
  outage: boolean
  outcome: number
  durationMs: number | null
  attempts: number
  message: string | null
  sortKey: string
  agent: string | null
  /** When it began, in minutes after its run; null where nobody said. */
  minutesIn: number | null
  total: number
}

/** One test from its first run on. */
@Injectable()
export class LifeService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async get({ project }: Context, scriptId: number): Promise<TestLife> {
    const bind = { projectId: project.id, prefix: project.keyPrefix, scriptId }
    const [script] = await rowsOf<ScriptRef & Pick<TestLife, 'cases'>>(this, sql.LIFE_SCRIPT, bind)
    if (!script) throw notFound('test', scriptId)
    const [found, done] = await Promise.all([
      rowsOf<Instance>(this, sql.INSTANCES, { scriptId, most: MOST }),
      rowsOf<{ at: Date; mark: LifeMark }>(this, sql.MARKS, { scriptId }),
    ])
    const rows = found.reverse()
    const { cases, ...ref } = script
    const marks = [...done.map(({ at, mark }) => ({ ...mark, at: at.toISOString() })), ...pacesOf(rows)]
    // an outage judges nobody
    const judging = rows.filter(({ outage, outcome }) => !outage && JUDGED.has(outcome))
    return {
      script: ref,
      cases,
      instances: rows.map(instanceOf),
      total: rows[0]?.total ?? 0,
      marks: marks.sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0)),
      steadiness: steadinessOf(countsOf(judging)),
      where: whereOnly(
        judging.map((row) => ({ bad: row.outcome !== PASSED, places: placesOf(row) })),
        ['environment', 'profile', 'agent', 'hour', 'position'],
      ),
      helped: helpedOf(judging, marks),
    }
  }
}

const PASSED = 1
const RECOVERED = 7
/** Passed, failed, errored, recovered. */
const JUDGED: ReadonlySet<number> = new Set([PASSED, 2, 3, RECOVERED])

const laneOfRow = ({ laneId, pipeline, branch, environment }: Instance): LaneRef => ({ id: laneId, pipeline, branch, environment })

function instanceOf(row: Instance): LifeInstance {
  const { runId, build, commit, at, profile, agent, outage, outcome, durationMs, attempts, message } = row
  return {
    ...{ runId, build, commit, profile, agent, outage, durationMs, attempts, message },
    at: at.toISOString(),
    lane: laneOfRow(row),
    outcome: outcomeFromCode(outcome),
  }
}

/** The hour is that of UTC. */
const placesOf = ({ environment, profile, agent, at, minutesIn }: Instance) => ({
  ...{ environment, profile, agent },
  hour: `${at.getUTCHours()} h`,
  position: positionOf(minutesIn),
})

/** Bounds of the parts of a run, in minutes. */
const POSITIONS = [1, 5, 15, 60]

/** How far into its run a test began, in words. */
function positionOf(minutes: number | null): string | null {
  // clocks of machines differ: what began before its run says nothing
  if (minutes === null || minutes < 0) return null
  const at = POSITIONS.findIndex((bound) => minutes < bound)
  if (at === 0) return 'within the first minute'
  return at < 0 ? `later than ${POSITIONS.at(-1)} min` : `${POSITIONS[at - 1]} to ${POSITIONS[at]} min into the run`
}

/** Where its pace changed, lane by lane. */
function pacesOf(rows: readonly Instance[]): LifeMark[] {
  return [...new Set(rows.map(({ laneId }) => laneId))].flatMap((laneId) => {
    const own = rows.filter((row) => row.laneId === laneId && row.outcome === PASSED && row.durationMs !== null && !row.outage)
    const inOrder = own.toSorted((a, b) => (a.sortKey < b.sortKey ? -1 : 1))
    const pace = paceOf(inOrder.map(({ durationMs }) => durationMs ?? 0))
    const since = pace && inOrder[pace.kind === 'jump' ? pace.index : 0]
    return pace && since ? [{ kind: 'pace' as const, at: since.at.toISOString(), pace, lane: laneOfRow(since), build: since.build }] : []
  })
}

/** The same counts as those of the list of flaky tests. */
function countsOf(rows: readonly Instance[]) {
  const good = ({ outcome }: Instance) => outcome === PASSED || outcome === RECOVERED
  const lanes = [...new Set(rows.map(({ laneId }) => laneId))].map((laneId) =>
    rows.filter((row) => row.laneId === laneId).toSorted((a, b) => (a.sortKey < b.sortKey ? -1 : 1)),
  )
  const commits = new Map<string, Set<boolean>>()
  for (const row of rows) {
    if (row.commit === null) continue
    const key = `${row.commit} ${row.environment}`
    commits.set(key, (commits.get(key) ?? new Set()).add(good(row)))
  }
  return {
    runs: rows.length,
    passed: rows.filter(({ outcome }) => outcome === PASSED).length,
    recovered: rows.filter(({ outcome }) => outcome === RECOVERED).length,
    failed: rows.filter((row) => !good(row)).length,
    flips: lanes.reduce((sum, lane) => sum + lane.filter((row, i) => i > 0 && good(row) !== good(lane[i - 1] as Instance)).length, 0),
    bothWays: [...commits.values()].filter((outcomes) => outcomes.size > 1).length,
  }
}

/** What was done last about the test, judged by its runs before and after. */
function helpedOf(rows: readonly Instance[], marks: readonly LifeMark[]): TestLife['helped'] {
  const last = marks.filter(({ kind }) => kind === 'resolved' || kind === 'released').sort((a, b) => (a.at < b.at ? 1 : -1))[0]
  if (!last || (last.kind !== 'resolved' && last.kind !== 'released')) return null
  const at = rows.findIndex((row) => row.at.toISOString() > last.at)
  const outcomes = rows.map(({ outcome }) => outcome !== PASSED)
  return { ...helped(outcomes, at < 0 ? rows.length : at), at: last.at, what: last.kind }
}
