/**
 * The chance that a standard normal variable is greater than z: half of erfc(z / √2), by its power series near zero and by the continued
 * fraction of Legendre further out, both to double precision. Source: Abramowitz and Stegun (1964), 7.1.5 and 7.1.14.
 * @example normalTail(1.959963984540054) // 0.025
 */
export function normalTail(z: number): number {
  if (z < 0) return 1 - normalTail(-z)
  const x = z / Math.SQRT2
  return (x < 2.5 ? 1 - erfSeries(x) : erfcFraction(x)) / 2
}

function erfSeries(x: number): number {
  let [term, sum] = [x, x]
  for (let n = 1; Math.abs(term / (2 * n + 1)) > 1e-18 * Math.abs(sum) && n < 200; n++) {
    term *= (-x * x) / n
    sum += term / (2 * n + 1)
  }
  return (2 / Math.sqrt(Math.PI)) * sum
}

function erfcFraction(x: number): number {
  let fraction = 0
  for (let k = 120; k > 0; k--) fraction = k / 2 / (x + fraction)
  return Math.exp(-x * x) / Math.sqrt(Math.PI) / (x + fraction)
}

/** The two-sided chance of a value at least so far from zero. */
export const normalTwoSided = (z: number): number => Math.min(1, 2 * normalTail(Math.abs(z)))
