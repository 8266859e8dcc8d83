import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import type { LaneRef, RunPoint, ScriptHistory, Threads } from '../contract/index.js'
import { outcomeFromCode } from '@bobbin/core'
import { Sequelize } from 'sequelize-typescript'
import { rowsOf } from '../platform/database.js'
import { CELLS, LANE_POINTS, LANES_OF_SCRIPTS, OUTCOMES_OF_RUNS } from './history-queries.js'

/** How many builds a thread shows. */
export const SPAN = 30

interface Point {
  runId: number
  build: string
  at: Date
  incomplete: boolean
  day: string
}

@Injectable()
export class HistoryService {
  constructor(@InjectConnection() readonly sequelize: Sequelize) {}

  points(laneId: number, upTo: string | null = null, span = SPAN): Promise<Point[]> {
    return rowsOf<Point>(this, LANE_POINTS, { laneId, upTo, span })
  }

  /** Threads of many scripts in one lane, up to and including the run with the sort key `upTo`. */
  async threads(laneId: number, upTo: string | null, scriptIds: number[], span = SPAN): Promise<Threads> {
    const points = await this.points(laneId, upTo, span)
    if (points.length === 0 || scriptIds.length === 0) return { points: points.map(pointOf), byScript: {} }
    const runs = await rowsOf<OutcomesOfRun>(this, OUTCOMES_OF_RUNS, { ...axes(points), scriptIds })
    return { points: points.map(pointOf), byScript: threadsOf(scriptIds, points.length, runs) }
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
        if (own.size > 0) list.push({ lane, points: points.map((point) => withCell(point, own.get(point.runId))) })
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
  /** The place of the run among the points. */
  nth: number
  scriptIds: number[]
  /** The outcome code of each of the scripts, one digit each. */
  codes: string
}

/** One digit a run for each script; 0 where a run has no result of it. */
function threadsOf(scriptIds: number[], length: number, runs: OutcomesOfRun[]): Record<number, string> {
  const digits = new Map(scriptIds.map((id) => [id, new Array<string>(length).fill('0')]))
  for (const { nth, scriptIds: had, codes } of runs) {
    had.forEach((id, i) => {
      const own = digits.get(id)
      if (own) own[nth] = codes[i] ?? '0'
    })
  }
  return Object.fromEntries([...digits].map(([id, own]) => [id, own.join('')]))
}

const axes = (points: Point[]) => ({ runIds: points.map((point) => point.runId), days: points.map((point) => point.day) })

function pointOf({ runId, build, at, incomplete }: Point): RunPoint {
  return { runId, build, at: at.toISOString(), incomplete }
}

function withCell(point: Point, cell: Cell | undefined): ScriptHistory['points'][number] {
  return { ...pointOf(point), outcome: cell ? outcomeFromCode(cell.outcome) : null, durationMs: cell?.durationMs ?? null }
}
