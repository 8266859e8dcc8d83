import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { growingFormat, RESULT_HEAD } from '../registry.js'
import type { TestResult } from '../result.js'
import { scriptIdentity } from '../../identity/script-identity.js'
import { liveResultsOf, testResultOf } from './live-result.js'

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
      const reader = format?.open((result) => results.push(result))
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
      })
      .write(bytes)
  })

  it.each(['vitest-A/junit.xml', 'playwright-A/results.json', 'vitest-A/ctrf/ctrf-report.json'])('must be complete: %s', (path) =>
    expect(growingFormat(sample(path).subarray(0, RESULT_HEAD))).toBeNull(),
  )
})
