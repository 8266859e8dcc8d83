import { describe, expect, it } from 'vitest'
import { knockOns, type RedTest } from './knock-on.js'

const test = (id: number, more: Partial<RedTest> = {}): RedTest => ({
  id,
  name: `test number ${id}`,
  holder: 'deck.spec.ts',
  outcome: 'failed',
  signature: id,
  message: 'expected 1 to be 2',
  ...more,
})

describe('a failure only follows another', () => {
  it('where it is blocked: the test that its reason names, or the last one in its file that failed', () => {
    const tests = [
      test(1, { name: 'declaration is opened' }),
      test(2, {
        outcome: 'blocked',
        signature: null,
        message: 'Method depends on not successfully finished methods: declaration is opened',
      }),
      test(3),
      test(4, { outcome: 'blocked', signature: null, message: '' }),
      test(5, { outcome: 'blocked', signature: null, message: '', holder: 'other.spec.ts' }),
    ]
    expect(knockOns(tests)).toEqual([
      { id: 2, behind: 1, rule: 'blocked' },
      { id: 4, behind: 3, rule: 'blocked' },
    ])
  })

  // each as its runner words it, from memory: Mocha, Jest, JUnit, pytest, NUnit
  it.each([
    '"before all" hook for "opens the gate"',
    'thrown in beforeAll: no connection',
    'org.junit.BeforeClass failed: setUpClass could not connect',
    'ERROR at setup of test_gate',
    'OneTimeSetUp: no connection',
  ])('where a whole file stands behind one hook: %s', (message) => {
    const tests = [1, 2, 3].map((id) => test(id, { signature: 7, message }))
    expect(knockOns(tests).map(({ id, behind, rule }) => [id, behind, rule])).toEqual([
      [2, 1, 'hook'],
      [3, 1, 'hook'],
    ])
    // one alone is the finding itself, and the same words in another file are another hook
    expect(knockOns([test(1, { signature: 7, message }), test(2, { signature: 7, message, holder: 'gate.spec.ts' })])).toEqual([])
  })

  it('where it says so itself; what follows a follower is behind the first of the chain', () => {
    const tests = [
      test(1, { name: 'order is placed' }),
      test(2, { name: 'order is paid', message: 'cannot pay because order is placed failed' }),
      test(3, { name: 'order is shipped', message: 'depends on order is paid' }),
    ]
    expect(knockOns(tests)).toEqual([
      { id: 2, behind: 1, rule: 'chain' },
      { id: 3, behind: 1, rule: 'chain' },
    ])
  })

  it('where it is known to fail only after the other', () =>
    expect(knockOns([test(1)], [{ id: 1, after: 9 }])).toEqual([{ id: 1, behind: 9, rule: 'order' }]))

  it('and not where two blame each other, or one names itself', () => {
    const tests = [
      test(1, { name: 'first of two', message: 'depends on second of two' }),
      test(2, { name: 'second of two', message: 'depends on first of two' }),
      test(3, { name: 'alone at sea', message: 'alone at sea depends on alone at sea' }),
    ]
    expect(knockOns(tests)).toEqual([])
  })

  it('and is told in a moment of a run in which very much went wrong', () => {
    const tests = Array.from({ length: 20_000 }, (_, id) =>
      id < 5000
        ? test(id)
        : test(id, { outcome: 'blocked', signature: null, message: `depends on test number ${id % 5000} of the other suite` }),
    )
    expect(knockOns(tests).length).toBeGreaterThan(1000)
  })
})
