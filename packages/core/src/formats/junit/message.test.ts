import { expect, it } from 'vitest'
import { messageOf } from './message.js'

// attribute and text as they stand in the samples of the runner that is named
it.each([
  ['pytest', 'AssertionError: bus on wrong lane', 'self = <…>', 'AssertionError: bus on wrong lane'],
  [
    'gotestsum',
    'Failed',
    '=== RUN   TestChild\n    fares_test.go:17: got 420 want 430\n--- FAIL: TestChild (0.00s)\n',
    'fares_test.go:17: got 420 want 430',
  ],
  ['gotestsum skip', '=== RUN   TestSkip\n    fares_test.go:47: no feed\n--- SKIP: TestSkip (0.00s)\n', '', 'fares_test.go:47: no feed'],
  [
    'Playwright',
    'boarding.spec.ts:25:3 fails',
    '  [desktop] › boarding.spec.ts:25:3 › fails\n\n    Expected to fail, but passed.',
    'Expected to fail, but passed.',
  ],
  [
    'Mocha',
    null,
    'gate controller offline\nError: gate controller offline\n    at Context.<anonymous> (fares.spec.js:3:1)',
    'gate controller offline',
  ],
  [
    'Mocha values',
    null,
    'Expected values to be strictly equal:\n\n420 !== 430\n\n    at Context.<anonymous> (a.js:1:1)',
    'Expected values to be strictly equal:\n\n420 !== 430',
  ],
  ['CTest', '', '', null],
  [
    'nothing but a stack',
    '',
    'Traceback (most recent call last):\n  File "a.py", line 1',
    'Traceback (most recent call last):\n  File "a.py", line 1',
  ],
])('%s', (_, attribute, text, message) => expect(messageOf(attribute, text)).toBe(message))

it('keeps a long text short: a message is read, not scrolled', () => {
  const message = messageOf(null, Array.from({ length: 50 }, (_, i) => `line ${i}`).join('\n'))
  expect(message?.split('\n')).toHaveLength(12)
})
