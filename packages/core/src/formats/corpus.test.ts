import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { emptyTotals, OUTCOMES } from '../results/outcome.js'
import { readResultFile } from './registry.js'
import { summarizeFile, type FileSummary } from './summary.js'

/**
 * Result files that real runners wrote, and beside each what the runner itself printed on the console
 * (`*.expected.json`, made 2026-11-23 on Debian 12 by running them). A new sample is a new test. Those in `*-written` were written by
 * hand after the published descriptions of their formats, with the expectation beside them.
 */
const SAMPLES = new URL('./samples/', import.meta.url)
const files = readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.expected.json'))
  .map((file) => file.slice(0, -'.expected.json'.length))
  .sort()

interface Expected {
  totals: Record<string, number | null> | null
  tests: { name: string | string[]; outcome: string; flaky?: boolean; messageContains: string | null; durationSeconds: number | null }[]
  caseKeys: Record<string, string>
}

/**
 * So many tests that the console counts as one thing are another by a rule of docs/formats.md ("Outcome rules", by its number). `untold` is
 * what the console has no figure for, `fault` and `none` are no results.
 */
type Move = [count: number, from: string, to: keyof FileSummary['totals'] | 'fault' | 'none', rule: number]

const HOOKS_OF_MOCHA: Move[] = [[3, 'failed', 'fault', 8]]
const CUCUMBER_COULD_NOT_JUDGE: Move[] = [
  [1, 'ambiguous', 'errored', 6],
  [1, 'undefined', 'errored', 6],
  [1, 'pending', 'errored', 6],
]
const NODE_TEST: Move[] = [
  [1, 'failed', 'fault', 8],
  [1, 'failed', 'none', 19],
  [1, 'failed', 'errored', 7],
  [1, 'cancelled', 'errored', 4],
  [2, 'cancelled', 'blocked', 13],
  [3, 'todo', 'skipped', 10],
  [1, 'untold', 'passed', 22],
  [1, 'untold', 'skipped', 22],
]
const CTEST: Move[] = [
  [1, 'failed', 'errored', 5],
  [1, 'failed', 'blocked', 13],
  [2, 'disabled', 'skipped', 9],
]
const PLAYWRIGHT: Move[] = [
  [3, 'failed', 'errored', 3],
  [2, 'didNotRun', 'notRun', 14],
]
const PYTEST: Move[] = [
  [1, 'errored', 'none', 20],
  [2, 'xfailed', 'skipped', 11],
]
const FLAKY: Move[] = [[1, 'passed', 'recovered', 15]]
const VITEST_HIDES: Move[] = [
  [1, 'expectedFail', 'passed', 11],
  [1, 'todo', 'skipped', 10],
]

