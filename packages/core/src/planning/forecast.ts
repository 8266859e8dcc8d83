import { splitByTime } from './split.js'

/** What a part of a run needs of the agent that takes it. */
export interface Needs {
  /** Words such as `node`, `chromium`, `linux`: all of them. */
  labels: readonly string[]
  profile: string | null
  /** Only an agent of this pool. */
  poolId: number | null
}

export interface Worker {
  id: number
  name: string
  labels: readonly string[]
  /** None: any profile that it is asked for. */
  profiles: readonly string[]
  poolId: number | null
  /** In milliseconds from now; 0 where it waits for work. */
  freeIn: number
  costPerMinute: number
}

/** Why an agent can't take a part; null where it can. */
export type Misfit = { code: 'labels'; missing: string[] } | { code: 'profile' } | { code: 'pool' }

export function misfitOf(needs: Needs, worker: Pick<Worker, 'labels' | 'profiles' | 'poolId'>): Misfit | null {
  if (needs.poolId !== null && worker.poolId !== needs.poolId) return { code: 'pool' }
  const missing = needs.labels.filter((label) => !worker.labels.includes(label))
  if (missing.length > 0) return { code: 'labels', missing }
  if (needs.profile !== null && worker.profiles.length > 0 && !worker.profiles.includes(needs.profile)) return { code: 'profile' }
  return null
}

/** Tests of a cell that one recipe runs. */
export interface Load {
  cell: number
  name: string
  needs: Needs
  /** Expected times in milliseconds of what stays together. */
  units: readonly number[]
  /** Over so many agents at most; null is as many as there are. */
  most: number | null
  /** What preparing it takes each time, in milliseconds. */
  setupMs: number
}

export interface ForecastBar {
  worker: number
  load: number
  fromMs: number
  toMs: number
}

export interface Forecast {
  bars: ForecastBar[]
  /** When the last one ends, in milliseconds from now. */
  endMs: number
  /** No placing on these agents ends earlier. */
  boundMs: number
  machineMs: number
  cost: number
  /** Loads that no agent fits, with what is missing of the one that misses least. */
  unplaced: { load: number; reason: Misfit | { code: 'noAgents' } }[]
}

/**
 * When agents would be done with some work: each load is split over the agents that fit, and its shares go, longest first, to the one that
 * is free first.
 */
export function forecast(loads: readonly Load[], workers: readonly Worker[]): Forecast {
  const free = new Map(workers.map(({ id, freeIn }) => [id, freeIn]))
  const byId = new Map(workers.map((worker) => [worker.id, worker]))
  const unplaced: Forecast['unplaced'] = []
  const shares: { load: number; ms: number; fitting: Worker[] }[] = []
  let bound = 0
  loads.forEach((load, place) => {
    if (load.units.length === 0) return
    const fitting = workers.filter((worker) => misfitOf(load.needs, worker) === null)
    if (fitting.length === 0) return unplaced.push({ load: place, reason: nearestMisfit(load.needs, workers) })
    const many = Math.min(fitting.length, load.units.length, load.most ?? fitting.length)
    const split = splitByTime(load.units.map((time) => ({ time })), Math.max(1, many)) // prettier-ignore
    for (const share of split.shares)
      if (share.length > 0)
        shares.push({ load: place, ms: load.setupMs + share.reduce((sum, i) => sum + (load.units[i] ?? 0), 0), fitting })
    bound = Math.max(bound, split.bound + load.setupMs + Math.min(...fitting.map(({ freeIn }) => freeIn)))
  })
  const bars: ForecastBar[] = []
  let cost = 0
  // who has the fewest agents to choose from goes first, then the longest
  for (const { load, ms, fitting } of shares.sort((a, b) => a.fitting.length - b.fitting.length || b.ms - a.ms)) {
    const [worker] = [...fitting].sort((a, b) => (free.get(a.id) ?? 0) - (free.get(b.id) ?? 0) || a.id - b.id)
    if (!worker) continue
    const fromMs = free.get(worker.id) ?? 0
    bars.push({ worker: worker.id, load, fromMs, toMs: fromMs + ms })
    free.set(worker.id, fromMs + ms)
    cost += (ms / 60_000) * (byId.get(worker.id)?.costPerMinute ?? 0)
  }
  const machineMs = bars.reduce((sum, { fromMs, toMs }) => sum + toMs - fromMs, 0)
  const used = workers.filter((worker) => loads.some((load) => misfitOf(load.needs, worker) === null))
  const evenly = used.length > 0 ? (machineMs + used.reduce((sum, { freeIn }) => sum + freeIn, 0)) / used.length : 0
  const endMs = bars.reduce((last, { toMs }) => Math.max(last, toMs), 0)
  return { bars, endMs, boundMs: Math.min(endMs, Math.max(bound, evenly)), machineMs, cost, unplaced }
}

function nearestMisfit(needs: Needs, workers: readonly Worker[]): Misfit | { code: 'noAgents' } {
  const reasons = workers.flatMap((worker) => misfitOf(needs, worker) ?? [])
  const missing = (reason: Misfit) => (reason.code === 'labels' ? reason.missing.length : reason.code === 'profile' ? 1 : 100)
  return reasons.sort((a, b) => missing(a) - missing(b))[0] ?? { code: 'noAgents' }
}
