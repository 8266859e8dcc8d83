import { expect, it } from 'vitest'
import { Numbers } from './numbers.js'

it('keeps numbers in a row, and has none where none was put', () => {
  const numbers = new Numbers()
  for (let i = 0; i < 5000; i++) numbers.add(i * 3)
  expect([0, 1, 1023, 1024, 4999].map((place) => numbers.at(place))).toEqual([0, 3, 3069, 3072, 14_997])
  expect(numbers.at(5000)).toBe(0)
})

it('takes a number far behind the others, and goes on from there', () => {
  const numbers = new Numbers()
  numbers.set(9000, 7)
  numbers.add(8)
  expect([numbers.at(0), numbers.at(9000), numbers.at(9001)]).toEqual([0, 7, 8])
})
