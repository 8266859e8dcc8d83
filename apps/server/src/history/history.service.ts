import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { LaneRef, RunPoint, ScriptHistory, Threads } from '../contract/index.js'
import { outcomeFromCode } from '@bobbin/core'
import { Sequelize } from 'sequelize-typescript'
import { rowsOf } from '../platform/database.js'
import { CELLS, LANE_RUNS, LANES_OF_SCRIPTS, OUTCOMES_OF_RUNS } from './history-queries.js'

/** How many builds a thread shows. */
export const SPAN = 30

/** A run of a lane. */
interface LaneRun {
  runId: number
  build: string
  buildId: number
  at: Date
  incomplete: boolean
  day: string
}

/** A build in a lane: one glyph of a thread, whatever the number of its runs. It bears the latest run. */
interface Point extends LaneRun {
  runs: LaneRun[]
}

/** One point a build, oldest first. */
function pointsOf(runs: readonly LaneRun[]): Point[] {
  const points: Point[] = []
  for (const run of runs) {
    const last = points.at(-1)
    if (last?.buildId === run.buildId) Object.assign(last, run, { runs: [...last.runs, run] })
    else points.push({ ...run, runs: [run] })
  }
  return points
}

@Injectable()
export class HistoryService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  async points(laneId: number, upTo: string | null = null, span = SPAN): Promise<Point[]> {
    return pointsOf(await rowsOf<LaneRun>(this, LANE_RUNS, { laneId, upTo, span }))
  }

  /** Threads of many scripts in one lane, up to and including the run with the sort key `upTo`. */
  async threads(laneId: number, upTo: string | null, scriptIds: number[], span = SPAN): Promise<Threads> {
    const points = await this.points(laneId, upTo, span)
    if (points.length === 0 || scriptIds.length === 0) return { points: points.map(pointOf), byScript: {} }
    const runs = await rowsOf<OutcomesOfRun>(this, OUTCOMES_OF_RUNS, { ...axes(points), scriptIds })
    return { points: points.map(pointOf), byScript: threadsOf(scriptIds, points, runs) }
  }

  /** The histories of some scripts, each in every lane in whose newest builds it ran, newest lane first. */
  async histories(projectId: number, scriptIds: number[]): Promise<Map<number, ScriptHistory[]>> {
    const histories = new Map<number, ScriptHistory[]>(scriptIds.map((id) => [id, []]))
    if (scriptIds.length === 0) return histories
    const lanes = await rowsOf<LaneRef>(this, LANES_OF_SCRIPTS, { projectId, scriptIds, span: SPAN })
    for (const lane of lanes) {
      const points = await this.points(lane.id)
      const cells = await rowsOf<Cell>(this, CELLS, { ...axes(points), scriptIds })
      for (const [id, list] of histories) {
        const own = new Map(cells.filter((cell) => cell.scriptId === id).map((cell) => [cell.runId, cell]))
        // of several runs of a build the latest one that has the test tells
        const cellOf = ({ runs }: Point) => runs.map(({ runId }) => own.get(runId)).findLast((cell) => cell !== undefined)
        if (own.size > 0) list.push({ lane, points: points.map((point) => withCell(point, cellOf(point))) })
      }
    }
    return histories
  }
}

interface Cell {
  scriptId: number
  runId: number
  outcome: number
  durationMs: number | null
}

interface OutcomesOfRun {
  /** The place of the run among those that were asked about. */
  nth: number
  scriptIds: number[]
  /** The outcome code of each of the scripts, one digit each. */
  codes: string
}

/** One digit a build for each script; 0 where none of its runs has a result of it. Later runs of a build come after earlier ones, and count. */
function threadsOf(scriptIds: number[], points: Point[], runs: OutcomesOfRun[]): Record<number, string> {
  const digits = new Map(scriptIds.map((id) => [id, new Array<string>(points.length).fill('0')]))
  const place = points.flatMap(({ runs: own }, i) => own.map(() => i))
  for (const { nth, scriptIds: had, codes } of runs.toSorted((a, b) => a.nth - b.nth)) {
    had.forEach((id, i) => {
      const own = digits.get(id)
      if (own) own[place[nth] ?? 0] = codes[i] ?? '0'
    })
  }
  return Object.fromEntries([...digits].map(([id, own]) => [id, own.join('')]))
}

const axes = (points: Point[]) => {
  const runs = points.flatMap((point) => point.runs)
  return { runIds: runs.map(({ runId }) => runId), days: runs.map(({ day }) => day) }
}

function pointOf({ runId, build, at, incomplete, runs }: Point): RunPoint {
  return { runId, build, at: at.toISOString(), incomplete, runs: runs.length }
}

function withCell(point: Point, cell: Cell | undefined): ScriptHistory['points'][number] {
  return { ...pointOf(point), outcome: cell ? outcomeFromCode(cell.outcome) : null, durationMs: cell?.durationMs ?? null }
}
