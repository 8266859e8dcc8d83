import { NOTABLE_CODES, worseCode } from './worst.js'

/** Results of one run, in columns; \`scripts\` ascends, and the others are of the same length. */
export interface PackedResults {
  scripts: Int32Array
  /** Outcome codes. */
  codes: Uint8Array
  attempts: Uint8Array
  /** Milliseconds; NaN where nobody said. */
  durations: Float32Array
}

/** Bytes of a packed result: script (4), outcome, attempts, duration (4), numbers with their greatest byte first. */
const ROW = 10

/** Results as the database packs them. @throws RangeError where the bytes end within a result */
export function unpackResults(bytes: Uint8Array): PackedResults {
  if (bytes.length % ROW !== 0) throw new RangeError(`${bytes.length} bytes are no whole results`)
  const count = bytes.length / ROW
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const packed = {
    scripts: new Int32Array(count),
    codes: new Uint8Array(count),
    attempts: new Uint8Array(count),
    durations: new Float32Array(count),
  }
  for (let i = 0, at = 0; i < count; i++, at += ROW) {
    packed.scripts[i] = view.getInt32(at)
    packed.codes[i] = view.getUint8(at + 4)
    packed.attempts[i] = view.getUint8(at + 5)
    packed.durations[i] = view.getFloat32(at + 6)
  }
  return packed
}

/** A run with its results. */
export interface PackedRun extends PackedResults {
  id: number
  lane: number
  environment: number
  commit: string | null
  /** Milliseconds since the epoch. */
  startedAt: number
  /** How many of its results are red. */
  red: number
}

/** What is counted of a test that did not always pass. */
export interface UnsteadyCount {
  script: number
  runs: number
  passed: number
  failed: number
  recovered: number
  /** Changes between good and bad from run to run of a lane. */
  flips: number
  /** Commits that were both good and bad in one environment. */
  bothWays: number
  /** Of the first run in which it did not pass, and of the last. */
  since: number
  lastRun: number
  lane: number
  /** In which it did not pass, ascending. */
  environments: number[]
  environmentsOfRuns: number
  /** Spent on tries that were made again, in milliseconds. */
  retryMs: number
  /** Runs that were red because of it alone. */
  redAlone: number
}

const [PASSED, FAILED, ERRORED, RECOVERED] = [1, 2, 3, 7]
/** The largest script number of some runs. */
const largest = (runs: readonly PackedRun[]): number => runs.reduce((most, { scripts }) => Math.max(most, scripts.at(-1) ?? 0), 0)

/**
 * Counts of every test that failed, errored or recovered in some of these runs, over all of their results that judge: two passes over the
 * columns, with a slot a test. Counts are columns, too, as they are touched for each result.
 * @param runs those of a lane together, in the order of their builds
 */
