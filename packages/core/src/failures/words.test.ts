import { describe, expect, it } from 'vitest'
import { failureSignature, isOneCause } from './signature.js'
import { areParticular, namesOutside, sharedWords } from './words.js'

describe('words of a message', () => {
  it.each([
    'expected 420 to be 430',
    'expected false to be true',
    'expect(received).toBe(expected) // Object.is equality',
    'The expression evaluated to a falsy value: assert.ok(ready)',
    'Timeout of 2000ms exceeded',
    'element not found',
    'AssertionError',
    "Cannot read properties of undefined (reading 'zones')",
  ])('of any check say nothing by themselves: %s', (message) => expect(areParticular(message)).toBe(false))

  it.each(['bus on wrong lane', 'axle over the limit of the deck', 'FareTable.price has no season ticket', 'lock ferry_schedule is held'])(
    'that name things do: %s',
    (message) => expect(areParticular(message)).toBe(true),
  )

  it.each([
    ['connect ECONNREFUSED 127.0.0.1:5433', true],
    ['GET https://gate.example/open answered 503', true],
    ['getaddrinfo ENOTFOUND breakwater', true],
    ['expected 3 to be 4', false],
    ['FERRY is late', false],
  ])('%s: something outside is named (%s)', (message, outside) => expect(namesOutside(message)).toBe(outside))
})

describe('what messages share', () => {
  it.each([
    [['expected 420 to be 430', 'expected 3 to be 4'], 'expected … to be …'],
    [['axle over limit', 'axle over limit'], 'axle over limit'],
    [['gate 7 is closed today', 'gate is closed'], 'gate … is closed …'],
    [['one', 'other'], null],
    [['one line\nand more', 'one line\nand less'], 'one line'],
    [[], null],
  ])('%j', (messages, shared) => expect(sharedWords(messages)).toBe(shared))
})

describe('one cause', () => {
  const stack = (frame: string) => `AssertionError: no\n    at ${frame}\n    at Object.<anonymous> (deck/a.spec.ts:3:1)`
  const sign = (message: string, frame: string) => failureSignature({ message, type: 'AssertionError', stack: stack(frame) }) ?? ''

  it('is what happens in one function of the product', () => {
    const a = sign('1 !== 2', 'Deck.balance (deck/planner.ts:3:1)')
    expect(sign('7 !== 9', 'Deck.balance (deck/planner.ts:30:1)')).toBe(a)
    expect(isOneCause(a)).toBe(true)
    expect(sign('7 !== 9', 'Deck.lanes (deck/planner.ts:50:1)')).not.toBe(a)
  })

  it('is only likely where tests share a function that checks, or words', () => {
    const helper = sign('1 !== 2', 'checkFare (tests/helpers.ts:3:1)')
    expect(sign('3 !== 4', 'checkFare (tests/helpers.ts:3:1)')).toBe(helper)
    expect(isOneCause(helper)).toBe(false)
    const words = failureSignature({ message: 'bus on wrong lane', type: null, stack: null }) ?? ''
    expect(isOneCause(words)).toBe(false)
  })

  it('is never made of the words of any check in two tests', () => {
    const test = (name: string) => ({ name, suites: [], classname: null, sourceFile: 'a.spec.ts' })
    const failed = { message: 'expected 1 to be 2', type: null, stack: 'Error: no\n    at a.spec.ts:3:1' }
    expect(failureSignature(failed, test('adult'))).not.toBe(failureSignature(failed, test('child')))
    expect(failureSignature(failed, test('adult'))).toBe(failureSignature({ ...failed, message: 'expected 3 to be 4' }, test('adult')))
  })
})
