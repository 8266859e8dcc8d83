import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from './registry.js'
import { Refusal, type ParsedFile } from './result.js'
import { summarizeFile } from './summary.js'

/** Malformed and malicious input; the `.json` beside each file says what a careful reader does with it. */
const SAMPLES = new URL('./samples-hostile/', import.meta.url)
const names = readdirSync(SAMPLES)
const files = names.filter((name) => names.includes(`${name}.json`)).sort()

interface Expectation {
  expect: string
  alternatives?: string[]
  totals?: Record<string, number>
  durations?: Record<string, number | null>
}

function read(file: string): ParsedFile | Refusal {
  try {
    return readResultFile(readFileSync(new URL(file, SAMPLES)))
  } catch (error) {
    if (error instanceof Refusal) return error
    throw error
  }
}

describe.each(files)('%s', (file) => {
  const expected = JSON.parse(readFileSync(new URL(`${file}.json`, SAMPLES), 'utf8')) as Expectation
  const outcome = read(file)

  it('is read, doubted or refused as it should be', () => {
    const verdict =
      outcome instanceof Refusal
        ? 'reject'
        : outcome.warnings.length + outcome.faults.filter((fault) => fault.code !== 'undelivered').length > 0
          ? 'accept-with-warning'
          : 'accept'
    expect([expected.expect, ...(expected.alternatives ?? [])]).toContain(verdict)
    if (outcome instanceof Refusal) expect(outcome.message.length).toBeGreaterThan(20)
  })

  if (expected.totals && !(outcome instanceof Refusal))
    it('counts what is there', () => {
      expect(summarizeFile(file, outcome).totals).toMatchObject(expected.totals ?? {})
    })

  if (expected.durations)
    it('reads durations or leaves them unknown', () => {
      for (const result of (outcome as ParsedFile).results) {
        const seconds = expected.durations?.[result.name.replace(/^time /, '')]
        if (seconds !== undefined) expect(result.durationMs, result.name).toBe(seconds === null ? null : seconds * 1000)
      }
    })
})

describe('places', () => {
  it('names the line and column at which a file stops making sense', () => {
    const text = '<testsuite name="a">\n  <testcase name="x"/>\n  <testcase name="y">\n</testsuite>'
    expect(() => readResultFile(new TextEncoder().encode(text))).toThrow(/unexpected close tag|close tag.*\(line 4, column \d+\)/)
  })
})
