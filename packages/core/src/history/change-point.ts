import { normalTwoSided } from './normal.js'

/** Where a series is split in two: the index of the first value of what is new. */
export interface ChangePoint {
  index: number
  /** How much better two parts tell the series than one: twice the log-likelihood ratio, or the squares that are saved. */
  gain: number
}

const xlogx = (k: number, n: number): number => (k === 0 ? 0 : k * Math.log(k / n))
const logLikelihood = (k: number, n: number): number => xlogx(k, n) + xlogx(n - k, n)

/**
 * The split of passes and failures into two parts of different shares that is likeliest. Of splits that are as likely the first is told.
 * The gain is of a split that was chosen from the same data: its chance has to be found by permutation, not from a table of single tests.
 * @returns null for fewer than two outcomes
 */
export function bernoulliSplit(outcomes: readonly boolean[]): ChangePoint | null {
  const n = outcomes.length
  const all = outcomes.filter((passed) => passed).length
  return bestOf(n, (index, before) => 2 * (logLikelihood(before, index) + logLikelihood(all - before, n - index) - logLikelihood(all, n)), outcomes.map(Number)) // prettier-ignore
}

/**
 * The split of values into two parts with different means that leaves the least squares.
 * @returns null for fewer than two values
 */
export function meanSplit(values: readonly number[]): ChangePoint | null {
  const n = values.length
  const total = values.reduce((sum, value) => sum + value, 0)
  // squares between the parts: what one mean leaves less what two leave
  return bestOf(n, (index, before) => {
    const [left, right] = [before / index, (total - before) / (n - index)]
    return ((index * (n - index)) / n) * (left - right) ** 2
  }, values) // prettier-ignore
}

/** Gains that differ by rounding only are the same. */
const ROUNDING = 1e-9

function bestOf(n: number, gainOf: (index: number, before: number) => number, values: readonly number[]): ChangePoint | null {
  let best: ChangePoint | null = null
  let before = 0
  for (let index = 1; index < n; index++) {
    before += values[index - 1] ?? 0
    const gain = gainOf(index, before)
    if (!best || gain > best.gain + ROUNDING * Math.max(1, Math.abs(best.gain))) best = { index, gain }
  }
  return best
}

export interface MannWhitney {
  /** Pairs in which the first is greater, and half of those that are equal. */
  u: number
  /** Two-sided, by the normal approximation with corrections for ties and for continuity. */
  p: number
  /** The chance that a value of the first is greater than one of the second. */
  effect: number
}

/**
 * Whether values of one sample are greater than those of another, whatever their distribution. Source: Mann and Whitney (1947).
 * @param x at least one value
 * @param y at least one value
 */
export function mannWhitney(x: readonly number[], y: readonly number[]): MannWhitney {
  let u = 0
  for (const a of x) for (const b of y) u += a > b ? 1 : a === b ? 0.5 : 0
  const [m, n] = [x.length, y.length]
  const all = m + n
  const ties = new Map<number, number>()
  for (const value of [...x, ...y]) ties.set(value, (ties.get(value) ?? 0) + 1)
  const tied = [...ties.values()].reduce((sum, t) => sum + t ** 3 - t, 0)
  const variance = ((m * n) / 12) * (all + 1 - tied / (all * (all - 1)))
  const away = Math.max(0, Math.abs(u - (m * n) / 2) - 0.5)
  return { u, p: variance <= 0 ? 1 : normalTwoSided(away / Math.sqrt(variance)), effect: u / (m * n) }
}
