import { readResultFile, type TestResult } from '@bobbin/core'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { expect, it } from 'vitest'
import { ResultPacker, unpackResults } from './packed-results.js'

const SAMPLES = new URL('../../../../../packages/core/src/formats/samples/', import.meta.url).pathname

/** Files of real runners, as far as they can be read. */
const results: TestResult[] = readdirSync(SAMPLES, { recursive: true, encoding: 'utf8' })
  .filter((name) => /\.(xml|json|ndjson|tap)$/.test(name) && statSync(SAMPLES + name).size < 1_000_000)
  .flatMap((name) => {
    try {
      return readResultFile(readFileSync(SAMPLES + name)).results
    } catch {
      return []
    }
  })

it('results are the same once they were packed, copied and unpacked', () => {
  expect(results.length).toBeGreaterThan(500)
  const packer = new ResultPacker()
  const copies = []
  for (const result of results) {
    packer.add(result)
    if (packer.isFull) copies.push(structuredClone(packer.take()))
  }
  copies.push(structuredClone(packer.take()))
  const unpacked: TestResult[] = []
  for (const packed of copies) if (packed) unpackResults(packed, (result) => unpacked.push(result))
  const plain = ({ place: _place, ...result }: TestResult & { signatures?: unknown }) => ({ ...result, signatures: undefined })
  expect(unpacked.map(plain)).toEqual(results.map(plain))
  expect(packer.take()).toBeNull()
})
