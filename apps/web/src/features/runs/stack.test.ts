import { expect, it } from 'vitest'
import { expectedActual, plainText, splitStack } from './stack.js'

it('sets library frames apart from own ones', () => {
  const stack =
    'Error: x\n    at checkAxles (deck/planner.ts:112:17)\n    at run (node_modules/runner/index.js:1:1)\n    at processTicks (node:internal/process/task_queues:95:5)'
  expect(splitStack(stack).map((part) => [part.kind, part.lines.length])).toEqual([
    ['own', 2],
    ['library', 2],
  ])
})

// messages as they stand in files of the runners' own test runs (formats/samples)
it.each([
  ['expected 420 to be 430 // Object.is equality', '430', '420'],
  ['child <fare> expected:<430> but was:<420>', '430', '420'],
  ['overload expected [1] but found [0]', '1', '0'],
  ['Error: gate\n\n    Expected: "boarded"\n    Received: "waiting"', '"boarded"', '"waiting"'],
])('%s', (message, expected, actual) => expect(expectedActual(message)).toEqual({ expected, actual }))

it('finds nothing where nothing is', () => expect(expectedActual('connection refused')).toBeNull())
it('drops terminal colours', () => expect(plainText('\u001b[31mred\u001b[0m')).toBe('red'))
