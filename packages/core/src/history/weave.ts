import { outcomeCode } from '../results/outcome.js'
import { NOTABLE_CODES } from './worst.js'

/** How the rows of a weave are put: by area and by what changed last, by what changed last alone, by likeness, by flakiness. */
export const WEAVE_ORDERS = ['area', 'change', 'likeness', 'flakiness'] as const
export type WeaveOrder = (typeof WEAVE_ORDERS)[number]

export interface WeaveThread {
  area: string | null
  /** A digit a build, oldest first: an outcome code, 0 for none. */
  thread: string
}

const digit = (code: number) => String(code)
const FAILED = digit(outcomeCode('failed'))
const ERRORED = digit(outcomeCode('errored'))
const BLOCKED = digit(outcomeCode('blocked'))
const RECOVERED = digit(outcomeCode('recovered'))
const PASSED = digit(outcomeCode('passed'))
const NOTABLE = new Set(NOTABLE_CODES.map(digit))

const isRed = (code: string) => code === FAILED || code === ERRORED
const isGood = (code: string) => code === PASSED || code === RECOVERED

/** Where a thread last changed between good and red, as the index of the build; -1 where it never did. What is neither changes nothing. */
export function lastChange(thread: string): number {
  let found = -1
  let before: boolean | null = null
  for (let i = 0; i < thread.length; i++) {
    const code = thread[i] ?? '0'
    if (!isRed(code) && !isGood(code)) continue
    if (before !== null && before !== isGood(code)) found = i
    before = isGood(code)
  }
  return found
}

/** How often a thread changed between good and red, and how often it recovered: what makes it restless. */
export function restlessness(thread: string): number {
  let times = 0
  let before: boolean | null = null
  for (const code of thread) {
    if (code === RECOVERED) times++
    if (!isRed(code) && !isGood(code)) continue
    if (before !== null && before !== isGood(code)) times++
    before = isGood(code)
  }
  return times
}

/**
 * The order of rows.
 * @returns indices of the rows; rows that the order does not tell apart stay as they came
 */
export function weaveOrder(rows: readonly WeaveThread[], order: WeaveOrder): number[] {
  const all = rows.map((_, i) => i)
  if (order === 'likeness') return byLikeness(rows)
  const of = order === 'flakiness' ? rows.map(({ thread }) => restlessness(thread)) : rows.map(({ thread }) => lastChange(thread))
  const within = (a: number, b: number) => (of[b] ?? 0) - (of[a] ?? 0) || a - b
  if (order !== 'area') return all.sort(within)
  // tests without an area come last
  const area = (i: number) => rows[i]?.area ?? '\uffff'
  return all.sort((a, b) => (area(a) < area(b) ? -1 : area(a) > area(b) ? 1 : within(a, b)))
}

/**
 * Tests that fail together stand together: what happens to each is a set of builds, and from the set with the most builds on the next is always
 * that which is most like the last (Jaccard), those that share nothing with it by size.
 */
function byLikeness(rows: readonly WeaveThread[]): number[] {
  const groups = new Map<string, { builds: Set<number>; rows: number[] }>()
  rows.forEach(({ thread }, i) => {
    const builds = [...thread].flatMap((code, at) => (NOTABLE.has(code) ? [at] : []))
    const key = builds.join()
    const group = groups.get(key)
    if (group) group.rows.push(i)
    else groups.set(key, { builds: new Set(builds), rows: [i] })
  })
  const left = [...groups.values()].sort((a, b) => b.builds.size - a.builds.size || (a.rows[0] ?? 0) - (b.rows[0] ?? 0))
  const order: number[] = []
  let last: (typeof left)[number] | undefined
  while (left.length > 0) {
    let best = 0
    let likest = last && left[0] ? jaccard(last.builds, left[0].builds) : 1
    if (last) {
      for (let i = 1; i < left.length; i++) {
        const like = jaccard(last.builds, left[i]?.builds ?? new Set())
        if (like > likest) [best, likest] = [i, like]
      }
    }
    last = left.splice(best, 1)[0]
    order.push(...(last?.rows ?? []))
  }
  return order
}

/** What two sets share, of what either has; 0 where both are empty. */
function jaccard(a: ReadonlySet<number>, b: ReadonlySet<number>): number {
  let shared = 0
  for (const value of a) if (b.has(value)) shared++
  const all = a.size + b.size - shared
  return all === 0 ? 0 : shared / all
}

/** What a part of a weave is made of. */
export interface WeaveSum {
  tests: number
  builds: number
  /** Tests that failed, errored, recovered or were blocked in it; a test counts under each that it did. */
  failed: number
  errored: number
  recovered: number
  blocked: number
  /** Tests to which nothing happened in it. */
  calm: number
  /** Of the tests that are red in its last build, in which build, by index, the oldest of the streaks began; null where none is red. */
  redSince: number | null
  redAtEnd: number
  /** Whether all tests that are red at its end became so in one build. */
  together: boolean
}

/**
 * Sums up some tests over the builds from `from` to `to`, both included.
 * @param threads whole threads: where a streak began may lie before the part
 */
export function weaveSum(threads: readonly string[], from: number, to: number): WeaveSum {
  const sum: WeaveSum = {
    ...{ tests: threads.length, builds: to - from + 1, failed: 0, errored: 0, recovered: 0, blocked: 0, calm: 0 },
    ...{ redSince: null, redAtEnd: 0, together: true },
  }
  const starts = new Set<number>()
  for (const thread of threads) {
    const part = thread.slice(from, to + 1)
    if (part.includes(FAILED)) sum.failed++
    if (part.includes(ERRORED)) sum.errored++
    if (part.includes(RECOVERED)) sum.recovered++
    if (part.includes(BLOCKED)) sum.blocked++
    if (![...part].some((code) => NOTABLE.has(code))) sum.calm++
    const start = streakStart(thread, to)
    if (start === null) continue
    sum.redAtEnd++
    starts.add(start)
  }
  if (starts.size > 0) sum.redSince = Math.min(...starts)
  sum.together = starts.size === 1
  return sum
}

/** Since which build a test is red at one: builds without a verdict neither begin nor end it. @returns null where it is not red */
function streakStart(thread: string, at: number): number | null {
  let start: number | null = null
  for (let i = at; i >= 0; i--) {
    const code = thread[i] ?? '0'
    if (isGood(code)) break
    if (isRed(code)) start = i
    else if (start === null) return null
  }
  return start
}
