import fc from 'fast-check'
import { expect, it } from 'vitest'
import { LineCounter } from './line-counter.js'

/** Line and column of a byte, counted in the plainest way. */
function placeOf(text: string, offset: number) {
  const before = text.slice(0, offset).split('\n')
  return { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 }
}

it('counts as one counts by hand, however the file is cut and wherever is asked', () => {
  const text = fc.array(fc.constantFrom('a', '\n', '{"key":', '\n\n'), { maxLength: 60 }).map((parts) => parts.join(''))
  fc.assert(
    fc.property(text, fc.array(fc.nat(80), { maxLength: 6 }), fc.array(fc.nat(200), { maxLength: 20 }), (file, cuts, asked) => {
      const counter = new LineCounter()
      const edges = [0, ...cuts.map((cut) => Math.min(cut, file.length)).sort((a, b) => a - b), file.length]
      let last = 0
      edges.slice(1).forEach((end, i) => {
        const start = edges[i] ?? 0
        counter.chunk(new TextEncoder().encode(file.slice(start, end)))
        for (const offset of asked.filter((at) => at >= start && at < end).sort((a, b) => a - b)) {
          expect(counter.at(offset)).toEqual(placeOf(file, offset))
          last = offset
        }
      })
      expect(last).toBeLessThanOrEqual(file.length)
      expect(counter.end()).toEqual(placeOf(file, file.length))
    }),
  )
})
