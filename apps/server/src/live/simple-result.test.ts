import { LIVE_OUTCOMES } from '@bobbin/core'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { BodyPipe } from '../platform/body-pipe.js'
import { BatchDto, LiveResultDto } from './live.dto.js'
import { isSimpleResult } from './simple-result.js'

const pipe = new BodyPipe()
const checked = (value: unknown, metatype: new () => object) => pipe.transform(value, { type: 'body', metatype })
const plain = (value: unknown) => JSON.parse(JSON.stringify(value)) as unknown

/** Members as reporters send them, now and then of another kind or over a limit. */
const text = fc.oneof({ weight: 30, arbitrary: fc.string() }, { weight: 1, arbitrary: fc.constantFrom(null, 5, true, ['x'], {}) })
const number = fc.oneof(
  { weight: 30, arbitrary: fc.nat() },
  { weight: 1, arbitrary: fc.constantFrom(null, -1, 0.5, 1_000_000, 1_000_001, 1e300, '5', {}) },
)
const failure = fc.record({ message: text, type: text, stack: text }, { requiredKeys: [] })
const members = fc.record(
  {
    name: text,
    outcome: fc.constantFrom<unknown>(...LIVE_OUTCOMES, ...LIVE_OUTCOMES, 'fine', null),
    suites: fc.oneof(
      { weight: 20, arbitrary: fc.array(text, { maxLength: 3 }) },
      { weight: 1, arbitrary: fc.constant(Array(101).fill('x')) },
    ),
    classname: text,
    file: text,
    profile: text,
    occurrence: number,
    durationMs: number,
    startedAt: number,
    failures: fc.oneof(
      { weight: 20, arbitrary: fc.array(failure, { maxLength: 3 }) },
      { weight: 1, arbitrary: fc.constant(Array(51).fill({})) },
    ),
    reason: text,
    stdout: text,
    stderr: text,
  },
  { requiredKeys: ['name', 'outcome'] },
)

const more = fc.constantFrom({}, {}, {}, {}, { properties: [] }, { unknown: 'x' })
const result = fc.tuple(members, more).map(([own, other]) => ({ ...own, ...other }))

describe('a simple result', () => {
  it('is always one that the validators take, and leave as it is', async () => {
    let simple = 0
    await fc.assert(
      fc.asyncProperty(result, async (one) => {
        if (!isSimpleResult(one)) return
        simple++
        expect(plain(await checked(plain(one), LiveResultDto))).toEqual(plain(one))
      }),
      { numRuns: 3000 },
    )
    expect(simple).toBeGreaterThan(100)
  })

  it('is every one that reporters send without steps and attachments', () => {
    const sent = { name: 'n', classname: null, file: 'a.js', occurrence: 1, outcome: 'failed', durationMs: 1.5 }
    expect(isSimpleResult({ ...sent, failures: [{ message: 'm', type: null, stack: 's' }] })).toBe(true)
    expect(isSimpleResult({ ...sent, suites: ['a', 'b'], stdout: 'o', stderr: null, startedAt: 0, reason: null, profile: 'p' })).toBe(true)
    expect(isSimpleResult({ ...sent, steps: [] })).toBe(false)
    expect(isSimpleResult({ name: 'n' })).toBe(false)
    expect(isSimpleResult(JSON.parse('{"name":"n","outcome":"passed","__proto__":{}}'))).toBe(false)
    expect(isSimpleResult([])).toBe(false)
  })
})

describe('a batch', () => {
  const one = { name: 'n', outcome: 'passed' }
  it('is checked around its results, whatever they are', async () => {
    expect(await checked({ number: 1, results: [one] }, BatchDto)).toEqual(Object.assign(new BatchDto(), { number: 1, results: [one] }))
    await expect(checked({ number: 0, results: [one] }, BatchDto)).rejects.toThrow()
    await expect(checked({ number: 1, results: [one], more: 1 }, BatchDto)).rejects.toThrow()
    await expect(checked({ number: 1 }, BatchDto)).rejects.toThrow()
    await expect(checked({ number: 1, results: Array(1001).fill(one) }, BatchDto)).rejects.toThrow()
  })

  it('says what is wrong with one of many', async () => {
    const wrong: unknown = await checked({ number: 1, results: [one, { ...one, outcome: 'fine' }] }, BatchDto).catch(
      (error: unknown) => error,
    )
    expect(JSON.stringify((wrong as { response: unknown }).response)).toContain('results.1.outcome')
  })
})
