import { mayDrift, outcomeCode, PACE, paceOf, pacesOf, type PackedRun, placeIn, splitByTime } from '@bobbin/core'
import { Injectable } from '@nestjs/common'
import { InjectConnection } from '@nestjs/sequelize'
import { Sequelize } from 'sequelize-typescript'
import type { Context } from '../access/index.js'
import type { LaneRef, PaceRow, ScriptRef, SlowList, SlowRow, SplitRow } from '../contract/index.js'
import { rowsOf } from '../platform/database.js'
import { manualScripts } from '../scripts/index.js'
import { type Lens, RunPacks, UntilDelivered } from '../runs/index.js'
import * as sql from './slow-queries.js'

const MOST_SLOWEST = 100
const MOST_CHANGED = 200
/** The most that are looked at, those that could cost most first. */
const MOST_LOOKED = 4000
const MACHINES = [1, 2, 4, 8, 16]
const PASSED = outcomeCode('passed')

interface Duration {
  scriptId: number
  laneId: number
  runs: number
  meanMs: number
  drift: number | null
  lastRunId: number
}

type Script = ScriptRef & { cases: string[] }
type RunOf = Omit<PaceRow['since'], 'at'> & { at: Date }

/** What takes long, and what takes longer than it did. */
@Injectable()
export class SlowService {
  private readonly kept = new UntilDelivered<Awaited<ReturnType<SlowService['measured']>>>()

  constructor(
    private readonly packs: RunPacks,
    @InjectConnection() readonly sequelize: Sequelize,
  ) {}

  async get({ project }: Context, lens: Lens): Promise<SlowList> {
    const bind = { projectId: project.id, ...lens }
    // all durations in the lens are read for it
    const { changed, slowest, splits, looked } = await this.kept.get(this, project.id, JSON.stringify(lens), () => this.measured(bind))
    const scripts = await this.scripts(project.keyPrefix, [
      ...changed.map(({ one }) => one.scriptId),
      ...slowest.map(({ one }) => one.scriptId),
      ...splits.map(({ longest }) => longest.scriptId),
    ])
    const lanes = await this.lanes([...changed, ...slowest].map(({ one }) => one.laneId).concat(splits.map(({ laneId }) => laneId)))
    return {
      changed: changed.flatMap(({ one, ...row }) => refsOf(scripts, lanes, one).map((refs) => ({ ...refs, ...row }))),
      slowest: slowest.flatMap(({ one, ...row }) => refsOf(scripts, lanes, one).map((refs): SlowRow => ({ ...refs, ...row }))),
      splits: splits.flatMap(({ laneId, longest: { scriptId, ...longest }, ...row }) =>
        refsOf(scripts, lanes, { scriptId, laneId }).map(({ script, lane }): SplitRow => ({
          ...row,
          lane,
          longest: { ...longest, script },
        })),
      ),
      looked,
    }
  }

  /** What is told, by the ids of tests and lanes. */
  private async measured(bind: Lens & { projectId: number }) {
    const { projectId, ...lens } = bind
    const [runs, files, byHand] = await Promise.all([
      this.packs.ofLens(projectId, lens),
      rowsOf<FileOfLane>(this, sql.NEWEST_FILES, { ...bind }),
      manualScripts(this, projectId),
    ])
    const automated = pacesOf(runs, PACE.most).filter(({ script }) => !byHand.has(script))
    const durations = automated.map(({ script, lane, lastRun, ...pace }): Duration => ({
      ...pace,
      scriptId: script,
      laneId: lane,
      lastRunId: lastRun,
    }))
    const sums = new Map<number, number>()
    for (const { laneId, meanMs } of durations) sums.set(laneId, (sums.get(laneId) ?? 0) + meanMs)
    const slowest = durations.toSorted((a, b) => b.meanMs - a.meanMs).slice(0, MOST_SLOWEST)
    return {
      changed: await this.changed(durations, runs),
      slowest: slowest.map((one) => ({
        one,
        ...{ runs: one.runs, meanMs: one.meanMs, lastRunId: one.lastRunId },
        share: one.meanMs / (sums.get(one.laneId) || 1),
      })),
      splits: splitsOf(files),
      looked: durations.filter(({ runs }) => runs >= PACE.least).length,
    }
  }

