import { validate } from 'ctrf'
import fc from 'fast-check'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { countOutcomes } from '../../results/outcome.js'
import { outcomeOfAttempts } from '../../results/outcome-of-attempts.js'
import { attempt } from '../collector.js'
import { readResultFile } from '../registry.js'
import type { Attempt, TestResult } from '../result.js'
import { writeCtrf } from './ctrf.js'
import { writeJunit } from './junit.js'

async function joined(pieces: AsyncGenerator<string>): Promise<Uint8Array> {
  let text = ''
  for await (const piece of pieces) text += piece
  return new TextEncoder().encode(text)
}

/** What must come back. Line numbers, keys and the number among twins follow from the file. */
const essence = ({ name, suites, classname, sourceFile, profile, outcome, durationMs, attempts, properties }: TestResult) => ({
  name, suites, classname, sourceFile, profile, outcome, durationMs, properties,
  attempts: attempts.map((one) => ({ outcome: one.outcome, failures: one.failures.map(({ message, type, stack }) => ({ message, type, stack })), reason: one.reason, stdout: one.stdout, stderr: one.stderr })),
}) // prettier-ignore

/** Any text that XML can hold, without what readers set aside: outer space, and words that say nothing. */
const word = fc
  .string({ unit: 'grapheme', minLength: 1, maxLength: 30 })
  .map((text) => text.replace(/[\0-\x1f\x7f-\x9f\uFFFE\uFFFF]|\[\[/g, '·').trim())
  .map((text) => `deck ${text}`.trim())
const lines = fc.array(word, { minLength: 1, maxLength: 3 }).map((list) => list.join('\n'))
const duration = fc.option(fc.integer({ min: 0, max: 100_000 }), { nil: null })
const failure = fc.record({ message: word, type: fc.option(fc.constantFrom('AssertionError', 'TypeError'), { nil: null }), stack: fc.option(lines.map((text) => `Error: ${text}`), { nil: null }) }) // prettier-ignore
const failed = fc.record({
  failures: fc.array(failure, { minLength: 1, maxLength: 1 }),
  durationMs: duration,
  stdout: fc.option(lines, { nil: null }),
})
const wrong: fc.Arbitrary<Attempt> = fc
  .tuple(fc.constantFrom('failed' as const, 'errored' as const), failed)
  .map(([outcome, parts]) => attempt({ outcome, ...parts }))
const passed: fc.Arbitrary<Attempt> = fc
  .tuple(duration, fc.option(lines, { nil: null }))
  .map(([durationMs, stdout]) => attempt({ outcome: 'passed', durationMs, stdout }))
const idle: fc.Arbitrary<Attempt> = fc
  .tuple(fc.constantFrom('skipped' as const, 'blocked' as const, 'notRun' as const), word, duration)
  .map(([outcome, reason, durationMs]) => attempt({ outcome, reason, durationMs }))
const attempts = fc.oneof(
  passed.map((one) => [one]),
  idle.map((one) => [one]),
  fc.array(wrong, { minLength: 1, maxLength: 3 }),
  fc.tuple(fc.array(wrong, { minLength: 1, maxLength: 2 }), passed).map(([before, last]) => [...before, last]),
)
const result: fc.Arbitrary<TestResult> = fc
  .record({
    name: word,
    suites: fc.array(word, { minLength: 1, maxLength: 3 }),
    classname: fc.option(word, { nil: null }),
    sourceFile: fc.constantFrom('deck/planner.spec.ts', 'gate.spec.ts'),
    profile: fc.option(fc.constantFrom('desktop', 'kiosk'), { nil: null }),
    attempts,
    properties: fc.array(fc.record({ name: fc.constantFrom('tag', 'owner'), value: word }), { maxLength: 1 }),
  })
  .map((parts) => ({
    ...parts,
    occurrence: 1,
    outcome: outcomeOfAttempts(parts.attempts),
    durationMs: parts.attempts.at(-1)?.durationMs ?? null,
    keys: [],
    place: { line: 1, column: 1 },
  }))

const run = (results: TestResult[]) => ({
  totals: countOutcomes(results.map(({ outcome }) => outcome)),
  startedAt: Date.UTC(2026, 10, 23),
  durationMs: 5000,
})

describe('written and read back', () => {
  it('JUnit-style XML gives the same results', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(result, { minLength: 1, maxLength: 8 }), async (results) => {
        const back = readResultFile(await joined(writeJunit(results)))
        expect(back.framework).toBe('bobbin')
        expect(back.faults).toEqual([])
        expect(back.results.map(essence)).toEqual(results.map(essence))
      }),
      { numRuns: 150, seed: 20261123 },
    )
  })

  it('CTRF gives the same results, and validates', async () => {
    // the format has one message and trace a try, and no type
    const plain = (one: TestResult): TestResult => ({ ...one, attempts: one.attempts.map((tried) => ({ ...tried, failures: tried.failures.map((each) => ({ ...each, type: null })) })) }) // prettier-ignore
    await fc.assert(
      fc.asyncProperty(fc.array(result.map(plain), { minLength: 1, maxLength: 8 }), async (results) => {
        const bytes = await joined(writeCtrf(results, run(results)))
        const report = JSON.parse(new TextDecoder().decode(bytes)) as unknown
        expect(validate(report)).toMatchObject({ valid: true })
        expect(readResultFile(bytes).results.map(essence)).toEqual(results.map(essence))
      }),
      { numRuns: 40, seed: 20261123 },
    )
  })

  it('what a real runner wrote keeps its outcomes through both', async () => {
    const { results } = readResultFile(readFileSync(new URL('../samples/playwright-A/results.json', import.meta.url)))
    const told = (list: readonly TestResult[]) =>
      list.map(({ name, profile, outcome, attempts: tries }) => [name, profile, outcome, tries.length])
    expect(told(readResultFile(await joined(writeJunit(results))).results)).toEqual(told(results))
    expect(told(readResultFile(await joined(writeCtrf(results, run(results)))).results)).toEqual(told(results))
  })
})
