/** A 2 × 2 table: `a` and `b` in the first row, `c` and `d` in the second. */
export type Table = readonly [a: number, b: number, c: number, d: number]

const logFactorials = [0]
function logFactorial(n: number): number {
  for (let i = logFactorials.length; i <= n; i++) logFactorials.push((logFactorials[i - 1] ?? 0) + Math.log(i))
  return logFactorials[n] ?? 0
}
const logChoose = (n: number, k: number): number => (k < 0 || k > n ? -Infinity : logFactorial(n) - logFactorial(k) - logFactorial(n - k))

/** The chance of each table with the same margins, by its first cell. */
function* chances([a, b, c, d]: Table): Generator<{ first: number; chance: number }> {
  const [row, column, all] = [a + b, a + c, a + b + c + d]
  const whole = logChoose(all, column)
  for (let k = Math.max(0, column - (all - row)); k <= Math.min(row, column); k++)
    yield { first: k, chance: Math.exp(logChoose(row, k) + logChoose(all - row, column - k) - whole) }
}

/**
 * Fisher's exact test that the first row has a greater share in the first column than the second row.
 * Source: Fisher (1935), The Design of Experiments, chapter II; the tail of the hypergeometric distribution.
 */
export function fisherGreater(table: Table): number {
  let sum = 0
  for (const { first, chance } of chances(table)) if (first >= table[0]) sum += chance
  return Math.min(1, sum)
}

/** The same for a lesser share. */
export function fisherLess(table: Table): number {
  let sum = 0
  for (const { first, chance } of chances(table)) if (first <= table[0]) sum += chance
  return Math.min(1, sum)
}

/** Tables that are as likely but for rounding count as equally likely. */
const ROUNDING = 1 + 1e-7

/** The two-sided test: all tables that are no likelier than this one, as R and SciPy have it. */
export function fisherTwoSided(table: Table): number {
  const all = [...chances(table)]
  const own = all.find(({ first }) => first === table[0])?.chance ?? 0
  return Math.min(
    1,
    all.reduce((sum, { chance }) => (chance <= own * ROUNDING ? sum + chance : sum), 0),
  )
}