export function countUnsteady(runs: readonly PackedRun[]): UnsteadyCount[] {
  const { slots, found } = suspectsIn(runs)
  const environments = [...new Set(runs.map(({ environment }) => environment))].sort((a, b) => a - b)
  const words = Math.ceil(environments.length / 32)
  const column = () => new Int32Array(found.length)
  const [passed, failed, recovered, flips, lastRun, lastLane, redAlone] = [column(), column(), column(), column(), column(), column(), column()] // prettier-ignore
  const [retryMs, since, lastAt] = [0, Infinity, -Infinity].map((first) => new Float64Array(found.length).fill(first))
  // a bit an environment: all that it ran in, and those in which it did not pass
  const [all, bad] = [new Int32Array(found.length * words), new Int32Array(found.length * words)]
  // of the run before in the lane: 0 none, 1 bad, 2 good
  const before = new Uint8Array(found.length)
  if (!retryMs || !since || !lastAt) return []
  let lane: number | null = null
  for (const run of runs) {
    if (run.lane !== lane) before.fill(0)
    lane = run.lane
    const { scripts, codes, attempts, durations, startedAt, red, id } = run
    const place = environments.indexOf(run.environment)
    const [word, bit] = [place >>> 5, 1 << (place & 31)]
    for (let i = 0; i < codes.length; i++) {
      const slot = slots[scripts[i]!]! - 1
      if (slot < 0) continue
      const code = codes[i]!
      const good = code === PASSED || code === RECOVERED
      if (!good && code !== FAILED && code !== ERRORED) continue
      if (code === PASSED) passed[slot]!++
      else if (code === RECOVERED) recovered[slot]!++
      else failed[slot]!++
      const now = good ? 2 : 1
      if (before[slot] !== 0 && before[slot] !== now) flips[slot]!++
      before[slot] = now
      all[slot * words + word]! |= bit
      if (attempts[i]! > 1 && !Number.isNaN(durations[i]!)) retryMs[slot]! += durations[i]! * (attempts[i]! - 1)
      if (code === PASSED) continue
      bad[slot * words + word]! |= bit
      if (startedAt < since[slot]!) since[slot] = startedAt
      if (startedAt > lastAt[slot]! || (startedAt === lastAt[slot] && id > lastRun[slot]!)) {
        lastAt[slot] = startedAt
        lastRun[slot] = id
        lastLane[slot] = run.lane
      }
      if (!good && red === 1) redAlone[slot]!++
    }
  }
  const bothWays = countBothWays(runs, slots, found.length)
  const bitsOf = (from: Int32Array, slot: number) => environments.filter((_, place) => (from[slot * words + (place >>> 5)]! >>> (place & 31)) & 1) // prettier-ignore
  return found.map((script, slot) => ({
    script,
    runs: passed[slot]! + failed[slot]! + recovered[slot]!,
    passed: passed[slot]!,
    failed: failed[slot]!,
    recovered: recovered[slot]!,
    flips: flips[slot]!,
    bothWays: bothWays[slot]!,
    since: since[slot]!,
    lastRun: lastRun[slot]!,
    lane: lastLane[slot]!,
    environments: bitsOf(bad, slot),
    environmentsOfRuns: bitsOf(all, slot).length,
    retryMs: retryMs[slot]!,
    redAlone: redAlone[slot]!,
  }))
}

/** Tests that failed, errored or recovered, and for every script its place among them, counted from 1. */
function suspectsIn(runs: readonly PackedRun[]): { slots: Int32Array; found: number[] } {
  const slots = new Int32Array(largest(runs) + 1)
  const found: number[] = []
  for (const { scripts, codes } of runs)
    for (let i = 0; i < codes.length; i++) {
      const code = codes[i]
      if (code !== FAILED && code !== ERRORED && code !== RECOVERED) continue
      const script = scripts[i]!
      if (slots[script] !== 0) continue
      found.push(script)
      slots[script] = found.length
    }
  return { slots, found }
}

/** Commits that ran more than once in an environment are those that can disagree with themselves. */
function countBothWays(runs: readonly PackedRun[], slots: Int32Array, tests: number): Int32Array {
  const groups = new Map<string, PackedRun[]>()
  for (const run of runs) {
    if (run.commit === null) continue
    const key = `${run.environment} ${run.commit}`
    const group = groups.get(key)
    if (group) group.push(run)
    else groups.set(key, [run])
  }
  const counts = new Int32Array(tests)
  for (const group of groups.values()) {
    if (group.length < 2) continue
    const ways = new Uint8Array(tests)
    for (const { scripts, codes } of group)
      for (let i = 0; i < codes.length; i++) {
        const slot = slots[scripts[i]!]! - 1
        const code = codes[i]!
        if (slot < 0) continue
        if (code === PASSED || code === RECOVERED) ways[slot]! |= 1
        else if (code === FAILED || code === ERRORED) ways[slot]! |= 2
      }
    for (let slot = 0; slot < tests; slot++) if (ways[slot] === 3) counts[slot]!++
  }
  return counts
}

/** How long a test takes in a lane, over the runs in which it passed. */
export interface PackedPace {
  script: number
  lane: number
  runs: number
  meanMs: number
  /** How its newest durations correlate with the place of their run (Pearson); null where they, or their places, are all the same. */
  drift: number | null
  lastRun: number
}

/**
 * The pace of every test in every lane.
 * @param runs those of a lane together, in the order of their builds
 * @param most how many of the newest runs of a lane the drift is of
 */
