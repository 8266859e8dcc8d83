import fc from 'fast-check'
import { expect, it } from 'vitest'
import { differenceOf } from './difference.js'

const side = (expected: string, actual: string, which: 'expected' | 'actual') =>
  differenceOf(expected, actual)?.pieces.filter((piece) => piece.side === which || piece.side === 'both').map(({ text }) => text).join('') // prettier-ignore

it('marks the words that differ', () =>
  expect(differenceOf('the ramp is closed at noon', 'the ramp is open at noon')).toEqual({
    kind: 'words',
    pieces: [
      { side: 'both', text: 'the ramp is ' },
      { side: 'actual', text: 'open' },
      { side: 'expected', text: 'closed' },
      { side: 'both', text: ' at noon' },
    ],
  }))

it('says nothing of two values that share nothing', () => {
  expect(differenceOf('430', '420')).toBeNull()
  expect(differenceOf('"boarded"', '"waiting"')).toBeNull()
  expect(differenceOf('"9.5 t"', '"9 800"')).toBeNull()
})

it('compares JSON by its values, whatever the order of keys and the blanks', () => {
  const found = differenceOf('{"lane":"B","cars":[1,2]}', '{ "cars": [1, 2], "lane": "A" }')
  expect(found?.kind).toBe('json')
  expect(found?.pieces.filter(({ side }) => side !== 'both')).toEqual([
    { side: 'actual', text: '  "lane": "A"\n' },
    { side: 'expected', text: '  "lane": "B"\n' },
  ])
  expect(differenceOf('{"a":1}', '{ "a": 1 }')?.pieces.every((piece) => piece.side === 'both')).toBe(true)
})

it('compares documents line by line', () =>
  expect(differenceOf('one\ntwo\nthree', 'one\n2\nthree')).toEqual({
    kind: 'lines',
    pieces: [
      { side: 'both', text: 'one\n' },
      { side: 'actual', text: '2\n' },
      { side: 'expected', text: 'two\n' },
      { side: 'both', text: 'three\n' },
    ],
  }))

it('loses nothing: either side can be read from the pieces', () => {
  const text = fc.array(fc.constantFrom('ramp', 'lane', ' ', '\n', '7', ', '), { maxLength: 40 }).map((parts) => parts.join(''))
  fc.assert(
    fc.property(text, text, (expected, actual) => {
      const end = expected.includes('\n') || actual.includes('\n') ? '\n' : ''
      fc.pre(differenceOf(expected, actual) !== null)
      expect(side(expected, actual, 'expected')).toBe(expected + end)
      expect(side(expected, actual, 'actual')).toBe(actual + end)
    }),
  )
})

it('gives up on two long texts that share nothing, instead of making the reader wait', () => {
  const noise = (seed: number) => Array.from({ length: 20_000 }, (_, i) => `${(i * seed) % 7919}`).join('\n')
  expect(differenceOf(noise(3), noise(5))).toBeNull()
})
