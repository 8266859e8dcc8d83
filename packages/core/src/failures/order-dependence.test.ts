import { describe, expect, it } from 'vitest'
import { type OrderedRun, orderDependences } from './order-dependence.js'

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

function shuffled(n: number, random: () => number): number[] {
  const order = Array.from({ length: n }, (_, i) => i)
  for (let i = n - 1; i > 0; i--) {
    const j = Math.floor(random() * (i + 1))
    ;[order[i], order[j]] = [order[j] ?? 0, order[i] ?? 0]
  }
  return order
}

/** A process whose tests run in random order; some fail (nearly) always after another, others at random, most never. */
function simulated(seed: number, { runs = 60, tests = 60, dependent = 3, flaky = 3, rate = 1 } = {}) {
  const random = randomOf(seed)
  // victim → polluter
  const truth = new Map(Array.from({ length: dependent }, (_, i) => [i, tests - 1 - i]))
  const history = Array.from({ length: runs }, (): OrderedRun => {
    const order = shuffled(tests, random)
    const place = new Map(order.map((id, at) => [id, at]))
    const failed = new Set<number>()
    for (const [victim, polluter] of truth) if ((place.get(polluter) ?? 0) < (place.get(victim) ?? 0) && random() < rate) failed.add(victim)
    for (let id = dependent; id < dependent + flaky; id++) if (random() < 0.25) failed.add(id)
    return { tests: order, failed }
  })
  return { history, truth }
}

describe('a seeded simulation with known truth', () => {
  it.each([
    ['fail each time', 1],
    ['fail four times of five', 0.8],
  ])('finds 95 %% of dependences that %s, at under 1 %% false', (_, rate) => {
    let [found, all, wrong, tried] = [0, 0, 0, 0]
    for (let seed = 1; seed <= 40; seed++) {
      const { history, truth } = simulated(seed, { rate })
      const told = orderDependences(history)
      all += truth.size
      tried += 60
      for (const { id, after } of told) {
        if (truth.get(id) === after) found++
        else wrong++
      }
    }
    expect(found / all).toBeGreaterThanOrEqual(0.95)
    expect(wrong / tried).toBeLessThan(0.01)
  })

  it('tells nothing of tests that are only flaky', () => {
    const told = Array.from({ length: 40 }, (_, seed) => orderDependences(simulated(seed + 100, { dependent: 0, flaky: 6 }).history))
    expect(told.flat()).toEqual([])
  })
})

// worked by hand: it ran 6 times after 1 and failed each time, 6 times before it and never failed. One pair is tried, and Fisher's exact
// test (one-sided) says 1 / C(12, 6) = 1 / 924 = 0.00108, which is more than 0.001; with seven of each it is 1 / C(14, 7) = 1 / 3432
it.each([
  [6, false],
  [7, true],
])('needs enough runs: %i of each', (n, told) => {
  const after: OrderedRun = { tests: [1, 2], failed: new Set([2]) }
  const before: OrderedRun = { tests: [2, 1], failed: new Set() }
  const runs = [...Array.from({ length: n }, () => after), ...Array.from({ length: n }, () => before)]
  expect(orderDependences(runs)).toEqual(
    told ? [{ id: 2, after: 1, ranAfter: n, failedAfter: n, ranOtherwise: n, failedOtherwise: 0 }] : [],
  )
})

it('names none of two that explain it equally well', () => {
  const after: OrderedRun = { tests: [1, 3, 2], failed: new Set([2]) }
  const before: OrderedRun = { tests: [2, 1, 3], failed: new Set() }
  expect(orderDependences([...Array.from({ length: 20 }, () => after), ...Array.from({ length: 20 }, () => before)])).toEqual([])
})
