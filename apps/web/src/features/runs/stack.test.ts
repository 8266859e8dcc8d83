import { expect, it } from 'vitest'
import { splitStack } from './stack.js'

it('sets library frames apart from own ones', () => {
  const stack =
    'Error: x\n    at checkAxles (deck/planner.ts:112:17)\n    at run (node_modules/runner/index.js:1:1)\n    at processTicks (node:internal/process/task_queues:95:5)'
  expect(splitStack(stack).map((part) => [part.kind, part.lines.length])).toEqual([
    ['own', 2],
    ['library', 2],
  ])
})
