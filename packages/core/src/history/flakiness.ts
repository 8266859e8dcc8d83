import { normalTwoSided } from './normal.js'

/** What a sequence of outcomes of one test says; `true` is passed. */
export interface Flips {
  n: number
  passes: number
  /** How often the outcome was another than the one before. */
  transitions: number
  /** Transitions by all chances for one; null for fewer than two outcomes. */
  flipRate: number | null
  /** Of the share of passes, in bits: 0 is always the same, 1 is a coin. */
  entropyBits: number
  longestFailRun: number
}

export function flipsOf(outcomes: readonly boolean[]): Flips {
  const n = outcomes.length
  const passes = outcomes.filter((passed) => passed).length
  const transitions = outcomes.filter((passed, i) => i > 0 && passed !== outcomes[i - 1]).length
  let [longest, run] = [0, 0]
  for (const passed of outcomes) {
    run = passed ? 0 : run + 1
    longest = Math.max(longest, run)
  }
  return {
    n,
    passes,
    transitions,
    flipRate: n < 2 ? null : transitions / (n - 1),
    entropyBits: n === 0 ? 0 : entropy(passes / n),
    longestFailRun: longest,
  }
}

const entropy = (p: number): number => -[p, 1 - p].reduce((sum, q) => (q === 0 ? sum : sum + q * Math.log2(q)), 0) || 0

/** What the tries of one test in several builds say; each build is its tries, first to last. */
export interface Retries {
  builds: number
  attempts: number
  firstAttemptPassRate: number
  eventualPassRate: number
  attemptPassRate: number
  /** Builds in which it failed and passed: proof, since nothing else changed. */
  flakyBuilds: number
  retries: number
}

/** @param builds at least one, each with at least one try */
export function retriesOf(builds: readonly (readonly boolean[])[]): Retries {
  const tries = builds.flat()
  const share = (count: number, of: number) => (of === 0 ? 0 : count / of)
  return {
    builds: builds.length,
    attempts: tries.length,
    firstAttemptPassRate: share(builds.filter(([first]) => first).length, builds.length),
    eventualPassRate: share(builds.filter((one) => one.includes(true)).length, builds.length),
    attemptPassRate: share(tries.filter((passed) => passed).length, tries.length),
    flakyBuilds: builds.filter((one) => one.includes(true) && one.includes(false)).length,
    retries: tries.length - builds.length,
  }
}

/**
 * How likely a build without a fault is red all the same: some test fails in its first try and in all retries.
 * @param failShare of one try, independent of others
 */
export const redWithoutFault = (tests: number, failShare: number, retries: number): number =>
  -Math.expm1(tests * Math.log1p(-(failShare ** (retries + 1))))

/** So many runs show a test that fails with this share at least once, with this confidence. */
export const runsToSee = (failShare: number, confidence: number): number => Math.ceil(Math.log(1 - confidence) / Math.log1p(-failShare))

export interface RunsTest {
  /** Stretches of equal outcomes. */
  runs: number
  mean: number
  variance: number
  /** Below zero: outcomes stick together; above: they alternate. */
  z: number
  /** Two-sided, by the normal approximation without correction. */
  p: number
}

/**
 * The runs test of Wald and Wolfowitz (1940): whether outcomes come and go by chance, or in stretches.
 * @returns null where all outcomes are the same: nothing can be said
 */
export function runsTest(outcomes: readonly boolean[]): RunsTest | null {
  const { n, passes, transitions } = flipsOf(outcomes)
  const fails = n - passes
  if (passes === 0 || fails === 0) return null
  const runs = transitions + 1
  const twice = 2 * passes * fails
  const mean = twice / n + 1
  const variance = (twice * (twice - n)) / (n * n * (n - 1))
  if (variance === 0) return null
  const z = (runs - mean) / Math.sqrt(variance)
  return { runs, mean, variance, z, p: normalTwoSided(z) }
}
