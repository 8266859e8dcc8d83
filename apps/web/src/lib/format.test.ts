import { describe, expect, it } from 'vitest'
import { count, formatDuration, formatList, formatRelative } from './format.js'

it.each([
  [null, '–'],
  [0.2, '< 0.001 s'],
  [4, '0.004 s'],
  [420, '0.42 s'],
  [1840, '1.84 s'],
  [42_000, '42.0 s'],
  [190_000, '3 min 10 s'],
  [6_720_000, '1 h 52 min'],
])('%s ms is %s', (ms, text) => expect(formatDuration(ms)).toBe(text))

it('counts in words', () => {
  expect(count(1, 'test')).toBe('1 test')
  expect(count(1204, 'test')).toBe('1,204 tests')
  expect(formatList(['a', 'b', 'c'])).toBe('a, b and c')
})

describe('formatRelative', () => {
  const now = new Date(2026, 10, 23, 12, 0)
  it.each([
    [new Date(2026, 10, 23, 11, 59, 40), 'just now'],
    [new Date(2026, 10, 23, 11, 48), '12 min ago'],
    [new Date(2026, 10, 23, 8, 5), 'today 08:05'],
    [new Date(2026, 10, 22, 23, 50), 'yesterday 23:50'],
    [new Date(2026, 10, 20, 14, 6), 'Fri 20 Nov 14:06'],
    [new Date(2025, 0, 2, 14, 6), '2 Jan 2025'],
  ])('%s', (at, text) => expect(formatRelative(at.toISOString(), now)).toBe(text))
})
