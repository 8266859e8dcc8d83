import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
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
  totals: Record<'total' | 'passed' | 'failed' | 'errored' | 'skipped', number | null> | null
  tests: { name: string | string[]; outcome: string; flaky?: boolean; messageContains: string | null; durationSeconds: number | null }[]
  caseKeys: Record<string, string>
}

/**
 * Where the console counts otherwise than Bobbin, and why; docs/formats.md tells the reader the same. What is not here
 * must be equal to the console.
 */
const COUNTED_OTHERWISE: Record<string, Partial<FileSummary['totals']> & { why: string }> = {
  'ctest-A/junit.xml': {
    failed: 17,
    errored: 1,
    blocked: 1,
    skipped: 6,
    why: 'not run for a missing executable is errored, for a failed fixture blocked; 2 disabled are skipped',
  },
  'ctest-A/junit-repeat.xml': { failed: 16, errored: 1, blocked: 1, skipped: 6, why: 'as above' },
  'cucumber-A/junit.xml': { errored: 3, why: 'ambiguous, undefined and pending could not judge' },
  'gotestsum-A/junit.xml': { errored: 0, why: 'TestMain and a package that does not compile are faults' },
  'gtest-A/gtest.xml': { skipped: 3, why: '1 disabled is skipped' },
  'jest-A/results.json': { passed: 9, recovered: 1, why: 'a retry is told' },
  'mocha-A/xunit.xml': { total: 23, failed: 11, why: '3 hooks are faults' },
  'mocha-A/xunit-v2.xml': { total: 23, failed: 11, why: '3 hooks are faults' },
  'node-test-A/junit.xml': {
    passed: 17,
    failed: 11,
    errored: 2,
    blocked: 2,
    skipped: 7,
    why: 'empty suite passed, skipped suite skipped, 3 todo skipped, 2 cancelled blocked, hook and time-out errored, file a fault',
  },
  'node-test-B/junit.xml': { passed: 17, failed: 11, errored: 2, blocked: 2, skipped: 7, why: 'as above' },
  'node-test-A/results.tap': { passed: 17, failed: 11, errored: 2, blocked: 2, skipped: 7, why: 'as above' },
  'node-test-B/results.tap': { passed: 17, failed: 11, errored: 2, blocked: 2, skipped: 7, why: 'as above' },
  'cucumber-A/cucumber.json': { failed: 8, errored: 4, why: 'ambiguous, undefined, pending and a failing hook could not judge' },
  'cucumber-A/messages.ndjson': { passed: 8, recovered: 1, failed: 8, errored: 4, why: 'as above, and a retry is told' },
  'gotest-A/gotest.json.ndjson': { passed: 8, why: 'the end of TestPrints is found behind what it printed' },
  'gotestsum-A/gotest.ndjson': { passed: 8, failed: 12, errored: 0, why: 'as above; packages that fail outside tests are faults' },
  'gtest-A/gtest.json': { skipped: 3, why: '1 disabled is skipped' },
  'mocha-A/ctrf/ctrf-report.json': { total: 23, passed: 8, failed: 11, recovered: 1, why: '3 hooks are faults; flaky is recovered' },
  'mocha-A/json-stream.jsonl': {
    total: 20,
    passed: 8,
    recovered: 1,
    failed: 11,
    skipped: 0,
    why: '3 hooks are faults; the reporter tells of no pending test',
  },
  'mocha-A/results.json': { total: 23, passed: 8, recovered: 1, failed: 11, why: '3 hooks are faults' },
  'mocha-A/results.tap': { total: 23, failed: 11, why: '3 hooks are faults' },
  'playwright-A/ctrf.json': { failed: 8, recovered: 1, why: 'an unexpected pass is written as passed; flaky is recovered' },
  'playwright-A/results.json': { failed: 6, errored: 3, notRun: 2, recovered: 1, why: 'exceptions and time-outs are errored' },
  'prove-A/01-fares.tap': { total: 15, passed: 7, skipped: 4, why: 'sub-tests count, their container does not; 2 todo are skipped' },
  'prove-A/02-bailout.tap': { total: 2, why: 'those that never came are no results' },
  'prove-A/03-dies.tap': { total: 1, why: 'as above' },
  'prove-A/05-wrongplan.tap': { total: 2, why: 'as above' },
  'tape-A/results-completed.tap': { passed: 7, skipped: 3, why: 'todo is skipped, whether it passed or not' },
  'tape-A/results.tap': { skipped: 3, why: 'as above' },
  'testng-A/testng-results.xml': {
    total: 32,
    passed: 16,
    recovered: 1,
    skipped: 2,
    blocked: 1,
    notRun: 2,
    why: 'a retry is an attempt; skipped by dependency is blocked, behind a failed set-up not run',
  },
  'vitest-A/ctrf/ctrf-report.json': { passed: 14, recovered: 1, why: 'flaky is recovered' },
  'vitest-B/ctrf/ctrf-report.json': { passed: 14, recovered: 1, why: 'as above' },
  'vitest-A/results.json': { passed: 14, recovered: 1, skipped: 6, why: 'flaky is recovered, todo skipped' },
  'vitest-B/results.json': { passed: 14, recovered: 1, skipped: 6, why: 'as above' },
  'vitest-A/results.tap': { passed: 15, skipped: 6, why: 'the reporter writes an expected failure as passed; todo is skipped' },
  'vitest-B/results.tap': { passed: 15, skipped: 6, why: 'as above' },
  'vitest-A/results-flat.tap': { passed: 15, skipped: 6, why: 'as above' },
  'vitest-B/results-flat.tap': { passed: 15, skipped: 6, why: 'as above' },
  'playwright-A/junit.xml': { passed: 9, failed: 6, errored: 3, notRun: 2, why: 'the reporter hides retries; exceptions are errored' },
  'playwright-A/junit-stdout.xml': { failed: 6, errored: 3, notRun: 2, recovered: 1, why: 'exceptions are errored' },
  'prove-A/junit.xml': { errored: 0, why: 'unmet plans are faults' },
  'pytest-A-collecterror/junit.xml': { errored: 0, why: 'a module that does not load is a fault' },
  'pytest-A-reruns/junit.xml': {
    passed: 23,
    errored: 4,
    skipped: 6,
    why: 'reruns and tear-down errors are counted twice by the console; 2 xfail are skipped',
  },
  'pytest-A-xunit1/junit.xml': { errored: 4, skipped: 6, why: 'one test failed and errored in tear-down; 2 xfail are skipped' },
  'pytest-A-xunit2/junit.xml': { errored: 4, skipped: 6, why: 'as above' },
  'pytest-B-xunit1/junit.xml': { errored: 4, skipped: 6, why: 'as above' },
  'surefire-A-rerun/TEST-ferry.FareTest.xml': { passed: 3, recovered: 2, why: 'passed on a rerun is recovered' },
  'surefire-A-rerun/TEST-ferry.GateTest.xml': { total: 0, errored: 0, why: 'a class hook is a fault' },
  'surefire-A/TEST-ferry.GateTest.xml': { total: 0, errored: 0, why: 'a class hook is a fault' },
  'testng-A/junitreports/TEST-ferry.FareTest.xml': {
    total: 21,
    passed: 11,
    failed: 4,
    errored: 3,
    skipped: 1,
    blocked: 1,
    recovered: 1,
    why: 'the console counts all classes',
  },
  'unittest-xmlrunner-A/single-file.xml': {
    failed: 7,
    errored: 2,
    skipped: 3,
    why: 'unexpected success failed, expected failure skipped, import and setUpClass are faults',
  },
  'unittest-xmlrunner-A/TEST-test_ferry.FareTest-20261123112249.xml': { failed: 6, errored: 1, why: 'unexpected success failed' },
  'unittest-xmlrunner-A/TEST-test_ferry.RampTest-20261123112249.xml': {
    total: 2,
    errored: 1,
    why: 'failure and tear-down error are one test',
  },
  'unittest-xmlrunner-A/TEST-unittest.loader._FailedTest-20261123112249.xml': { total: 0, errored: 0, why: 'a fault' },
  'unittest-xmlrunner-A/TEST-unittest.suite._ErrorHolder-20261123112249.xml': { total: 0, errored: 0, why: 'a fault' },
  'vitest-A/junit.xml': { passed: 15, skipped: 6, why: 'the reporter writes an expected failure as passed and a todo as skipped' },
  'vitest-B/junit.xml': { passed: 15, skipped: 6, why: 'as above' },
}

/** Faults by sample: what the runner reported outside any test. */
const FAULTS: Record<string, string[]> = {
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
    const { why: _, ...otherwise } = COUNTED_OTHERWISE[file] ?? { why: '' }
    const console = Object.entries(expected.totals ?? {}).filter(([name, count]) => name in summary.totals && count !== null)
    expect(summary.totals).toMatchObject({ ...Object.fromEntries(console), ...otherwise })
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
