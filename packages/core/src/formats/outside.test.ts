import { readdirSync, readFileSync } from 'node:fs'
import { isTest } from 'ctrf'
import { Parser } from 'tap-parser'
import { describe, expect, it } from 'vitest'
import { readResultFile } from './registry.js'

/** Our readings against those of libraries that others wrote for the same formats. */
const SAMPLES = new URL('./samples/', import.meta.url)
const samples = (ending: string) =>
  readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' })
    .filter((file) => file.endsWith(ending))
    .sort()

interface Counts {
  passed: number
  failed: number
  skipped: number
}

describe('TAP, against tap-parser 18', () => {
  /** Points without points of sub-tests, as that parser tells them. */
  function countWithTapParser(text: string): Counts {
    const counts: Counts = { passed: 0, failed: 0, skipped: 0 }
    const follow = (parser: Parser, said = () => {}) => {
      let children = 0
      parser.on('child', (child: Parser) => follow(child, () => children++))
      parser.on('assert', (point: { ok: boolean; skip?: boolean | string; todo?: boolean | string }) => {
        said()
        const container = children > 0
        children = 0
        if (container) return
        if (point.skip || point.todo) counts.skipped++
        else counts[point.ok ? 'passed' : 'failed']++
      })
    }
    const parser = new Parser()
    follow(parser)
    parser.end(text)
    return counts
  }

  it.each(samples('.tap'))('%s', (file) => {
    const bytes = readFileSync(new URL(file, SAMPLES))
    const { results, faults } = readResultFile(bytes)
    const count = (...outcomes: string[]) => results.filter((result) => outcomes.includes(result.outcome)).length
    // points that stand for a hook or a file are faults here and failures there
    const points = faults.filter(
      ({ code, message }) => (code === 'load' || code === 'hook') && message !== 'failed, though no test in it did',
    )
    const suites = points.filter(({ code, subject }) => code === 'hook' && file.startsWith('node-test') && subject !== '')
    expect({
      passed: count('passed', 'recovered'),
      failed: count('failed', 'errored', 'blocked') + points.length - suites.length,
      skipped: count('skipped'),
    }).toEqual(countWithTapParser(bytes.toString()))
  })
})

describe('Cucumber messages, against the samples of @cucumber/compatibility-kit 30', () => {
  const KIT = new URL('../../../../node_modules/@cucumber/compatibility-kit/features/', import.meta.url)
  const envelopes = (name: string) =>
    readFileSync(new URL(`${name}/${name}.ndjson`, KIT), 'utf8')
      .split('\n')
      .filter((line) => line !== '')
      .map((line) => JSON.parse(line) as Partial<Record<string, Record<string, unknown>>>)

  it.each(readdirSync(KIT).sort())('%s', (name) => {
    const all = envelopes(name)
    const parsed = readResultFile(readFileSync(new URL(`${name}/${name}.ndjson`, KIT)))
    const said = (kind: string) => all.map((envelope) => envelope[kind]).filter((message) => message !== undefined)
    const finished = said('testCaseFinished')
    expect(parsed.format).toBe('cucumber-messages')
    expect(parsed.results.length).toBe(finished.filter((message) => message['willBeRetried'] !== true).length)
    expect(parsed.results.flatMap((result) => result.attempts).length).toBe(finished.length)
    const success = said('testRunFinished')[0]?.['success']
    const good = parsed.faults.length === 0 && parsed.results.every(({ outcome }) => ['passed', 'recovered', 'skipped'].includes(outcome))
    expect(good).toBe(success)
  })

  it('reads attempts, steps, rows and attachments', () => {
    const retry = readResultFile(readFileSync(new URL('retry/retry.ndjson', KIT)))
    expect(retry.results.map(({ outcome, attempts }) => [outcome, attempts.length])).toMatchInlineSnapshot(`
      [
        [
          "passed",
          1,
        ],
        [
          "recovered",
          2,
        ],
        [
          "recovered",
          3,
        ],
        [
          "failed",
          3,
        ],
      ]
    `)
    const tables = readResultFile(readFileSync(new URL('examples-tables/examples-tables.ndjson', KIT)))
    expect(tables.results[0]?.properties).toMatchInlineSnapshot(`
      [
        {
          "name": "tag",
          "value": "passing",
        },
        {
          "name": "example start",
          "value": "12",
        },
        {
          "name": "example eat",
          "value": "5",
        },
        {
          "name": "example left",
          "value": "7",
        },
      ]
    `)
    const attachments = readResultFile(readFileSync(new URL('attachments/attachments.ndjson', KIT)))
    expect(
      attachments.results.flatMap((result) => result.attempts.flatMap((attempt) => attempt.attachments.map(({ mediaType }) => mediaType))),
    ).toMatchInlineSnapshot(`
      [
        "application/octet-stream",
        "application/json",
        "text/plain",
        "application/pdf",
        "text/uri-list",
        "application/octet-stream",
      ]
    `)
  })
})

describe('CTRF, against the guards of ctrf 0.3', () => {
  it.each(samples('ctrf-report.json').concat('playwright-A/ctrf.json'))('%s has as many tests with the same words', (file) => {
    const bytes = readFileSync(new URL(file, SAMPLES))
    const report = JSON.parse(bytes.toString()) as { results: { tests: { name: string; status: string; flaky?: boolean }[] } }
    const tests = report.results.tests
    expect(tests.filter((test) => isTest(test)).length).toBeGreaterThan(0)
    const { results } = readResultFile(bytes)
    // one that should have failed and passed twice is flaky to its reporter; nothing of it ever failed
    const recovered = ({ name, status, flaky }: (typeof tests)[number]) =>
      flaky && status === 'passed' && name !== 'expected to fail but passes'
    const wanted = tests
      .filter(({ name }) => !name.includes('" hook'))
      .map((test) => (recovered(test) ? 'recovered' : test.status === 'pending' ? 'skipped' : test.status))
    expect(results.map(({ outcome }) => outcome)).toEqual(wanted)
  })
})
