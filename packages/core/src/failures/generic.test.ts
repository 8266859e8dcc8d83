import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { failureSignature } from './signature.js'

interface Labelled {
  label: string
  test: string
  message: string | null
  type: string | null
  stack: string | null
}

const { files } = JSON.parse(readFileSync(new URL('./fixtures/generic-failures.json', import.meta.url), 'utf8')) as {
  /** Says how they were made. */
  note: string
  files: Record<string, Labelled[]>
}

/** Pair by pair: of those that are called alike, how many are; of those that are, how many are called so. */
function judge(failures: readonly Labelled[]): { precision: number; recall: number; pairs: number } {
  const known = failures.map(({ label, test, ...failure }) => ({
    label,
    signature: failureSignature(failure, { name: test, suites: [], classname: null, sourceFile: null }),
  }))
  const count = { called: 0, right: 0, same: 0, pairs: 0 }
  known.forEach((a, i) => {
    for (const b of known.slice(i + 1)) {
      const [called, same] = [a.signature !== null && a.signature === b.signature, a.label === b.label]
      count.pairs++
      if (called) count.called++
      if (same) count.same++
      if (called && same) count.right++
    }
  })
  return { precision: count.right / Math.max(1, count.called), recall: count.right / count.same, pairs: count.pairs }
}

describe('failures in generic words, of real runners', () => {
  it.each(Object.keys(files))('%s', (file) => {
    const { precision, recall, pairs } = judge(files[file] ?? [])
    expect(pairs).toBeGreaterThan(7000)
    expect({ precision, recall, holds: precision >= 0.98 && recall >= 0.6 }).toMatchObject({ holds: true })
  })
})
