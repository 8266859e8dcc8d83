import { mannWhitney, meanSplit } from './change-point.js'
import { mannKendall, median, theilSen } from './trend.js'

/** From one build on a test takes longer, or less long. */
export interface Jump {
  kind: 'jump'
  /** The index of the first value of what is new. */
  index: number
  /** Medians before and after, in the unit of the values. */
  before: number
  after: number
  /** Two-sided chance of such a difference between the two parts (Mann-Whitney), before the choice of the place is considered. */
  p: number
}

/** A test takes longer and longer, or less and less long. */
export interface Creep {
  kind: 'creep'
  /** Per build (Theil-Sen). */
  slope: number
  /** Where the trend begins and ends, in the unit of the values. */
  before: number
  after: number
  /** Two-sided (Mann-Kendall). */
  p: number
}

/** What counts as another pace; a choice of ours, tried on seeded histories (docs/figures.md). */
export const PACE = {
  /** Values without which nothing is claimed, and on either side of a jump. */
  least: 8,
  leastSide: 3,
  /** The new pace is at least so much of the old one, or the other way round. */
  ratio: 1.25,
  /** In milliseconds: what nobody would notice. */
  difference: 50,
  /** So many times what values scatter around their pace (1.4826 × median absolute deviation). */
  scatter: 4,
  /** No more than the newest so many values are looked at: what was long ago is no news. */
  most: 120,
  jumpP: 0.02,
  creepP: 0.001,
} as const

/**
 * Whether durations may have another pace at all, by how they correlate with time: a filter that is quick for many tests. Two standard
 * deviations of what chance does; a jump in the newest three of thirty builds correlates by 0.5.
 * @param correlation Pearson's, of durations with the place of their build
 */
export const mayDrift = (correlation: number, values: number): boolean => Math.abs(correlation) >= 2 / Math.sqrt(values)

/** Makes a median absolute deviation comparable with a standard deviation (normal distribution). */
const MAD_TO_SD = 1.4826

/**
 * Whether the pace of a test changed: a jump (change point of least squares, both parts compared by Mann-Whitney) or a creep (Mann-Kendall,
 * Theil-Sen), whichever tells the values better. Single odd values make neither.
 * @param durations in milliseconds, oldest first, of runs in which it passed
 */
export function paceOf(durations: readonly number[]): Jump | Creep | null {
  if (durations.length < PACE.least) return null
  const jump = jumpOf(durations)
  const creep = creepOf(durations)
  if (!jump || !creep) return jump ?? creep
  return left(durations, (i) => (i < jump.index ? jump.before : jump.after)) <= left(durations, lineOf(durations)) ? jump : creep
}

function jumpOf(durations: readonly number[]): Jump | null {
  // a single outlier draws the split of least squares to itself: it is looked for in running medians of three
  const smooth = durations.map((_, i) => median(durations.slice(Math.max(0, i - 1), i + 2)))
  const index = meanSplit(smooth)?.index ?? 0
  if (index < PACE.leastSide || durations.length - index < PACE.leastSide) return null
  const [old, fresh] = [durations.slice(0, index), durations.slice(index)]
  const [before, after] = [median(old), median(fresh)]
  if (!isNoticed(before, after)) return null
  const deviations = durations.map((value, i) => Math.abs(value - (i < index ? before : after)))
  if (Math.abs(after - before) < PACE.scatter * MAD_TO_SD * median(deviations)) return null
  const { p } = mannWhitney(fresh, old)
  return p < PACE.jumpP ? { kind: 'jump', index, before, after, p } : null
}

function creepOf(durations: readonly number[]): Creep | null {
  const trend = mannKendall(durations)
  if (!trend || trend.p >= PACE.creepP) return null
  // the dear part, and needed for few
  const line = theilSen(durations)
  if (!line) return null
  const [before, after] = [line.intercept, line.intercept + line.slope * (durations.length - 1)]
  return isNoticed(before, after) ? { kind: 'creep', slope: line.slope, before, after, p: trend.p } : null
}

function isNoticed(before: number, after: number): boolean {
  const [low, high] = before < after ? [before, after] : [after, before]
  return high - low >= PACE.difference && high >= PACE.ratio * Math.max(low, 0)
}

function lineOf(durations: readonly number[]): (i: number) => number {
  const line = theilSen(durations) ?? { slope: 0, intercept: 0 }
  return (i) => line.intercept + line.slope * i
}

/** What a description leaves of the values: the sum of absolute differences. */
const left = (durations: readonly number[], told: (i: number) => number) =>
  durations.reduce((sum, value, i) => sum + Math.abs(value - told(i)), 0)