/** Where the console counts otherwise than Bobbin; what is not here must be equal to the console. */
const COUNTED_OTHERWISE: Record<string, Move[]> = {
  'ctest-A/junit.xml': CTEST,
  'ctest-A/junit-repeat.xml': CTEST,
  'rspec-A/rspec-ok.xml': [[2, 'pending', 'skipped', 9]],
  'nose2-A/nose2.xml': [
    [1, 'untold', 'failed', 12],
    [1, 'expectedFailures', 'skipped', 11],
    [2, 'errored', 'fault', 8],
  ],
  'cucumber-A/cucumber.json': [...CUCUMBER_COULD_NOT_JUDGE, [1, 'failed', 'errored', 7]],
  'cucumber-A/junit.xml': CUCUMBER_COULD_NOT_JUDGE,
  'cucumber-A/messages.ndjson': [...CUCUMBER_COULD_NOT_JUDGE, [1, 'failed', 'errored', 7], ...FLAKY],
  'gotest-A/gotest.json.ndjson': [[1, 'untold', 'passed', 21]],
  'gotestsum-A/gotest.ndjson': [
    [1, 'failed', 'passed', 21],
    [1, 'errored', 'fault', 8],
  ],
  'gotestsum-A/junit.xml': [[1, 'errored', 'fault', 8]],
  'gtest-A/gtest.json': [[1, 'disabled', 'skipped', 9]],
  'gtest-A/gtest.xml': [[1, 'disabled', 'skipped', 9]],
  'jest-A/results.json': FLAKY,
  'mocha-A/ctrf/ctrf-report.json': [...HOOKS_OF_MOCHA, ...FLAKY],
  'mocha-A/json-stream.jsonl': [...HOOKS_OF_MOCHA, ...FLAKY, [3, 'skipped', 'none', 22]],
  'mocha-A/results.json': [...HOOKS_OF_MOCHA, ...FLAKY],
  'mocha-A/results.tap': HOOKS_OF_MOCHA,
  'mocha-A/xunit.xml': HOOKS_OF_MOCHA,
  'mocha-A/xunit-v2.xml': HOOKS_OF_MOCHA,
  'node-test-A/junit.xml': NODE_TEST,
  'node-test-A/results.tap': NODE_TEST,
  'node-test-B/junit.xml': NODE_TEST,
  'node-test-B/results.tap': NODE_TEST,
  'nunit-written/TestResult.xml': [[1, 'untold', 'blocked', 13]],
  'playwright-A/ctrf.json': [...FLAKY, [1, 'failed', 'passed', 12]],
  'playwright-A/junit-stdout.xml': [...PLAYWRIGHT, [1, 'flaky', 'recovered', 15]],
  'playwright-A/junit.xml': [...PLAYWRIGHT, [1, 'flaky', 'passed', 22]],
  'playwright-A/results.json': [...PLAYWRIGHT, [1, 'flaky', 'recovered', 15]],
  'prove-A/01-fares.tap': [
    [1, 'failed', 'none', 19],
    [1, 'untold', 'failed', 19],
    [2, 'untold', 'passed', 19],
    [2, 'todo', 'skipped', 10],
  ],
  'prove-A/junit.xml': [
    [13, 'untold', 'passed', 22],
    [2, 'errored', 'fault', 8],
  ],
  'pytest-A-collecterror/junit.xml': [[1, 'errored', 'fault', 8]],
  'pytest-A-reruns/junit.xml': [...PYTEST, [2, 'passed', 'none', 21]],
  'pytest-A-xunit1/junit.xml': PYTEST,
  'pytest-A-xunit2/junit.xml': PYTEST,
  'pytest-B-xunit1/junit.xml': PYTEST,
  'robot-written/output.xml': [[1, 'untold', 'blocked', 13]],
  'surefire-A-rerun/TEST-ferry.FareTest.xml': [[2, 'passed', 'recovered', 15]],
  'surefire-A-rerun/TEST-ferry.GateTest.xml': [[1, 'errored', 'fault', 8]],
  'surefire-A/TEST-ferry.GateTest.xml': [[1, 'errored', 'fault', 8]],
  'tape-A/results-completed.tap': [
    [1, 'passed', 'none', 21],
    [2, 'passed', 'skipped', 10],
  ],
  'testng-A/testng-results.xml': [
    [1, 'skipped', 'none', 15],
    [1, 'passed', 'recovered', 15],
    [1, 'skipped', 'blocked', 13],
    [2, 'skipped', 'notRun', 14],
  ],
  'unittest-xmlrunner-A/single-file.xml': [
    [3, 'untold', 'passed', 1],
    [1, 'xpassed', 'failed', 12],
    [1, 'xfailed', 'skipped', 11],
    [2, 'errored', 'fault', 8],
    [1, 'errored', 'none', 20],
  ],
  'unittest-xmlrunner-A/TEST-test_ferry.FareTest-20261123112249.xml': [
    [3, 'untold', 'passed', 1],
    [1, 'errored', 'failed', 12],
  ],
  'unittest-xmlrunner-A/TEST-test_ferry.RampTest-20261123112249.xml': [[1, 'errored', 'none', 20]],
  'unittest-xmlrunner-A/TEST-unittest.loader._FailedTest-20261123112249.xml': [[1, 'errored', 'fault', 8]],
  'unittest-xmlrunner-A/TEST-unittest.suite._ErrorHolder-20261123112249.xml': [[1, 'errored', 'fault', 8]],
  'vitest-A/ctrf/ctrf-report.json': FLAKY,
  'vitest-A/junit.xml': VITEST_HIDES,
  'vitest-A/results-flat.tap': VITEST_HIDES,
  'vitest-A/results.json': [...FLAKY, [1, 'todo', 'skipped', 10]],
  'vitest-A/results.tap': VITEST_HIDES,
  'vitest-B/ctrf/ctrf-report.json': FLAKY,
  'vitest-B/junit.xml': VITEST_HIDES,
  'vitest-B/results-flat.tap': VITEST_HIDES,
  'vitest-B/results.json': [...FLAKY, [1, 'todo', 'skipped', 10]],
  'vitest-B/results.tap': VITEST_HIDES,
}

