import { describe, expect, it } from 'vitest'
import { afterKey, nextTest, partOf } from './weave-marks.js'

const test = (row: number) => ({ row, name: `test ${row}`, thread: '111' })
const lines = [{ heading: 'Deck' }, test(0), test(1), { heading: 'Fares' }, test(2)]

describe('marking a part of the weave', () => {
  it('begins at the newest build of the first test, and passes headings over', () => {
    const first = afterKey('j', false, null, lines, 3)
    expect(first?.to).toEqual({ line: 1, build: 2 })
    const down = afterKey('ArrowDown', false, afterKey('ArrowDown', false, first, lines, 3), lines, 3)
    expect(down).toEqual({ from: { line: 4, build: 2 }, to: { line: 4, build: 2 } })
    expect(nextTest(lines, 4, 1)).toBe(4)
    expect(nextTest(lines, 4, -15)).toBe(1)
  })

  it('grows with Shift, and holds at the ends', () => {
    const at = { line: 2, build: 1 }
    const grown = afterKey('ArrowLeft', true, afterKey('ArrowUp', true, { from: at, to: at }, lines, 3), lines, 3)
    expect(grown && partOf(grown)).toEqual({ lines: [1, 2], builds: [0, 1] })
    expect(afterKey('End', false, grown, lines, 3)?.to).toEqual({ line: 1, build: 2 })
    expect(afterKey('ArrowLeft', false, grown, lines, 3)?.to.build).toBe(0)
  })

  it('leaves other keys alone', () => {
    expect(afterKey('q', false, null, lines, 3)).toBeNull()
    expect(afterKey('j', false, null, [], 3)).toBeNull()
  })
})
