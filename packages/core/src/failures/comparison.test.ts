import fc from 'fast-check'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../index.js'
import { comparisonIn } from './comparison.js'

const ANSI = /\u001b\[[0-9;]*m/g
const SAMPLES = new URL('../formats/samples/', import.meta.url)

/** Messages of one runner's files, as its reporters wrote them. */
function messagesOf(runner: string): string[] {
  const messages = new Set<string>()
  for (const name of readdirSync(SAMPLES).filter((folder) => folder.startsWith(runner))) {
    const folder = new URL(`${name}/`, SAMPLES)
    if (!statSync(folder).isDirectory()) continue
    for (const file of readdirSync(folder)) {
      try {
        for (const { attempts } of readResultFile(readFileSync(new URL(file, folder))).results)
          for (const { failures } of attempts) for (const { message } of failures) if (message) messages.add(message.replace(ANSI, ''))
      } catch {
        // what a runner printed on its console is no result file
      }
    }
  }
  return [...messages]
}

/** What the tests in the corpus compare: their sources say what is wanted. */
describe('messages that real runners wrote', () => {
  it.each([
    ['cucumber', 'no introduction', '430', '420', ''],
    ['mocha', 'bus on wrong lane', 'C', 'B', null],
    [
      'mocha',
      'deep-equal:\n+',
      "{\n  cars: [\n    1,\n    2,\n    4\n  ],\n  lane: 'B'\n}",
      "{\n  cars: [\n    1,\n    2,\n    3\n  ],\n  lane: 'A'\n}",
      '',
    ],
    ['node-test', 'newly broken in build B\n\n', '8', '7', 'newly broken in build B'],
    ['gotest', 'got 90', '95', '90', ''],
    ['gotest', 'child <fare>', '430', '420', null],
    ['gotest', 'got:\n', '421 <nil>', '420 <nil>', ''],
    ['jest', 'Object.is', '215', '210', 'expect(received).toBe(expected) // Object.is equality'],
    ['nunit', 'But was', '430', '420', ''],
    ['xunit', 'Assert.Equal', '95', '90', 'Assert.Equal() Failure: Values differ'],
    ['playwright', 'Expected: 95', '95', '90', null],
    ['playwright', 'Call log', '"boarded"', '"waiting"', null],
    ['pytest', 'zone 2', '430', '420', null],
    ['pytest', 'bus on wrong lane', 'C', 'B', 'AssertionError: bus on wrong lane'],
    ['surefire', 'child <fare>', '430', '420', null],
    ['surefire', '<[a]>', '[a]', '[b]', ''],
    ['testng', 'child <fare>', '430', '420', 'child <fare> & "co" ⛴️ ]]>'],
    ['vitest', 'bus on wrong lane', "'C'", "'B'", 'bus on wrong lane'],
    ['vitest', 'expected 420', '430', '420', ''],
  ])('%s: %s', (runner, part, expected, actual, rest) => {
    const found = messagesOf(runner)
      .filter((message) =>
        part === 'no introduction' ? message === 'Expected values to be strictly equal:\n\n420 !== 430\n' : message.includes(part),
      )
      .map(comparisonIn)
    expect(found.length).toBeGreaterThan(0)
    expect(found).toContainEqual({ expected, actual, told: true, rest: rest ?? (expect.anything() as unknown) })
  })

  it.each([
    ['unittest', '430 != 420', '420', '430'],
    ['gtest', 'Expected equality', '420', '430'],
    ['robot', '420 != 430', '430', '420'],
  ])('%s does not tell which of two was wanted', (runner, part, second, first) => {
    const found = messagesOf(runner)
      .filter((message) => message.includes(part))
      .map(comparisonIn)
    expect(found).toContainEqual(expect.objectContaining({ expected: second, actual: first, told: false }))
  })

  it('compare nothing where they only say that something went wrong', () => {
    const plain = ['cucumber', 'mocha', 'playwright', 'pytest', 'testng', 'gtest', 'gotest', 'nunit', 'xunit']
      .flatMap(messagesOf)
      .filter(
        (message) =>
          !/[!=]==|==|got|want|but found|but was|expected [\S'].* to |Received:|Actual:|- actual|equality of|expected:/i.test(message),
      )
    expect(plain.length).toBeGreaterThan(30)
    expect(plain.filter((message) => comparisonIn(message) !== null)).toEqual([])
  })
})

/** Written after the libraries' documentation, from memory. */
describe('messages of other libraries', () => {
  it.each([
    ['RSpec', 'expected: 430\n     got: 420\n\n(compared using ==)', '430', '420'],
    ['minitest', 'Expected: 430\n  Actual: 420', '430', '420'],
    ['Test::More', "         got: '420'\n    expected: '430'", "'430'", "'420'"],
    ['testify', '\tError:      \tNot equal: \n\texpected: 430\n\tactual  : 420', '430', '420'],
    ['Hamcrest', 'Expected: is <430>\n     but: was <420>', 'is <430>', 'was <420>'],
    ['JUnit 5', 'zone 2 ==> expected: <430> but was: <420>', '430', '420'],
    ['AssertJ', 'expected: 430\n but was: 420', '430', '420'],
    ['PHPUnit', 'Failed asserting that 420 matches expected 430.', '430', '420'],
    [
      'PHPUnit, strings',
      "Failed asserting that two strings are equal.\n--- Expected\n+++ Actual\n@@ @@\n-'boarded'\n+'waiting'",
      "'boarded'",
      "'waiting'",
    ],
    ['FluentAssertions', 'Expected fare to be 430 because of zone 2, but found 420.', '430', '420'],
    ['a status', 'expected status 200, got 503', '200', '503'],
    [
      'Jest, objects',
      'expect(received).toEqual(expected)\n\n- Expected  - 1\n+ Received  + 1\n\n  Object {\n-   "lane": "B",\n+   "lane": "A",\n  }',
      'Object {\n  "lane": "B",\n}',
      'Object {\n  "lane": "A",\n}',
    ],
  ])('%s', (_, message, expected, actual) => expect(comparisonIn(message)).toMatchObject({ expected, actual, told: true }))

  it('Rust does not tell which was wanted', () =>
    expect(comparisonIn('assertion `left == right` failed\n  left: 420\n right: 430')).toMatchObject({
      actual: '420',
      expected: '430',
      told: false,
    }))

  it.each([
    'expected 5 to be above 7',
    'expected [] to be an array',
    'expected ship to be within 3..5',
    'Expected: (GetParam().second) != (95), actual: 95 vs 95',
    'assert 3 != 3',
  ])('%s compares no two values', (message) => expect(comparisonIn(message)).toBeNull())
})

it('never throws and ends soon, whatever a message says', () => {
  const bits = fc.constantFrom(
    'expected',
    'got',
    ' want ',
    ':',
    '<',
    '>',
    '\n',
    '+',
    '-',
    ' ',
    '!=',
    '==',
    'assert ',
    "'",
    'Expected: ',
    'Received: ',
    '[',
    ']',
    'a',
  )
  const hostile = ['expected:<', 'got ', 'expected a to ', "'\\'", ' ', '+ \n', 'a != ', 'Expected: a\n'].map((bit) =>
    bit.repeat(20_000 / bit.length),
  )
  for (const message of [...hostile, 'x'.repeat(5_000_000)]) expect(() => comparisonIn(message)).not.toThrow()
  fc.assert(
    fc.property(fc.array(bits, { maxLength: 400 }), (parts) => {
      const found = comparisonIn(parts.join(''))
      if (found) expect(typeof found.expected + typeof found.actual).toBe('stringstring')
    }),
    { numRuns: 300 },
  )
})
