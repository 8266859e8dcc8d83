import { describe, expect, it } from 'vitest'
import { moved } from './board-words.js'

describe('arranging tiles', () => {
  it('moves one by one, and not beyond the ends', () => {
    expect(moved(['a', 'b', 'c'], 0, 1)).toEqual(['b', 'a', 'c'])
    expect(moved(['a', 'b', 'c'], 2, -1)).toEqual(['a', 'c', 'b'])
    expect(moved(['a', 'b', 'c'], 2, 1)).toEqual(['a', 'b', 'c'])
    expect(moved([], 0, 1)).toEqual([])
  })
})
