import { CHANGES, SHOWN_CHANGES, type Change } from '@bobbin/core'
import { expect, it } from 'vitest'
import { runWords } from './run-words.js'

const none = Object.fromEntries(CHANGES.map((change) => [change, 0])) as Record<Change, number>
const totals = { total: 12, passed: 8, failed: 2, errored: 1, skipped: 0, blocked: 0, notRun: 0, recovered: 1 }
const words = (run: Partial<Parameters<typeof runWords>[0]>) =>
  runWords({ totals, changes: none, live: false, incomplete: false, outage: false, ...run }).map((word) => word.text)

it('says what changed, worst first, and nothing of what did not', () => {
  expect(words({ changes: { ...none, unchanged: 9, fixed: 2, newlyFailing: 3, stillFailing: 1 } })).toEqual([
    '3 newly failing',
    '1 still failing',
    '2 fixed',
  ])
  expect(words({ changes: { ...none, unchanged: 12 } })).toEqual([])
})

it('has words for every change that says something of the build', () => {
  for (const change of SHOWN_CHANGES) expect(words({ changes: { ...none, [change]: 7 } })[0]).toMatch(/^7 \w/)
})

it('puts what happened to the run as a whole first', () => {
  expect(words({ incomplete: true, changes: { ...none, notRun: 4 } })).toEqual(['incomplete', '4 not run'])
})

it('says of a live run how far it is, and not that something is missing', () => {
  expect(words({ live: true, incomplete: true, outage: true, changes: { ...none, newlyFailing: 1, notRun: 40 } })).toEqual([
    'live, 12 so far',
    '1 newly failing',
  ])
})

it('says nothing about single tests in an outage', () => {
  expect(words({ outage: true, changes: { ...none, newlyFailing: 9 }, totals: { ...totals, errored: 9 } })).toEqual([
    'outage',
    '9 of 12 errored',
  ])
})

it('falls back on plain totals while the changes are not counted', () => {
  expect(words({ changes: null })).toEqual(['2 failed', '1 errored', '1 recovered'])
})
