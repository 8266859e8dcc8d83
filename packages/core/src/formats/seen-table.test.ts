import fc from 'fast-check'
import { expect, it } from 'vitest'
import { Hash64, SeenTable } from './seen-table.js'

const place = { line: 3, column: 7 }
const hash = (...texts: string[]) => texts.reduce((sum, text) => sum.add(text), new Hash64()).end()
const digits = ({ high, low }: Hash64) => `${high} ${low}`

it('remembers the first of each name, however many there are', () => {
  const table = new SeenTable()
  for (let i = 0; i < 20_000; i++) expect(table.add(hash(`name ${i}`), i, (i % 7) + 1, place)).toBeNull()
  for (let i = 0; i < 20_000; i += 997) {
    expect(table.add(hash(`name ${i}`), 99_999, 1, place)).toEqual({ seq: i, outcome: (i % 7) + 1, place })
  }
})

it('agrees with a Set', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 3 })), (names) => {
      const table = new SeenTable()
      const set = new Set<string>()
      names.forEach((name, i) => {
        expect(table.add(hash(name), i, 1, place) !== null).toBe(set.has(name))
        set.add(name)
      })
    }),
  )
})

it('keeps the place of a test in a line that never ends', () => {
  const table = new SeenTable()
  table.add(hash('far out'), 0, 7, { line: 1, column: 200_000_000 })
  expect(table.add(hash('far out'), 1, 1, place)).toEqual({ seq: 0, outcome: 7, place: { line: 1, column: 200_000_000 } })
})

it('spreads names that differ little', () => {
  const hashes = new Set(Array.from({ length: 100_000 }, (_, i) => digits(hash(`ferry.deck.Planner${i % 400}`, `vehicle ${i}`))))
  expect(hashes.size).toBe(100_000)
})

it('goes on from a copy without touching what it was copied from', () => {
  const where = new Hash64().add('ferry.deck')
  const [first, second] = ['boards', 'leaves'].map((name) => digits(where.copy().add(name).end()))
  expect([first, second]).toEqual([digits(hash('ferry.deck', 'boards')), digits(hash('ferry.deck', 'leaves'))])
})

it('tells where one text ends and the next begins', () => {
  const splits = [['ab', 'c'], ['a', 'bc'], ['abc', ''], ['', 'abc'], ['abc']]
  expect(new Set(splits.map((texts) => digits(hash(...texts)))).size).toBe(splits.length)
})
