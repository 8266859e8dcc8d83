import { describe, expect, it } from 'vitest'
import { OUTCOMES, outcomeCode } from '../results/outcome.js'
import { CHANGES, changeOf, changesOfFirst, changeTable } from './change.js'

describe('changeOf', () => {
  it.each([
    ['passed', 'failed', 'newlyFailing'],
    [null, 'errored', 'newlyFailing'],
    ['skipped', 'failed', 'newlyFailing'],
    ['failed', 'errored', 'stillFailing'],
    ['errored', 'passed', 'fixed'],
    ['failed', 'recovered', 'recovered'],
    ['passed', 'recovered', 'recovered'],
    ['failed', 'skipped', 'newlySkipped'],
    ['passed', 'blocked', 'newlySkipped'],
    ['skipped', 'passed', 'unchanged'],
    ['passed', 'notRun', 'notRun'],
    [null, 'passed', 'new'],
    ['passed', 'passed', 'unchanged'],
  ] as const)('%s then %s is %s', (before, now, change) => expect(changeOf(before, now)).toBe(change))

  it.each([
    ['a run of which nobody says that it was whole', {}, 'notInRun'],
    ['its file reported without it', { holderReported: true }, 'gone'],
    ['the run was whole', { scope: 'whole' }, 'gone'],
    ['the run was a part, chosen by names', { scope: 'partial', holderReported: true }, 'notInRun'],
    ['a fault may hide it', { incomplete: true, holderReported: true }, 'notRun'],
    ['a fault in the whole', { incomplete: true, scope: 'whole' }, 'notRun'],
    ['a fault in a part', { incomplete: true, scope: 'partial' }, 'notInRun'],
  ] as const)('of a missing test, when %s', (_when, absence, change) => expect(changeOf('passed', null, absence)).toBe(change))
})

describe('changeTable', () => {
  it('answers as changeOf for every pair', () => {
    const table = changeTable()
    const all = [null, ...OUTCOMES]
    for (const before of all)
      for (const now of all) {
        const index = (before ? outcomeCode(before) : 0) * 8 + (now ? outcomeCode(now) : 0)
        expect(CHANGES[table[index] ?? -1]).toBe(changeOf(before, now))
      }
  })
})

it('of the first build are those of every test compared with none', () => {
  const totals = { passed: 40, failed: 3, errored: 2, skipped: 5, blocked: 1, notRun: 4, recovered: 6 }
  const counted = CHANGES.map((change) =>
    OUTCOMES.filter((outcome) => changeOf(null, outcome) === change).reduce((sum, outcome) => sum + totals[outcome], 0),
  )
  expect(changesOfFirst(totals)).toEqual(counted)
  expect(counted.reduce((a, b) => a + b)).toBe(61)
})
