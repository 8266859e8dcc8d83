import { describe, expect, it } from 'vitest'
import type { Outcome } from '../../results/outcome.js'
import { readResultFile } from '../registry.js'
import { outcomeOfAttempts } from '../../results/outcome-of-attempts.js'

const attempts = (...outcomes: Outcome[]) => outcomes.map((outcome) => ({ outcome }))

describe('what several attempts come to', () => {
  it.each<[Outcome[], Outcome]>([
    [['passed'], 'passed'],
    [['failed', 'passed'], 'recovered'],
    [['errored', 'failed', 'passed'], 'recovered'],
    [['passed', 'failed'], 'failed'],
    [['failed', 'errored'], 'errored'],
    [['skipped', 'passed'], 'passed'],
    [['failed', 'skipped'], 'failed'],
    [['errored', 'notRun'], 'errored'],
    [[], 'notRun'],
  ])('%j is %s', (outcomes, outcome) => expect(outcomeOfAttempts(attempts(...outcomes))).toBe(outcome))
})

const outcome = (inner: string, attributes = '') => {
  const file = readResultFile(
    new TextEncoder().encode(`<testsuite name="s"><testcase name="n" classname="c" ${attributes}>${inner}</testcase></testsuite>`),
  )
  return [file.results[0]?.outcome, file.warnings.map((warning) => warning.code).join()]
}

/** docs/formats.md, "Outcome rules", line by line. */
describe('one test case', () => {
  it.each([
    ['', '', 'passed', ''],
    ['', 'status="passed"', 'passed', ''],
    ['', 'status="run" result="completed"', 'passed', ''],
    ['<failure/>', '', 'failed', ''],
    ['', 'failure="no"', 'failed', 'status'],
    ['', 'status="failed"', 'failed', 'status'],
    ['', 'status="panicked"', 'failed', 'status'],
    ['', 'status="dancing"', 'passed', 'status'],
    ['<error/>', '', 'errored', ''],
    ['<warning type="x"/>', '', 'errored', ''],
    ['<failure type="hookFailed" message="failed running beforeEach hook"/>', '', 'errored', ''],
    ['<error type="UnexpectedSuccess"/>', '', 'failed', ''],
    ['<error type="TodoTestSucceeded"/>', '', 'passed', 'unexpectedPass'],
    ['<skipped/>', '', 'skipped', ''],
    ['', 'executed="false"', 'skipped', ''],
    ['<skipped type="pytest.xfail"/><failure message="x"/>', '', 'skipped', ''],
    ['<skipped message="TEST_CASE tagged with !mayfail"/><failure message="x"/>', '', 'skipped', ''],
    ['<skipped/><failure message="x"/>', '', 'failed', 'severalOutcomes'],
    ['<failure message="x"/><error message="y"/>', '', 'failed', 'severalOutcomes'],
    ['<failure type="org.opentest4j.TestAbortedException"/>', '', 'skipped', ''],
    ['<skipped message="Fixture dependency failed"/>', 'status="notrun"', 'blocked', ''],
    ['<failure type="cancelledByParent" message="cancelled"/>', '', 'blocked', ''],
    ['<skipped message="Unable to find executable"/>', 'status="notrun"', 'errored', ''],
  ])('%s %s is %s', (inner, attributes, expected, warning) => expect(outcome(inner, attributes)).toEqual([expected, warning]))
})
