import { JUnitXmlPrinter } from '@cucumber/junit-xml-formatter'
import { parse, type TestCase } from 'junit2json'
import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { isFailing } from '../results/outcome.js'
import { readResultFile } from './registry.js'

/** Our readings of JUnit-style XML against a reader and a writer that others wrote. */
const SAMPLES = new URL('./samples/', import.meta.url)

/** Cases, failed, errored and skipped. */
type Counts = readonly [cases: number, failed: number, errored: number, skipped: number]

/**
 * What Bobbin counts more or less than who only counts elements, and why. A file that is not named is counted alike.
 * In docs/formats.md, “Where a runner's console counts otherwise”.
 */
const OTHERWISE: Record<string, { by: Counts; why: string }> = {
  'ctest-A/junit-repeat.xml': { by: [0, 0, 1, 1], why: 'a missing program and a disabled fixture stand in attributes alone' },
  'ctest-A/junit.xml': { by: [0, 0, 1, 1], why: 'as above' },
  'cucumber-A/junit.xml': { by: [0, -3, 3, 0], why: 'undefined, ambiguous and pending are errors by their type' },
  'gotestsum-A/junit.xml': { by: [-1, -1, 0, 0], why: 'TestMain is a fault' },
  'jest-junit-A/jest-junit.xml': { by: [-2, -1, -1, 0], why: 'a file that did not load is told twice and is a fault' },
  'nose2-A/nose2.xml': { by: [-2, 1, -2, -1], why: 'setUpClass and an import are faults; an unexpected pass is written as skipped' },
  'pytest-A-internal/junit.xml': { by: [-1, 0, -1, 0], why: 'pytest itself broke off, which is a fault' },
  'gtest-A/gtest.xml': { by: [0, 0, 0, 1], why: 'a disabled test stands in an attribute alone' },
  'mocha-A/xunit.xml': { by: [-3, -3, 0, 0], why: 'three hooks are faults' },
  'node-test-A/junit.xml': {
    by: [-1, -6, 2, 3],
    why: 'a file is a fault; time-outs and hooks are errors; cancelled and containers are no failures',
  },
  'node-test-B/junit.xml': { by: [-1, -6, 2, 3], why: 'as above' },
  'prove-A/junit.xml': { by: [-7, 0, -1, 0], why: 'cases that repeat their teardown or plan are faults or repeated points' },
  'pytest-A-collecterror/junit.xml': { by: [-1, 0, -1, 0], why: 'a module that does not load is a fault' },
  'pytest-A-reruns/junit.xml': { by: [-3, 0, -1, 0], why: 'reruns and a teardown error are attempts of one test' },
  'pytest-A-xunit1/junit.xml': { by: [-1, 0, -1, 0], why: 'a failure with a teardown error is one test' },
  'pytest-A-xunit2/junit.xml': { by: [-1, 0, -1, 0], why: 'as above' },
  'pytest-B-xunit1/junit.xml': { by: [-1, 0, -1, 0], why: 'as above' },
  'surefire-A-rerun/TEST-ferry.GateTest.xml': { by: [-1, 0, -1, 0], why: 'a class hook is a fault' },
  'surefire-A/TEST-ferry.GateTest.xml': { by: [-1, 0, -1, 0], why: 'as above' },
  'testng-A/junitreports/TEST-ferry.FareTest.xml': { by: [-1, -1, -2, 2], why: 'a retry is an attempt; skips are written as errors' },
  'testng-A/per-test/Deck.xml': { by: [-3, -2, 0, -1], why: 'configuration methods are faults' },
  'testng-A/per-test/Fares.xml': { by: [-1, 0, 0, -1], why: 'a skip that is tried again is an attempt' },
  'unittest-xmlrunner-A/TEST-test_ferry.FareTest-20261123112249.xml': {
    by: [0, 1, -1, 0],
    why: 'unexpected success is a failure, written as an error',
  },
  'unittest-xmlrunner-A/TEST-test_ferry.RampTest-20261123112249.xml': {
    by: [-1, 0, -1, 0],
    why: 'a failure with a tear-down error is one test',
  },
  'unittest-xmlrunner-A/TEST-unittest.loader._FailedTest-20261123112249.xml': { by: [-1, 0, -1, 0], why: 'an import is a fault' },
  'unittest-xmlrunner-A/TEST-unittest.suite._ErrorHolder-20261123112249.xml': { by: [-1, 0, -1, 0], why: 'setUpClass is a fault' },
  'unittest-xmlrunner-A/single-file.xml': { by: [-3, 1, -4, 0], why: 'all four above' },
  'vitest-A/junit.xml': { by: [-3, -3, 0, 0], why: 'a file and two hooks are faults' },
  'vitest-B/junit.xml': { by: [-3, -3, 0, 0], why: 'as above' },
}

