import { expect, it } from 'vitest'
import { ResultFileReader } from './registry.js'

it.each([
  ['text', '<testsuite name="s"><testcase name="t"><system-out>'],
  ['an attribute', '<testsuite name="'],
  ['a comment', '<testsuite name="s"><!--'],
])('%s that never ends is refused before it fills the memory', (_, head) => {
  const reader = new ResultFileReader()
  reader.write(new TextEncoder().encode(head.padEnd(600)))
  const piece = new TextEncoder().encode('x'.repeat(4 * 1024 * 1024))
  expect(() => {
    for (let i = 0; i < 40; i++) reader.write(piece)
  }).toThrow(/without an element; this is no result file/)
})
