/** z of a two-sided confidence of 95 %. */
export const Z95 = 1.959963984540054

/** A share with its bounds. */
export interface Bounds {
  low: number
  high: number
}

/**
 * Wilson's score interval of a share, without correction for continuity. Source: Wilson (1927), as method 3 in Newcombe (1998), Statistics in
 * Medicine 17:857–872.
 * @param k successes of n
 * @returns null where n is 0: nothing is known, and no number is made up
 * @example wilson(81, 263) // { low: 0.2553, high: 0.3662 }
 */
export function wilson(k: number, n: number, z = Z95): Bounds | null {
  if (n <= 0) return null
  const [p, z2] = [k / n, z * z]
  const middle = p + z2 / (2 * n)
  const half = z * Math.sqrt((p * (1 - p) + z2 / (4 * n)) / n)
  const whole = 1 + z2 / n
  return { low: k === 0 ? 0 : Math.max(0, (middle - half) / whole), high: k === n ? 1 : Math.min(1, (middle + half) / whole) }
}

/**
 * Bounds of the difference of two independent shares (first minus second), from the Wilson bounds of each. Source: method 10 in Newcombe
 * (1998), Statistics in Medicine 17:873–890.
 * @returns null where one of them has no observation
 */
export function wilsonDifference(k1: number, n1: number, k2: number, n2: number, z = Z95): Bounds | null {
  const [one, other] = [wilson(k1, n1, z), wilson(k2, n2, z)]
  if (!one || !other) return null
  const [p, q] = [k1 / n1, k2 / n2]
  return {
    low: p - q - Math.hypot(p - one.low, other.high - q),
    high: p - q + Math.hypot(one.high - p, q - other.low),
  }
}