/** Suites within suites, as that reader hands them out. */
interface Tree {
  testcase?: TestCase[]
  testsuite?: Tree[]
}

const casesOf = ({ testcase = [], testsuite = [] }: Tree): TestCase[] => [...testcase, ...testsuite.flatMap(casesOf)]

const files = readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.xml'))
  .filter((file) => /<testsuites?[\s>]/.test(readFileSync(new URL(file, SAMPLES), 'utf8').slice(0, 2000)))
  .sort()

describe('JUnit-style XML, against junit2json 4', () => {
  it('walks every dialect', () => expect(files.length).toBeGreaterThan(30))

  it.each(files)('%s', async (file) => {
    const text = readFileSync(new URL(file, SAMPLES))
    const tree = (await parse(text.toString())) as Tree | undefined
    if (!tree) throw new Error('junit2json read nothing')
    const cases = casesOf(tree)
    const has = (kind: 'failure' | 'error' | 'skipped') => (one: TestCase) => {
      const found: unknown = one[kind]
      return Array.isArray(found) ? found.length > 0 : found !== undefined
    }
    const failed = cases.filter(has('failure'))
    const errored = cases.filter((one) => has('error')(one) && !has('failure')(one))
    const skipped = cases.filter((one) => has('skipped')(one) && !has('failure')(one) && !has('error')(one))

    const { results } = readResultFile(text)
    const count = (...outcomes: string[]) => results.filter(({ outcome }) => outcomes.includes(outcome)).length
    const ours = [results.length, count('failed'), count('errored'), count('skipped', 'blocked', 'notRun')]
    const { by } = OTHERWISE[file] ?? { by: [0, 0, 0, 0] as const }
    expect(ours).toEqual([cases.length, failed.length, errored.length, skipped.length].map((value, i) => value + (by[i] ?? 0)))

    // names and durations of what stands there once
    // prove numbers its points, which are no part of their names here
    const nameOf = (one: TestCase) => (file.startsWith('prove') ? String(one.name ?? '').replace(/^\d+ - /, '') : (one.name ?? ''))
    const timeOf = new Map(cases.map((one) => [nameOf(one), one.time]))
    const once = results.filter(({ name, attempts }) => attempts.length === 1 && cases.filter((one) => nameOf(one) === name).length === 1)
    expect(once.length).toBeGreaterThanOrEqual(results.length / 3)
    for (const { name, attempts } of once) {
      const time = timeOf.get(name)
      if (time !== undefined && Number.isFinite(time)) expect(attempts[0]?.durationMs ?? 0).toBeCloseTo(time * 1000, 2)
    }
  })
})

describe('JUnit-style XML of @cucumber/junit-xml-formatter 0.15, from the samples of @cucumber/compatibility-kit', () => {
  const KIT = new URL('../../../../node_modules/@cucumber/compatibility-kit/features/', import.meta.url)

  it.each(readdirSync(KIT).sort())('%s says the same as the messages that it was made of', (name) => {
    const messages = readFileSync(new URL(`${name}/${name}.ndjson`, KIT))
    let xml = ''
    const printer = new JUnitXmlPrinter({}, (text) => (xml += text))
    for (const line of messages.toString().split('\n').filter(Boolean))
      printer.update(JSON.parse(line) as Parameters<typeof printer.update>[0])
    const told = readResultFile(Buffer.from(xml))
    const meant = readResultFile(messages)
    const sides = ({ results }: typeof told) =>
      results.map(({ outcome }) => (isFailing(outcome) ? 'failing' : outcome === 'recovered' ? 'passed' : outcome)).sort()
    expect(sides(told)).toEqual(sides(meant))
  })
})
