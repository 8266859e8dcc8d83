import fc from 'fast-check'
import { expect, it } from 'vitest'
import { readRanges, writeRanges } from './ranges.js'

it('writes neighbours as one', () => expect(writeRanges([103, 101, 102, 130])).toBe('101-103.130'))
it('passes over what it did not write', () => expect(readRanges('1-2.x.-.9-')).toEqual([1, 2]))
it('reads back what it wrote', () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.nat(5000)), (numbers) => {
      expect(readRanges(writeRanges(numbers))).toEqual([...numbers].sort((a, b) => a - b))
    }),
  )
})
