import { describe, expect, it } from 'vitest'
import { lastChange, restlessness, weaveOrder, weaveSum } from './weave.js'
import { worseCode } from './worst.js'

// 1 passed, 2 failed, 3 errored, 4 skipped, 5 blocked, 6 not run, 7 recovered; expected values worked out by hand
const rows = [
  { area: 'Fares', thread: '11111' },
  { area: 'Deck', thread: '11222' },
  { area: null, thread: '17171' },
  { area: 'Deck', thread: '11122' },
  { area: 'Fares', thread: '12121' },
  { area: 'Deck', thread: '11222' },
]

describe('the order of a weave', () => {
  it('is by area, and within by what changed last', () => {
    expect(weaveOrder(rows, 'area')).toEqual([3, 1, 5, 4, 0, 2])
  })

  it('is by what changed last, or by restlessness', () => {
    expect(weaveOrder(rows, 'change')).toEqual([4, 3, 1, 5, 0, 2])
    expect(weaveOrder(rows, 'flakiness').slice(0, 2)).toEqual([4, 2])
  })

  it('puts together what fails together', () => {
    expect(weaveOrder(rows, 'likeness')).toEqual([1, 5, 3, 2, 4, 0])
  })

  it('has every row once', () => {
    for (const order of ['area', 'change', 'likeness', 'flakiness'] as const)
      expect(weaveOrder(rows, order).toSorted()).toEqual([0, 1, 2, 3, 4, 5])
  })
})

describe('a thread', () => {
  it('changes where good and red meet, whatever lies between', () => {
    expect(lastChange('11402')).toBe(4)
    expect(lastChange('17111')).toBe(-1)
    expect(restlessness('1712')).toBe(2)
  })

  it('is summed up with its neighbours', () => {
    expect(weaveSum(['11222', '11222', '15111', '11111'], 3, 4)).toEqual({
      ...{ tests: 4, builds: 2, failed: 2, errored: 0, recovered: 0, blocked: 0, calm: 2 },
      ...{ redSince: 2, redAtEnd: 2, together: true },
    })
    expect(weaveSum(['12022', '11112'], 0, 4)).toMatchObject({ redSince: 1, redAtEnd: 2, together: false })
    expect(weaveSum(['1214'], 0, 3)).toMatchObject({ failed: 1, redSince: null, redAtEnd: 0 })
  })
})

describe('the worse of two outcomes', () => {
  it('is what failed before what errored, and any result before none', () => {
    expect([worseCode(3, 2), worseCode(1, 3), worseCode(7, 5), worseCode(0, 6), worseCode(4, 1)]).toEqual([2, 3, 7, 6, 1])
  })
})
