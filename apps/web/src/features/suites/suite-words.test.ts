import { expect, it } from 'vitest'
import { filterWords, moved, standWords } from './suite-words.js'

const stand = { suiteId: 1, thread: '', failed: 0, errored: 0, passed: 0, other: 0, notRun: 0 }

it('says how a suite stands, worst first', () => {
  expect(standWords({ ...stand, failed: 3, notRun: 1 })).toEqual({ text: '3 failed, 1 not run', red: true })
  expect(standWords({ ...stand, passed: 4 })).toEqual({ text: 'all passed', red: false })
  expect(standWords({ ...stand, notRun: 9 })).toEqual({ text: 'never run', red: false })
})

it('says what a filter asks for', () => {
  const names = { areas: new Map([[3, 'Gate scanner']]), people: new Map<number, string>(), requirements: new Map([[31, 'TIDE-31']]) }
  expect(filterWords({ tags: ['smoke'], priorities: [1, 2], areaId: 3, failedLast: true }, names)).toBe(
    'tagged smoke, priority urgent and high, in Gate scanner, failed last time',
  )
  expect(filterWords({ requirementId: 31 }, names)).toBe('verifying TIDE-31')
  expect(filterWords({}, names)).toBe('every case')
})

it('moves a case before another, or to the end', () => {
  expect(moved(['a', 'b', 'c'], 'c', 'a')).toEqual(['c', 'a', 'b'])
  expect(moved(['a', 'b', 'c'], 'a', null)).toEqual(['b', 'c', 'a'])
  expect(moved(['a', 'b'], 'a', 'a')).toEqual(['a', 'b'])
  expect(moved(['a', 'b'], 'a', 'gone')).toEqual(['a', 'b'])
})