  /** Those whose pace really changed, the dearest first. */
  private async changed(durations: readonly Duration[], packed: readonly PackedRun[]) {
    const weight = ({ drift, meanMs }: Duration) => Math.abs(drift ?? 0) * meanMs
    const likely = durations
      .filter(({ runs, drift }) => runs >= PACE.least && mayDrift(drift ?? 0, Math.min(runs, PACE.most)))
      .sort((a, b) => weight(b) - weight(a))
      .slice(0, MOST_LOOKED)
    if (likely.length === 0) return []
    const lanes = new Map<number, PackedRun[]>()
    for (const run of packed) {
      const own = lanes.get(run.lane)
      if (own) own.push(run)
      else lanes.set(run.lane, [run])
    }
    const found = likely.flatMap((one) => {
      const { durations: own, runIds } = seriesOf((lanes.get(one.laneId) ?? []).slice(-PACE.most), one.scriptId)
      const pace = paceOf(own)
      if (!pace) return []
      return [{ one, pace, durations: own, sinceId: runIds[pace.kind === 'jump' ? pace.index : 0] ?? 0, costMs: pace.after - pace.before }]
    })
    const dearest = found.sort((a, b) => b.costMs - a.costMs).slice(0, MOST_CHANGED)
    const runs = await rowsOf<RunOf>(this, sql.SLOW_RUNS, { runIds: dearest.map(({ sinceId }) => sinceId) })
    const runOf = new Map(runs.map((run) => [run.runId, run]))
    return dearest.flatMap(({ sinceId, ...row }) => {
      const since = runOf.get(sinceId)
      return since ? [{ ...row, since: { ...since, at: since.at.toISOString() } }] : []
    })
  }

  private async scripts(prefix: string, scriptIds: number[]): Promise<Map<number, Script>> {
    const rows = await rowsOf<Script>(this, sql.SLOW_SCRIPTS, { prefix, scriptIds: [...new Set(scriptIds)] })
    return new Map(rows.map((row) => [row.id, row]))
  }

  private async lanes(laneIds: number[]): Promise<Map<number, LaneRef>> {
    const rows = await rowsOf<LaneRef>(this, sql.SLOW_LANES, { laneIds: [...new Set(laneIds)] })
    return new Map(rows.map((row) => [row.id, row]))
  }
}

/** One, or none where the test or the lane went meanwhile. */
function refsOf(scripts: ReadonlyMap<number, Script>, lanes: ReadonlyMap<number, LaneRef>, one: { scriptId: number; laneId: number }) {
  const [found, lane] = [scripts.get(one.scriptId), lanes.get(one.laneId)]
  if (!found || !lane) return []
  const { cases, ...script } = found
  return [{ script, cases, lane }]
}

interface FileOfLane {
  laneId: number
  runId: number
  build: string
  file: string
  tests: number
  ms: number
  scriptId: number
  scriptMs: number
}

/** How long each lane's newest run would take on several machines, files staying together. */
function splitsOf(files: readonly FileOfLane[]) {
  return [...new Set(files.map(({ laneId }) => laneId))].flatMap((laneId) => {
    const own = files.filter((file) => file.laneId === laneId)
    const longest = own.reduce((most, file) => (file.ms > most.ms ? file : most), own[0] as FileOfLane)
    const units = own.map(({ ms }) => ({ time: ms }))
    const { runId, build } = longest
    return [
      {
        ...{ laneId, runId, build },
        tests: own.reduce((sum, { tests }) => sum + tests, 0),
        totalMs: own.reduce((sum, { ms }) => sum + ms, 0),
        splits: MACHINES.map((machines) => ({ machines, ms: splitByTime(units, machines).makespan })),
        longest: { file: longest.file, ms: longest.ms, scriptId: longest.scriptId, scriptMs: longest.scriptMs },
      },
    ]
  })
}

/** The durations of a test in some runs of a lane, oldest first, where it passed and somebody said how long it took. */
function seriesOf(runs: readonly PackedRun[], scriptId: number): { durations: number[]; runIds: number[] } {
  const [durations, runIds]: [number[], number[]] = [[], []]
  for (const run of runs) {
    const at = placeIn(run, scriptId)
    const ms = at < 0 || run.codes[at] !== PASSED ? NaN : (run.durations[at] ?? NaN)
    if (Number.isNaN(ms)) continue
    durations.push(ms)
    runIds.push(run.id)
  }
  return { durations, runIds }
}