/** Their runner printed no figures for this file by itself: it died, or counts all files of its run together. */
const NO_CONSOLE: Record<string, Partial<FileSummary['totals']>> = {
  'tape-A/results.tap': { total: 15, passed: 7, failed: 5, skipped: 3 },
  'testng-A/junitreports/TEST-ferry.FareTest.xml': { total: 21, passed: 11, failed: 4, errored: 3, skipped: 1, blocked: 1, recovered: 1 },
  'testng-A/junitreports/TEST-ferry.GateTest$RampTest.xml': { total: 2, passed: 1, errored: 1 },
  'testng-A/junitreports/TEST-ferry.GateTest.xml': { total: 2, errored: 2 },
  'testng-A/junitreports/TEST-ferry.ManifestTest.xml': { total: 5, passed: 4, failed: 1 },
  'testng-A/per-test/Deck.xml': { total: 4, passed: 1, skipped: 3 },
  'testng-A/per-test/Fares.xml': { total: 28, passed: 17, failed: 8, skipped: 2, recovered: 1 },
}

/** What the console says, once the moves are made. @throws Error when there is less to move than a move says */
function totalsBy(console: Record<string, number | null>, moves: readonly Move[]): FileSummary['totals'] {
  const figures = new Map<string, number>()
  for (const [name, count] of Object.entries(console)) if (typeof count === 'number') figures.set(name, count)
  for (const [count, from, to] of moves) {
    const before = figures.get(from) ?? 0
    if (from !== 'untold' && before < count) throw new Error(`${before} ${from}, and ${count} of them should be ${to}`)
    figures.set(from, before - count)
    figures.set(to, (figures.get(to) ?? 0) + count)
  }
  const totals = emptyTotals()
  for (const outcome of OUTCOMES) totals.total += totals[outcome] = figures.get(outcome) ?? 0
  return totals
}

/** Faults by sample: what the runner reported outside any test. */
const FAULTS: Record<string, string[]> = {
  'rspec-A/rspec-load.xml': ['load'],
  'nose2-A/nose2.xml': ['hook', 'load'],
  'jest-junit-A/jest-junit.xml': ['load'],
  'jest-junit-A/jest-colour.json': ['load'],
  'pytest-A-internal/junit.xml': ['crash'],
  'gotest-A/gotest.json.ndjson': ['load', 'crash', 'hook'],
  'gotestsum-A/gotest.ndjson': ['crash', 'hook'],
  'mocha-A/ctrf/ctrf-report.json': ['hook', 'hook', 'hook'],
  'mocha-A/json-stream.jsonl': ['hook', 'hook', 'hook'],
  'mocha-A/results.json': ['hook', 'hook', 'hook'],
  'mocha-A/results.tap': ['hook', 'hook', 'hook'],
  'node-test-A/results.tap': ['load', 'hook', 'hook'],
  'node-test-B/results.tap': ['load', 'hook', 'hook'],
  'prove-A/02-bailout.tap': ['bailOut'],
  'prove-A/03-dies.tap': ['plan'],
  'prove-A/05-wrongplan.tap': ['plan'],
  'tape-A/results.tap': ['crash'],
  'testng-A/testng-results.xml': ['hook', 'hook'],
  'jest-A/results.json': ['hook', 'load', 'load', 'load'],
  'nunit-written/TestResult.xml': ['hook', 'load'],
  'robot-written/output.xml': ['hook'],
  'xunit-written/results.xml': ['hook'],
  'vitest-A/results.json': ['load'],
  'vitest-B/results.json': ['load'],
  'vitest-A/results.tap': ['load', 'hook', 'hook'],
  'vitest-B/results.tap': ['load', 'hook', 'hook'],
  'vitest-A/results-flat.tap': ['load'],
  'vitest-B/results-flat.tap': ['load'],
  'gotestsum-A/junit.xml': ['hook', 'undelivered'],
  'mocha-A/xunit.xml': ['hook', 'hook', 'hook'],
  'mocha-A/xunit-v2.xml': ['hook', 'hook', 'hook'],
  'node-test-A/junit.xml': ['load'],
  'node-test-B/junit.xml': ['load'],
  'prove-A/junit.xml': ['suite', 'suite'],
  'pytest-A-collecterror/junit.xml': ['load'],
  'surefire-A-rerun/TEST-ferry.GateTest.xml': ['hook'],
  'surefire-A/TEST-ferry.GateTest.xml': ['hook'],
  'testng-A/per-test/Deck.xml': ['hook', 'hook'],
  'unittest-xmlrunner-A/single-file.xml': ['load', 'hook'],
  'unittest-xmlrunner-A/TEST-unittest.loader._FailedTest-20261123112249.xml': ['load'],
  'unittest-xmlrunner-A/TEST-unittest.suite._ErrorHolder-20261123112249.xml': ['hook'],
  'vitest-A/junit.xml': ['load', 'hook', 'hook'],
  'vitest-B/junit.xml': ['load', 'hook', 'hook'],
}

