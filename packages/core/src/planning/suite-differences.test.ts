import { expect, it } from 'vitest'
import { type SnapshotCase, suiteDifferences } from './suite-differences.js'

const one = (id: number, more: Partial<SnapshotCase> = {}): SnapshotCase => ({
  id,
  key: `FERRY-${id}`,
  title: `Case ${id}`,
  version: 1,
  retired: false,
  preconditions: '',
  steps: [{ action: 'Open the gate', expected: 'It opens' }],
  ...more,
})

it('names what was added, removed and retired', () => {
  expect(suiteDifferences([one(1), one(2), one(3)], [one(4), one(1), one(2, { retired: true })])).toEqual([
    { key: 'FERRY-4', title: 'Case 4', kind: 'added', details: [] },
    { key: 'FERRY-2', title: 'Case 2', kind: 'retired', details: [] },
    { key: 'FERRY-3', title: 'Case 3', kind: 'removed', details: [] },
  ])
})

it('tells step by step what changed', () => {
  const now = one(1, {
    title: 'Gate',
    steps: [
      { action: 'Open the gate', expected: 'It opens at noon' },
      { action: 'Close it', expected: '' },
    ],
  })
  expect(suiteDifferences([one(1)], [now])[0]?.details).toEqual(['title: “Gate”', 'step 1, expected: “It opens at noon”', 'step 2 is new'])
  expect(suiteDifferences([now], [one(1)])[0]?.details).toEqual(['title: “Case 1”', 'step 1, expected: “It opens”', 'step 2 was removed'])
})

it('finds nothing where only the version, or the order, is another', () => {
  expect(suiteDifferences([one(1), one(2)], [one(2, { version: 4 }), one(1)])).toEqual([])
})
