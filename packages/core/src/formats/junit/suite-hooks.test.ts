import { expect, it } from 'vitest'
import type { TestResult } from '../result.js'
import { SuiteHooks } from './suite-hooks.js'

const test = (name: string, outcome: TestResult['outcome'], classname = 'deck.test.ts'): TestResult => ({
  name,
  suites: [],
  classname,
  sourceFile: null,
  profile: null,
  occurrence: 1,
  outcome,
  durationMs: 1,
  attempts: [],
  properties: [],
  keys: [],
  place: { line: 1, column: 1 },
})

function taken(...suites: TestResult[][]) {
  const hooks = new SuiteHooks()
  let seq = 0
  return suites.map((results) => {
    for (const result of results) hooks.add(seq++, result)
    const { faults, dropped, reasons } = hooks.take()
    return { faults: faults.map(({ subject }) => subject), dropped, reasons }
  })
}

// as Vitest 3 writes a `beforeAll` that throws: samples/vitest-A/junit.xml
it('takes a failing test named like the block of others for its hook, wherever it stands in its suite', () => {
  const gate = [test('gate > admits one', 'skipped'), test('gate > inner > admits two', 'skipped'), test('gate', 'failed')]
  const reasons = [0, 1].map((seq) => ({ seq, reason: 'did not run: “gate” failed' }))
  expect(taken(gate)).toEqual([{ faults: ['deck.test.ts gate'], dropped: [2], reasons }])
  expect(taken([test('gate', 'failed'), test('gate > admits one', 'passed')])[0]?.dropped).toEqual([0])
})

it('tells the outermost hook that failed as the reason', () => {
  const [suite] = taken([test('a > b > c', 'skipped'), test('a > b', 'failed'), test('a', 'failed')])
  expect(suite?.reasons).toEqual([{ seq: 0, reason: 'did not run: “a” failed' }])
  expect(suite?.dropped).toEqual([1, 2])
})

it('leaves alone what only looks like one: a test of another class, of another suite, or one that did not fail', () => {
  expect(taken([test('gate > admits', 'passed'), test('gate', 'failed', 'ramp.test.ts')])).toMatchObject([{ dropped: [] }])
  expect(taken([test('gate > admits', 'passed')], [test('gate', 'failed')])).toMatchObject([{ dropped: [] }, { dropped: [] }])
  expect(taken([test('gate > admits', 'passed'), test('gate', 'passed')])).toMatchObject([{ dropped: [] }])
  expect(taken([test('gateway > admits', 'passed'), test('gate', 'failed')])).toMatchObject([{ dropped: [] }])
})

it('does not take a deeper block for the one before because it begins alike', () => {
  const [suite] = taken([test('a > one', 'passed'), test('a > b > two', 'passed'), test('a > b', 'failed')])
  expect(suite?.dropped).toEqual([2])
})
