import { expect, it } from 'vitest'
import { isSafePath } from './safe-path.js'

it.each(['deck/planner.test.ts', 'tests/test_fare.py', 'a b/ø.feature', 'deck/-list.ts', '.hidden/x.ts', 'a/...b'])('a file: %j', (file) =>
  expect(isSafePath(file)).toBe(true),
)
it.each([
  '',
  '--import=data:text/javascript,1',
  '-c',
  '/etc/passwd',
  '../x.ts',
  'a/../../x.ts',
  './x.ts',
  'a//b',
  'a/./b',
  'a\nb',
  'a\u0000b',
  'a\u202eb',
  'C:/x.ts',
  '..\\x',
])('none: %j', (file) => expect(isSafePath(file)).toBe(false))
