import fc from 'fast-check'
import { expect, it } from 'vitest'
import { hash64, SeenTable } from './seen-table.js'

const place = { line: 3, column: 7 }

it('remembers the first of each name, however many there are', () => {
  const table = new SeenTable()
  for (let i = 0; i < 20_000; i++) expect(table.add(`name ${i}`, i, (i % 7) + 1, place)).toBeNull()
  for (let i = 0; i < 20_000; i += 997) expect(table.add(`name ${i}`, 99_999, 1, place)).toEqual({ seq: i, outcome: (i % 7) + 1, place })
})

it('agrees with a Set', () => {
  fc.assert(
    fc.property(fc.array(fc.string({ maxLength: 3 })), (names) => {
      const table = new SeenTable()
      const set = new Set<string>()
      names.forEach((name, i) => {
        expect(table.add(name, i, 1, place) !== null).toBe(set.has(name))
        set.add(name)
      })
    }),
  )
})

it('spreads names that differ little', () => {
  const hashes = new Set(Array.from({ length: 100_000 }, (_, i) => hash64(`ferry.deck.Planner${i % 400}\0vehicle ${i}`).join()))
  expect(hashes.size).toBe(100_000)
})
