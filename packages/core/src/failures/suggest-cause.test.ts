import { describe, expect, it } from 'vitest'
import type { Cause } from '../states.js'
import { type CauseFacts, suggestCause } from './suggest-cause.js'

const facts = (more: Partial<CauseFacts> = {}): CauseFacts => ({
  message: 'expected 1 to be 2',
  type: 'AssertionError',
  stack: '',
  failed: 4,
  errored: 0,
  recovered: 0,
  tests: 2,
  share: 0.01,
  atOnce: 2,
  runsWith: 2,
  runsOfTests: 20,
  steady: true,
  bothWays: 0,
  environments: 1,
  environmentsOfTests: 1,
  outages: 0,
  probeFailed: false,
  agents: 0,
  agentsOfTests: 0,
  changedFiles: [],
  testFiles: ['deck/axle.spec.ts'],
  testMoved: false,
  decided: {},
  ...more,
})

/** Repeatable: mulberry32, a public-domain generator. */
function randomOf(seed: number): () => number {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let t = Math.imul(state ^ (state >>> 15), 1 | state)
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

/** What each kind of cause says and does, each with what misleads in one case of seven. Common practice, no source. */
const WORLD: Record<Exclude<Cause, 'unknown'>, { messages: string[]; facts: (random: () => number) => Partial<CauseFacts> }> = {
  product: {
    messages: [
      'expected 420 to be 0',
      'the load was accepted over the limit',
      'assert 118.0 == 96.0',
      'total differs from the sum of its rows',
      'fare of the pass is wrong',
    ],
    facts: (random) => ({
      failed: 3 + Math.floor(random() * 30),
      steady: random() < 0.85,
      runsWith: 2 + Math.floor(random() * 6),
      ...(random() < 0.6 && { changedFiles: ['deck/planner.ts', 'docs/notes.md'], stack: '    at checkAxles (deck/planner.ts:112:17)' }),
    }),
  },
  script: {
    messages: [
      'no such element: #pay',
      'waiting for locator("button.pay") to be visible',
      'Cannot find module "./pages/desk"',
      'TypeError: page.pay is not a function',
      'fixture "desk" not found',
      'expected "Pay now" to be "Pay"',
    ],
    facts: (random) => ({
      failed: random() < 0.4 ? 4 : 0,
      errored: 4,
      type: random() < 0.3 ? 'TypeError' : 'Error',
      stack: '    at Object.<anonymous> (deck/axle.spec.ts:48:1)',
      ...(random() < 0.5 && { changedFiles: ['deck/axle.spec.ts'] }),
      testMoved: random() < 0.2,
    }),
  },
  environment: {
    messages: [
      'connect ECONNREFUSED 10.2.0.7:5433',
      'getaddrinfo ENOTFOUND stage',
      '503 Service Unavailable',
      'no space left on device',
      'connection reset by peer',
      'the service gave no answer within 30 s',
    ],
    facts: (random) => {
      const many = random() < 0.5
      return {
        failed: 0,
        errored: many ? 300 : 6,
        tests: many ? 300 : 6,
        atOnce: many ? 300 : 6,
        share: many ? 0.7 : 0.02,
        outages: many && random() < 0.8 ? 1 : 0,
        probeFailed: random() < 0.2,
        steady: random() < 0.5,
        agentsOfTests: 4,
        agents: random() < 0.3 ? 1 : 4,
      }
    },
  },
  data: {
    messages: [
      'voucher HARBOUR10 expired on 2026-10-31',
      'duplicate key value violates unique constraint "booking_pkey"',
      'customer 4711 not found',
      'user "islander" already exists',
      'the sailing is in the past',
      'expected 3 rows, got 2',
    ],
    facts: (random) => ({
      failed: 2 + Math.floor(random() * 15),
      steady: random() < 0.7,
      environmentsOfTests: 3,
      environments: random() < 0.6 ? 1 : 3,
    }),
  },
  flaky: {
    messages: [
      'Timed out waiting 5000ms for expect(locator)',
      'expected 2 to be 3',
      'did not finish within 2 s',
      'element is stale',
      'scanner gave no answer',
    ],
    facts: (random) => ({
      failed: 2,
      recovered: random() < 0.6 ? 8 : 0,
      steady: false,
      runsWith: 3 + Math.floor(random() * 6),
      runsOfTests: 30,
      bothWays: random() < 0.6 ? 1 : 0,
      tests: 1,
      atOnce: 1,
    }),
  },
}
const KINDS = Object.keys(WORLD) as (keyof typeof WORLD)[]

describe('a seeded history of 2,000 causes whose truth is known', () => {
  const random = randomOf(20_261_130)
  const told = Array.from({ length: 2000 }, () => {
    const truth = KINDS[Math.floor(random() * KINDS.length)] ?? 'product'
    // one in seven has the words of another kind
    const speaks = random() < 1 / 7 ? (KINDS[Math.floor(random() * KINDS.length)] ?? truth) : truth
    const { messages } = WORLD[speaks]
    const message = messages[Math.floor(random() * messages.length)] ?? ''
    const found = suggestCause(facts({ message, ...WORLD[truth].facts(random) }))
    return { truth, cause: found?.cause, sure: found?.sure ?? 0 }
  })
  const right = (rows: typeof told) => rows.filter(({ truth, cause }) => truth === cause).length / rows.length

  it('is right at least 85 times of 100 where it says over 0.8', () => {
    const sure = told.filter((one) => one.sure > 0.8)
    expect(sure.length).toBeGreaterThan(600)
    expect(right(sure)).toBeGreaterThanOrEqual(0.85)
  })

  it('is the more often right the surer it is', () => {
    const bands = [0.3, 0.5, 0.65, 0.8, 0.9].map((from, i, all) => told.filter((one) => one.sure >= from && one.sure < (all[i + 1] ?? 2)))
    const shares = bands.filter((band) => band.length >= 30).map(right)
    if (process.env['TELL'])
      console.log(
        bands.map((band) => `${band.length} ${right(band).toFixed(3)}`),
        right(told),
      )
    expect(shares).toEqual([...shares].sort((a, b) => a - b))
  })
})

describe('reasons', () => {
  const reasonsOf = (more: Partial<CauseFacts>) => suggestCause(facts(more))?.reasons.map(({ code }) => code) ?? []

  it.each<[string, Partial<CauseFacts>, Cause, string]>([
    [
      'a changed file on the stack',
      { changedFiles: ['src/deck/planner.ts'], stack: 'at x (deck/planner.ts:1:1)' },
      'product',
      'changedInStack',
    ],
    ['a changed test', { changedFiles: ['deck/axle.spec.ts'], failed: 0, errored: 2 }, 'script', 'testChanged'],
    ['passed when tried again', { failed: 0, recovered: 5, steady: false }, 'flaky', 'recovered'],
    ['both ways on one commit', { bothWays: 1, steady: false }, 'flaky', 'bothWays'],
    ['an outage', { failed: 0, errored: 900, atOnce: 900, share: 0.8, outages: 1 }, 'environment', 'outage'],
    ['one agent of four', { failed: 0, errored: 3, agents: 1, agentsOfTests: 4 }, 'environment', 'oneAgent'],
    ['a date that is over', { message: 'voucher expired on 2026-10-31' }, 'data', 'expired'],
    ['what people decided before', { decided: { script: 9 } }, 'script', 'decidedBefore'],
  ])('%s', (_, more, cause, code) => {
    expect(suggestCause(facts(more))?.cause).toBe(cause)
    expect(reasonsOf(more)).toContain(code)
  })

  it('names what speaks most for another cause, too', () => {
    const found = suggestCause(facts({ message: 'connect ECONNREFUSED 10.0.0.1:80', failed: 0, errored: 4, bothWays: 1, steady: false }))
    expect(new Set(found?.reasons.map(({ cause }) => cause)).size).toBe(2)
  })

  it('is nothing where nothing is known', () => expect(suggestCause(facts({ tests: 0 }))).toBeNull())

  it('takes no long time over a very long message', () => {
    const long = 'element '.repeat(200_000)
    expect(suggestCause(facts({ message: long, stack: long }))).not.toBeNull()
  })
})
