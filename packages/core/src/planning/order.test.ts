import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { inOrder, withNeeded } from './order.js'

const single = (count: number) => Array.from({ length: count }, (_, i) => [i])

/** The clothes of Cormen, Leiserson, Rivest and Stein, "Introduction to Algorithms", topological sort (figure of section 22.4; from memory). */
const CLOTHES = ['undershorts', 'socks', 'watch', 'shirt', 'pants', 'shoes', 'belt', 'tie', 'jacket']
const WEARS: Record<string, string[]> = {
  pants: ['undershorts'],
  shoes: ['undershorts', 'pants', 'socks'],
  belt: ['pants', 'shirt'],
  tie: ['shirt'],
  jacket: ['belt', 'tie'],
}
const AFTER = CLOTHES.map((one) => (WEARS[one] ?? []).map((other) => CLOTHES.indexOf(other)))

describe('inOrder', () => {
  it('puts each behind what it needs, in as few turns as there can be', () => {
    const { turns, units } = inOrder(single(CLOTHES.length), AFTER)
    expect(Object.fromEntries(CLOTHES.map((one, i) => [one, turns[i]]))).toEqual({
      undershorts: 0, socks: 0, watch: 0, shirt: 0, pants: 1, tie: 1, shoes: 2, belt: 2, jacket: 3,
    }) // prettier-ignore
    // the watch is nobody's affair
    expect(units.map((unit) => unit.length).sort()).toEqual([1, 8])
  })
  it('keeps units together, and runs a circle of them in one turn', () => {
    // two files whose tests need one another
    const { units, turns } = inOrder([[0, 1], [2, 3], [4]], [[], [2], [0], [], [3]])
    expect(units).toEqual([[0, 1, 2, 3, 4]])
    expect(turns).toEqual([0, 0, 0, 0, 1])
  })
  it('leaves alone what needs nothing', () => expect(inOrder(single(3), [[], [], []])).toEqual({ units: single(3), turns: [0, 0, 0] }))
  it('takes a chain of 20,000', () => {
    const after = Array.from({ length: 20_000 }, (_, i) => (i === 0 ? [] : [i - 1]))
    expect(inOrder(single(20_000), after).turns.at(-1)).toBe(19_999)
  })
  it('never runs a test before what it needs, where there is no circle', () =>
    fc.assert(
      fc.property(fc.array(fc.array(fc.nat(30), { maxLength: 4 }), { maxLength: 30 }), (rows) => {
        // only what stands before it can be needed: no circles
        const after = rows.map((others, test) => others.filter((other) => other < test))
        const { turns, units } = inOrder(single(rows.length), after)
        const unitOf = new Map(units.flatMap((unit, place) => unit.map((test) => [test, place] as const)))
        after.forEach((others, test) => {
          for (const other of others) {
            expect(turns[other]).toBeLessThan(turns[test] ?? 0)
            expect(unitOf.get(other)).toBe(unitOf.get(test))
          }
        })
      }),
    ))
})

describe('withNeeded', () => {
  it('adds what is needed through others', () => {
    const jacket = withNeeded([CLOTHES.indexOf('jacket')], AFTER).map((i) => CLOTHES[i])
    expect(jacket).toEqual(['undershorts', 'shirt', 'pants', 'belt', 'tie', 'jacket'])
  })
})
