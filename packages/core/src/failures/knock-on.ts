import type { KnockOnRule } from '../states.js'
import { bounded } from '../text/bounded.js'

/** A test of a run that did not pass. */
export interface RedTest {
  id: number
  name: string
  /** Its file, class or outermost suite; tests of one holder run in one process. */
  holder: string
  outcome: 'failed' | 'errored' | 'blocked'
  /** Alike failures have the same; null for a blocked test. */
  signature: number | null
  /** What it said, or why it was blocked. */
  message: string
}

export interface KnockOn {
  id: number
  /** The test that it only follows. */
  behind: number
  rule: KnockOnRule
}

/** How runners name a hook around tests: common practice, no source. */
const HOOK = bounded(
  2000,
  /["“`']?(?:before|after)[ _-]?(?:all|each)["”`']? hook|\b(?:before|after)(?:All|Each)\b|\bset_?up_?(?:class|module|package)\b|\bsetUpBeforeClass\b|\bone ?time ?set ?up\b|@Before(?:Class|All|Suite|Method)\b|\bERROR at setup of\b|\bfixture "?\w{1,80}"? (?:failed|errored)/i,
)
/** How a runner, or a test, says that it could do nothing since another had failed: common practice, no source. */
const FOLLOWS =
  /\bdepends? on\b|\bblocked by\b|\b(?:previous|earlier) (?:test|step)\b|\bprerequisite\b|\bnot successfully finished\b|\bbecause\b/i
const MOST = 2000
/** So many names are looked for, in so many different messages: a run in which more went wrong has one cause, and is read by nobody test by test. */
const [MOST_NAMED, MOST_MESSAGES] = [1000, 200]
/** A shorter name may stand in any message. */
const LEAST_NAME = 6

/**
 * Which failures of a run only follow another one: blocked tests, a whole file behind one hook, and tests that say themselves that they could
 * not run because of another. What follows something that itself follows is behind the first of the chain.
 * @param tests in the order in which they ran, as far as that is known
 * @param orders tests that are known to fail only after another, with what they fail after, where both ran here in that order
 */
export function knockOns(tests: readonly RedTest[], orders: readonly { id: number; after: number }[] = []): KnockOn[] {
  const found = new Map<number, KnockOn>()
  const add = (id: number, behind: number | undefined, rule: KnockOnRule) => {
    if (behind !== undefined && behind !== id && !found.has(id)) found.set(id, { id, behind, rule })
  }
  for (const { id, after } of orders) add(id, after, 'order')
  for (const group of hooks(tests)) for (const test of group.slice(1)) add(test.id, group[0]?.id, 'hook')
  const reds = tests.filter(({ outcome }) => outcome !== 'blocked')
  const byName = namesIn(reds)
  /** The last test of each file that failed, so far. */
  const last = new Map<string, number>()
  for (const test of tests) {
    const message = test.message.slice(0, MOST)
    if (test.outcome !== 'blocked') last.set(test.holder, test.id)
    if (test.outcome === 'blocked') add(test.id, byName(message, test) ?? last.get(test.holder), 'blocked')
    else if (FOLLOWS.test(message)) add(test.id, byName(message, test), 'chain')
  }
  return [...found.values()].flatMap((one) => {
    const first = beginning(found, one)
    return first === null ? [] : [{ ...one, behind: first }]
  })
}

/** The failure at the beginning of a chain; null where the chain bites its tail. */
function beginning(found: ReadonlyMap<number, KnockOn>, one: KnockOn): number | null {
  const seen = new Set([one.id])
  let at = one.behind
  for (let next = found.get(at); next; next = found.get(at)) {
    if (seen.has(at)) return null
    seen.add(at)
    at = next.behind
  }
  return at
}

/** Tests of one file that fail alike, and say that a hook did. */
function hooks(tests: readonly RedTest[]): RedTest[][] {
  const groups = new Map<string, RedTest[]>()
  for (const test of tests) {
    if (test.outcome === 'blocked' || test.signature === null || !HOOK.test(test.message.slice(0, MOST))) continue
    const key = `${test.signature} ${test.holder}`
    groups.set(key, [...(groups.get(key) ?? []), test])
  }
  return [...groups.values()].filter((group) => group.length > 1)
}

/** Finds the test that a message names: of the same file first, and of several the one with the longest name. */
function namesIn(reds: readonly RedTest[]): (message: string, of: RedTest) => number | undefined {
  const named = reds
    .filter(({ name }) => name.length >= LEAST_NAME)
    .sort((a, b) => b.name.length - a.name.length)
    .slice(0, MOST_NAMED)
  // very many tests are blocked with the same words
  const known = new Map<string, number | undefined>()
  return (message, of) => {
    const key = `${of.holder}\u0000${message}`
    if (known.has(key) && known.get(key) !== of.id) return known.get(key)
    if (known.size >= MOST_MESSAGES) return undefined
    const fits = named.filter(({ id, name }) => id !== of.id && message.includes(name))
    const found = (fits.find(({ holder }) => holder === of.holder) ?? fits[0])?.id
    known.set(key, found)
    return found
  }
}
