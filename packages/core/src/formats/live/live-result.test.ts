import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { growingFormat, readResultFile, RESULT_HEAD } from '../registry.js'
import type { TestResult } from '../result.js'
import { scriptIdentity } from '../../identity/script-identity.js'
import { NO_PLACE } from '../../identity/source-path.js'
import { DEEPEST_STEP, type LiveStep, liveResultsOf, MOST_STEPS, testResultOf } from './live-result.js'

const sample = (path: string) => readFileSync(new URL(`../samples/${path}`, import.meta.url))

/** Of each kind of file that grows by lines, one that its runner wrote (samples/ has what their consoles said). */
const GROWING = [
  'tape-A/results.tap',
  'node-test-A/results.tap',
  'vitest-A/results-flat.tap',
  'prove-A/01-fares.tap',
  'gotest-A/gotest.json.ndjson',
  'cucumber-A/messages.ndjson',
  'mocha-A/json-stream.jsonl',
]

describe('a file that is read while it is written', () => {
  it.each(GROWING)('gives the same results however it comes: %s', (path) => {
    const bytes = sample(path)
    const format = growingFormat(bytes.subarray(0, RESULT_HEAD))
    expect(format).not.toBeNull()
    const inPieces = (size: number) => {
      const results: TestResult[] = []
      const reader = format?.open((result) => results.push(result), NO_PLACE)
      for (let at = 0; at < bytes.length; at += size) reader?.write(bytes.subarray(at, at + size))
      return { results, before: results.length, findings: reader?.end() }
    }
    const whole = inPieces(bytes.length)
    const pieces = inPieces(97)
    expect(pieces.results).toEqual(whole.results)
    expect(pieces.findings?.faults).toEqual(whole.findings?.faults)
    expect(whole.results.length).toBeGreaterThan(3)
  })

  it.each(GROWING)('is told as the same tests that it holds: %s', (path) => {
    const bytes = sample(path)
    growingFormat(bytes.subarray(0, RESULT_HEAD))
      ?.open((result) => {
        const told = liveResultsOf(result, 1).map(testResultOf)
        expect(told).toHaveLength(result.attempts.length)
        for (const one of told) expect([scriptIdentity(one), one.keys]).toEqual([scriptIdentity(result), result.keys])
        expect(told.at(-1)?.outcome).toBe(result.attempts.at(-1)?.outcome)
        expect(told.map(({ attempts }) => attempts[0]?.steps)).toEqual(result.attempts.map(({ steps }) => steps))
      }, NO_PLACE)
      .write(bytes)
  })

  it('is told with the steps inside its steps', () => {
    const [nested] = readResultFile(sample('robot-written/output.xml')).results.filter(({ attempts }) =>
      attempts[0]?.steps.some(({ steps }) => steps.length > 0),
    )
    if (!nested) throw new Error('no test has steps inside its steps')
    expect(liveResultsOf(nested, 1).map(testResultOf)[0]?.attempts[0]?.steps).toEqual(nested.attempts[0]?.steps)
  })

  it.each(['vitest-A/junit.xml', 'playwright-A/results.json', 'vitest-A/ctrf/ctrf-report.json'])('must be complete: %s', (path) =>
    expect(growingFormat(sample(path).subarray(0, RESULT_HEAD))).toBeNull(),
  )
})

describe('steps in a list with levels', () => {
  const step = (level: number, text: string) => ({ level, text, outcome: 'passed' as const })
  const tree = (steps: LiveStep[]) =>
    testResultOf({ name: 'n', outcome: 'passed', steps }).attempts[0]?.steps.map(function words({ text, steps: inner }): unknown {
      return [text, ...inner.map(words)]
    })

  it('stand below the one before them that is less deep', () =>
    expect(tree([step(0, 'a'), step(1, 'b'), step(2, 'c'), step(1, 'd'), step(0, 'e')])).toEqual([['a', ['b', ['c']], ['d']], ['e']]))

  it('are all kept, also where a level is left out', () =>
    expect(tree([step(3, 'a'), step(7, 'b'), step(1, 'c'), step(0, 'd')])).toEqual([['a', ['b'], ['c']], ['d']]))

  it('are told up to a number and a depth, the first of them', () => {
    const result = testResultOf({ name: 'n', outcome: 'passed', steps: Array.from({ length: 2000 }, (_, i) => step(i, String(i))) })
    const told = liveResultsOf(result, 1)[0]?.steps ?? []
    expect(told).toHaveLength(MOST_STEPS)
    expect(Math.max(...told.map(({ level = 0 }) => level))).toBe(DEEPEST_STEP)
  })
})