function read(file: string): FileSummary {
  return summarizeFile(file, readResultFile(readFileSync(new URL(file, SAMPLES))))
}

/** Keys that the reporter leaves out. */
const ANNOTATION = 'annotation: property name=case in junit; meta/annotations in json'
const HIDDEN_KEYS: Record<string, string[]> = {
  'vitest-A/ctrf/ctrf-report.json': [ANNOTATION],
  'vitest-B/ctrf/ctrf-report.json': [ANNOTATION],
  'vitest-A/results.tap': [ANNOTATION],
  'vitest-B/results.tap': [ANNOTATION],
  'vitest-A/results-flat.tap': [ANNOTATION],
  'vitest-B/results-flat.tap': [ANNOTATION],
}

describe.each(files)('%s', (file) => {
  const expected = JSON.parse(readFileSync(new URL(`${file}.expected.json`, SAMPLES), 'utf8')) as Expected
  const summary = read(file)

  it('has the totals that the runner printed', () => {
    const alone = NO_CONSOLE[file]
    expect(summary.totals).toEqual(alone ? { ...emptyTotals(), ...alone } : totalsBy(expected.totals ?? {}, COUNTED_OTHERWISE[file] ?? []))
  })

  it('tells what went wrong outside any test', () => {
    expect(summary.faults.map((fault) => fault.code)).toEqual(FAULTS[file] ?? [])
    expect(summary.incomplete).toBe((FAULTS[file] ?? []).length > 0)
  })

  it('has the messages, durations and keys that the test sources make', () => {
    for (const test of expected.tests) {
      const name = Array.isArray(test.name) ? (test.name.at(-1) ?? '') : test.name
      const found = summary.tests.filter((candidate) => candidate.name.endsWith(name))
      const text = [...found.map((candidate) => candidate.message ?? ''), ...summary.faults.map((fault) => fault.message ?? '')].join('\n')
      if (test.messageContains) expect(text, name).toContain(test.messageContains)
      if (test.durationSeconds) expect(found[0]?.durationMs).toBeCloseTo(test.durationSeconds * 1000, -2)
      if (test.outcome === 'passed' && found.length > 0) expect(['passed', 'recovered'], name).toContain(found[0]?.outcome)
      if (test.outcome === 'failed' && found.length === 1) expect(found[0]?.outcome, name).not.toBe('passed')
    }
    const keys = summary.tests.flatMap((test) => test.keys)
    const declared = Object.entries(expected.caseKeys).filter(
      ([, where]) =>
        /^(name|property|annotation|group)/.test(where) && !where.includes('nested') && !(HIDDEN_KEYS[file] ?? []).includes(where),
    )
    for (const [key] of declared) expect(keys).toContain(key)
  })
})
