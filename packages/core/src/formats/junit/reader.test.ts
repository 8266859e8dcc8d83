import { readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { scriptIdentity } from '../../identity/script-identity.js'
import { readResultFile, ResultFileReader } from '../registry.js'
import type { TestResult } from '../result.js'

const read = (xml: string) => readResultFile(new TextEncoder().encode(xml))
const one = (inner: string, attributes = '') =>
  read(`<testsuite name="s"><testcase classname="c" name="n" ${attributes}>${inner}</testcase></testsuite>`).results[0] as TestResult
const sample = (file: string) => readFileSync(new URL(`../samples/${file}`, import.meta.url))

describe('reading JUnit-style XML', () => {
  it('gives the same results however the bytes are split', () => {
    const bytes = sample('vitest-A/junit.xml')
    const whole = readResultFile(bytes)
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 4000 }), { minLength: 1, maxLength: 40 }), (sizes) => {
        const reader = new ResultFileReader()
        let at = 0
        for (const size of sizes) {
          reader.write(bytes.subarray(at, at + size))
          at += size
        }
        reader.write(bytes.subarray(at))
        expect(reader.end()).toEqual(whole)
      }),
      { numRuns: 30, seed: 412 },
    )
  })

  it('makes attempts of flakyFailure and rerunFailure, each with its own stack and output', () => {
    const recovered = one('<flakyFailure message="first"><stackTrace>at a</stackTrace><system-out>out 1</system-out></flakyFailure>')
    expect(recovered.outcome).toBe('recovered')
    expect(recovered.attempts.map((attempt) => attempt.outcome)).toEqual(['failed', 'passed'])
    expect(recovered.attempts[0]).toMatchObject({ failures: [{ message: 'first', stack: 'at a' }], stdout: 'out 1' })

    const failed = one('<failure message="a"/><rerunFailure message="b" time="2"/><rerunError message="c"/>')
    expect(failed.outcome).toBe('errored')
    expect(failed.attempts.map((attempt) => attempt.failures[0]?.message)).toEqual(['a', 'b', 'c'])
    expect(failed.attempts[1]?.durationMs).toBe(2000)
  })

  it('takes a repeated test case for a retry when all before it failed, and for another test when one passed', () => {
    const retried = read(
      '<testsuite name="s"><testcase name="n" classname="c"><failure message="x"/></testcase><testcase name="n" classname="c"/></testsuite>',
    )
    expect(retried.results.map((result) => [result.outcome, result.attempts.length])).toEqual([['recovered', 2]])
    expect(retried.warnings).toMatchObject([{ code: 'repeated', message: expect.stringContaining('tried again') as unknown }])
    const other = read(
      '<testsuite name="s"><testcase name="n" classname="c"/><testcase name="n" classname="c"><failure message="x"/></testcase></testsuite>',
    )
    expect(other.results.map((result) => [result.outcome, result.occurrence])).toEqual([
      ['passed', 1],
      ['failed', 2],
    ])
  })

  it('keeps several failures of one test', () => {
    expect(one('<failure message="a"/><failure message="b"/>').attempts[0]?.failures.map((failure) => failure.message)).toEqual(['a', 'b'])
  })

  it('reads skips with and without a reason, and disabled tests that carry only a status', () => {
    expect(one('<skipped message="winter timetable"/>').attempts[0]).toMatchObject({ outcome: 'skipped', reason: 'winter timetable' })
    expect(one('<skipped/>').attempts[0]).toMatchObject({ outcome: 'skipped', reason: null })
    expect(one('', 'status="disabled"').outcome).toBe('skipped')
    expect(one('', 'status="notrun" result="suppressed"').outcome).toBe('skipped')
    expect(one('', 'status="failed"').outcome).toBe('failed')
  })

  it('does not take an expected failure for red, nor a skip thrown as an exception', () => {
    expect(one('<skipped type="todo" message="later"/><failure message="x"/>').outcome).toBe('skipped')
    expect(one('<error type="org.testng.SkipException" message="no feed"/>').outcome).toBe('skipped')
    expect(one('<error message="Method a() depends on not successfully finished methods"/>').outcome).toBe('blocked')
  })

  it('reads properties by attribute or text, output, and nested suites', () => {
    const file = read(
      '<testsuites><testsuite name="deck"><testsuite name="limits"><testcase name="n"><properties><property name="case" value="FERRY-214"/><property name="note">by hand</property></properties><system-out>out</system-out><system-err>err</system-err></testcase></testsuite></testsuite></testsuites>',
    )
    expect(file.results[0]).toMatchObject({
      suites: ['deck', 'limits'],
      keys: ['FERRY-214'],
      properties: [
        { name: 'case', value: 'FERRY-214' },
        { name: 'note', value: 'by hand' },
      ],
      attempts: [{ stdout: 'out', stderr: 'err' }],
    })
  })

  it('knows pseudo-tests of runners that no sample is from (from memory)', () => {
    const failing = (name: string) =>
      read(`<testsuite name="s"><testcase classname="c" name="${name}"><failure message="x"/></testcase></testsuite>`)
    for (const name of [
      '[build failed]',
      '[SynchronizedBeforeSuite]',
      'setup_file failed',
      'initializationError',
      'Test suite failed to run',
    ]) {
      expect([failing(name).results.length, failing(name).faults.length], name).toEqual([0, 1])
    }
  })

  it('reports a failing suite without a failing test as a fault', () => {
    const file = read('<testsuites><testsuite name="fares" tests="0" errors="1"/></testsuites>')
    expect(file.faults).toMatchObject([{ code: 'undelivered', subject: 'fares' }])
    expect(read('<testsuite name="t"><testcase name="a"/><error message="plan not met"/></testsuite>').faults).toMatchObject([
      { code: 'suite', message: 'plan not met' },
    ])
  })

  it('cuts what is over the limit and says so', () => {
    const file = read(
      `<testsuite name="s"><testcase name="n"><failure message="m">${'x'.repeat(1_100_000)}</failure></testcase></testsuite>`,
    )
    expect(file.results[0]?.attempts[0]?.failures[0]?.stack).toHaveLength(1_048_576)
    expect(file.warnings).toMatchObject([{ code: 'cut', count: 1 }])
  })
})

describe('the same tests in two deliveries', () => {
  // A and B are two runs of one project, B with known changes (what changed is in the sources of both)
  it.each([
    ['pytest', 'pytest-A-xunit1/junit.xml', 'pytest-B-xunit1/junit.xml'],
    ['node:test', 'node-test-A/junit.xml', 'node-test-B/junit.xml'],
    ['vitest', 'vitest-A/junit.xml', 'vitest-B/junit.xml'],
  ])('%s: only renamed, moved, added and removed tests differ', (_, a, b) => {
    const names = (file: string) => new Map(readResultFile(sample(file)).results.map((result) => [scriptIdentity(result), result.name]))
    const [before, after] = [names(a), names(b)]
    const gone = [...before].filter(([id]) => !after.has(id)).map(([, name]) => name.replaceAll('_', ' '))
    const added = [...after].filter(([id]) => !before.has(id)).map(([, name]) => name.replaceAll('_', ' '))
    for (const name of [...gone, ...added]) expect(name).toMatch(/renamed|moves to|removed|added/)
    expect(gone.join()).toMatch(/renamed/)
    expect(gone.join()).toMatch(/removed/)
    expect(added.join()).toMatch(/added/)
  })
})