export function pacesOf(runs: readonly PackedRun[], most: number): PackedPace[] {
  const lanes = new Map<number, PackedRun[]>()
  for (const run of runs) {
    const own = lanes.get(run.lane)
    if (own) own.push(run)
    else lanes.set(run.lane, [run])
  }
  const slots = new Int32Array(largest(runs) + 1)
  return [...lanes].flatMap(([lane, own]) => pacesOfLane(lane, own, slots, most))
}

function pacesOfLane(lane: number, runs: readonly PackedRun[], slots: Int32Array, most: number): PackedPace[] {
  slots.fill(0)
  const found: number[] = []
  for (const { scripts } of runs)
    for (const script of scripts)
      if (slots[script] === 0) {
        found.push(script)
        slots[script] = found.length
      }
  const column = () => new Float64Array(found.length)
  const [count, sum, last] = [column(), column(), column()]
  const [n, sx, sy, sxx, syy, sxy] = [column(), column(), column(), column(), column(), column()]
  const add = (to: Float64Array, slot: number, value: number) => (to[slot] = (to[slot] ?? 0) + value)
  runs.forEach(({ id, scripts, codes, durations }, nth) => {
    const counts = runs.length - nth <= most
    for (let i = 0; i < codes.length; i++) {
      const ms = durations[i] ?? NaN
      if (codes[i] !== PASSED || Number.isNaN(ms)) continue
      const slot = (slots[scripts[i] ?? 0] ?? 0) - 1
      add(count, slot, 1)
      add(sum, slot, ms)
      if (id > (last[slot] ?? 0)) last[slot] = id
      if (!counts) continue
      add(n, slot, 1)
      add(sx, slot, nth)
      add(sy, slot, ms)
      add(sxx, slot, nth * nth)
      add(syy, slot, ms * ms)
      add(sxy, slot, nth * ms)
    }
  })
  return found.flatMap((script, slot): PackedPace[] => {
    const of = (from: Float64Array) => from[slot] ?? 0
    if (of(count) === 0) return []
    const spread = (of(n) * of(sxx) - of(sx) ** 2) * (of(n) * of(syy) - of(sy) ** 2)
    const drift = spread > 0 ? (of(n) * of(sxy) - of(sx) * of(sy)) / Math.sqrt(spread) : null
    return [{ script, lane, runs: of(count), meanMs: of(sum) / of(count), drift, lastRun: of(last) }]
  })
}

/** Where a script stands in a run; -1 where it has no result. */
export function placeIn({ scripts }: PackedResults, script: number): number {
  let [low, high] = [0, scripts.length - 1]
  while (low <= high) {
    const middle = (low + high) >> 1
    const here = scripts[middle] ?? 0
    if (here === script) return middle
    if (here < script) low = middle + 1
    else high = middle - 1
  }
  return -1
}

/** Runs of one build in a lane, the first first: a test counts as in the latest that has it. */
export type PackedBuild = readonly PackedResults[]

/**
 * The worst outcome of each group of tests in each build, one digit a build, 0 for none: of groups that the newest build has results of, or
 * in which something happened before.
 * @param builds of one lane, oldest first
 * @param groups the scripts of each group; a script may be in several
 * @returns by group, in the order of the groups; null for those that are not told
 */
export function groupThreads(builds: readonly PackedBuild[], groups: readonly (readonly number[])[]): (string | null)[] {
  const known = [...new Set(groups.flat())]
  // a slot for each script, from 1
  const slots = new Int32Array(known.reduce((most, script) => Math.max(most, script), 0) + 1)
  known.forEach((script, i) => (slots[script] = i + 1))
  const columns = builds.map((runs) => {
    const column = new Uint8Array(known.length + 1)
    for (const { scripts, codes } of runs)
      for (let i = 0; i < codes.length; i++) {
        const slot = slots[scripts[i] ?? 0] ?? 0
        if (slot > 0) column[slot] = codes[i] || (column[slot] ?? 0)
      }
    return column
  })
  const newest = columns.at(-1)
  return groups.map((group) => {
    const own = group.map((script) => slots[script] ?? 0)
    const thread = columns.map((column) => own.reduce((worst, slot) => worseCode(worst, column[slot] ?? 0), 0))
    const isTold = own.some((slot) => (newest?.[slot] ?? 0) > 0) || thread.some((code) => NOTABLE_CODES.includes(code))
    return isTold ? thread.join('') : null
  })
}
