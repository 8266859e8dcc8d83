import type { FlakyRow } from '@bobbin/client'
import { expect, it } from 'vitest'
import { costWords, flakyCsv, proofWords, shareWords, suiteWords, whereWords } from './flaky-words.js'

const row = (more: Partial<FlakyRow> = {}): FlakyRow => ({
  script: { id: 1, name: 'Scanner rejoins after tunnel', classname: null, suites: [], file: null, profile: null, framework: null }, cases: [],
  steadiness: 'proven', runs: 28, failed: 0, recovered: 10, share: 10 / 28, bounds: { low: 0.207, high: 0.542 }, flips: 0, bothWays: 0,
  since: '2026-10-01T00:00:00Z', last: { runId: 1, build: '412', at: '2026-11-20T00:00:00Z' }, environments: ['pier-test'], environmentsOfRuns: 1,
  retryMs: 0, redAlone: 0, redIfAll: 0.4, quarantined: false, groupId: null, thread: '', ...more,
}) // prettier-ignore

it('says how it is known', () => {
  expect(proofWords(row())).toBe('proven: passed only when tried again in 10 runs')
  expect(proofWords(row({ recovered: 1, bothWays: 2 }))).toBe(
    'proven: passed only when tried again in 1 run, passed and failed on 2 commits',
  )
  expect(proofWords(row({ steadiness: 'maybe', flips: 5 }))).toBe('may be: it changed 5 times in 28 runs')
})

it('says how often, where, and what it costs', () => {
  expect(shareWords(row())).toBe('36 % (21–54)')
  expect(shareWords({ share: 0.004, bounds: { low: 0, high: 0.02 } })).toBe('< 1 % (0–2)')
  expect(whereWords(row({ environmentsOfRuns: 3 }), () => '1 Oct')).toBe('only in pier-test · since 1 Oct')
  expect(whereWords(row(), () => '1 Oct')).toBe('since 1 Oct')
  expect(suiteWords(row({ redIfAll: 0.999 }))).toContain('nearly always')
  expect(suiteWords(row())).toContain('in 40 % of runs')
  const list = { rows: [row()], proven: 1, maybe: 0, steady: 0, retryMs: 61_000, redAlone: 2 }
  expect(costWords(list)).toBe('2 runs were red because of one of them alone; 1 min 1 s went into tries that were made again.')
  expect(costWords({ ...list, retryMs: 0, redAlone: 0 })).toContain('Nothing was red')
})

it('puts all that is known of each into a table', () => {
  const [head = [], first = [], ...others] = flakyCsv({
    rows: [row({ cases: ['FERRY-1', 'FERRY-2'], environments: ['a', 'b'], quarantined: true })],
    proven: 1,
    maybe: 0,
    steady: 0,
    retryMs: 0,
    redAlone: 0,
  })
  const cell = (column: string) => first[head.indexOf(column)]
  expect([first.length, others]).toEqual([head.length, []])
  expect(['test', 'cases', 'steadiness', 'recovered', 'low', 'environments', 'quarantined'].map(cell)).toEqual([
    'Scanner rejoins after tunnel', 'FERRY-1 FERRY-2', 'proven', 10, 0.207, 'a b', 'yes',
  ]) // prettier-ignore
})
