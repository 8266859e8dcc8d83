import { readdirSync, readFileSync } from 'node:fs'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { ResultFileReader, ResultFileStream } from './registry.js'
import { Refusal, type TestResult } from './result.js'

/** One file of each format and of some that end in odd ways. */
const SAMPLES = new URL('./samples/', import.meta.url)
const files = readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.expected.json') && !/-B|xunit1|per-test|junit-stdout|single-file|rerun/.test(file))
  .map((file) => file.slice(0, -'.expected.json'.length))
  .sort()

function read(bytes: Uint8Array, cuts: readonly number[]): { results: TestResult[]; refused: boolean } {
  const results: TestResult[] = []
  const stream = new ResultFileStream((result) => void results.push(result))
  try {
    let from = 0
    for (const to of [...cuts, bytes.length]) {
      stream.write(bytes.subarray(from, to))
      from = to
    }
    stream.end()
    return { results, refused: false }
  } catch (error) {
    if (!(error instanceof Refusal)) throw error
    return { results, refused: true }
  }
}

describe.each(files)('%s', (file) => {
  const bytes = readFileSync(new URL(file, SAMPLES))
  const whole = read(bytes, []).results
  const names = new Set(whole.map(({ name }) => name))

  it('cut off anywhere, gives what came before the cut, and no test that is not in it', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: bytes.length }), (end) => {
        const { results } = read(bytes.subarray(0, end), [])
        // names of blocks that are still open may be missing, and the last line may be half there
        const strange = results.filter(({ name }) => !names.has(name))
        expect(strange.length).toBeLessThanOrEqual(1)
        expect(results.length).toBeLessThanOrEqual(whole.length + 1)
      }),
      { numRuns: 25, seed: 20261123 },
    )
  })

  it('loses nothing of what came before the last test when its end is cut off', () => {
    const { results } = read(bytes.subarray(0, bytes.length - 40), [])
    // Vitest's JSON tells the five tests of its last file as one value
    expect(results.length).toBeGreaterThanOrEqual(whole.length - (file === 'vitest-A/results.json' ? 5 : 3))
  })

  it('is the same in whatever pieces it comes', () => {
    const once = new ResultFileReader()
    once.write(bytes)
    const expected = once.end()
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: bytes.length }), { maxLength: 8 }), (cuts) => {
        const reader = new ResultFileReader()
        let from = 0
        for (const to of [...cuts.sort((a, b) => a - b), bytes.length]) {
          reader.write(bytes.subarray(from, to))
          from = to
        }
        expect(reader.end()).toEqual(expected)
      }),
      { numRuns: 6, seed: 20261123 },
    )
  })
})

it('never hangs on bytes that are no file at all', () => {
  fc.assert(
    fc.property(fc.uint8Array({ maxLength: 400 }), (bytes) => {
      read(bytes, [])
    }),
    { numRuns: 300, seed: 1 },
  )
})
