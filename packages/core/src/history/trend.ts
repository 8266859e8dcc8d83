import { normalTwoSided } from './normal.js'

export interface MannKendall {
  n: number
  /** Later values that are greater, less those that are lesser. */
  s: number
  variance: number
  z: number
  /** Two-sided, by the normal approximation with correction for continuity and for ties. */
  p: number
}

/**
 * Whether values rise or fall over time, whatever the shape. Source: Mann (1945), Kendall (1975).
 * @returns null for fewer than two values: no trend can be stated
 */
export function mannKendall(values: readonly number[]): MannKendall | null {
  const n = values.length
  if (n < 2) return null
  let s = 0
  for (let j = 1; j < n; j++) for (let i = 0; i < j; i++) s += Math.sign((values[j] ?? 0) - (values[i] ?? 0))
  const ties = new Map<number, number>()
  for (const value of values) ties.set(value, (ties.get(value) ?? 0) + 1)
  const part = (t: number) => t * (t - 1) * (2 * t + 5)
  const variance = (part(n) - [...ties.values()].reduce((sum, t) => sum + part(t), 0)) / 18
  const z = variance === 0 || s === 0 ? 0 : (s - Math.sign(s)) / Math.sqrt(variance)
  return { n, s, variance, z, p: normalTwoSided(z) }
}

/**
 * The median of all slopes between two points: a trend that single odd values do not bend. Source: Theil (1950), Sen (1968). The intercept is
 * that through the medians of both.
 * @param x times; by itself 0, 1, 2 …
 * @returns null where no two points have different times
 */
export function theilSen(y: readonly number[], x: readonly number[] = y.map((_, i) => i)): { slope: number; intercept: number } | null {
  const slopes: number[] = []
  for (let j = 1; j < y.length; j++)
    for (let i = 0; i < j; i++) {
      const run = (x[j] ?? 0) - (x[i] ?? 0)
      if (run !== 0) slopes.push(((y[j] ?? 0) - (y[i] ?? 0)) / run)
    }
  if (slopes.length === 0) return null
  const slope = median(slopes)
  return { slope, intercept: median(y) - slope * median(x) }
}

/** @param values at least one */
export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  const middle = sorted.length >> 1
  return sorted.length % 2 === 1 ? (sorted[middle] ?? 0) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2
}
