import type { FeedRow, RunDetail } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { cameInWords, onlySumsDiffer, progressOf, roughly, sinceWords, stoppedWords } from './live-words.js'

const feed = (more: Partial<FeedRow>): FeedRow => ({
  id: 1,
  name: 'agent 1',
  framework: null,
  planned: null,
  results: 0,
  openedAt: '2026-11-20T10:00:00Z',
  heardAt: '2026-11-20T10:00:00Z',
  ended: null,
  closedAt: null,
  ...more,
})
const detail = (done: number, feeds: FeedRow[], tests: number | null = null) =>
  ({
    run: { totals: { total: done } },
    sent: { feeds, shards: null, stopAsked: null, expected: tests === null ? null : { build: '411', tests, remainingMs: null } },
  }) as unknown as RunDetail

describe('how far a live run is', () => {
  it('is told by what its senders planned, where all of them did', () => {
    const feeds = [feed({ planned: 40, results: 12 }), feed({ planned: 20, results: 20 })]
    expect(progressOf(detail(32, feeds, 500))).toEqual({ done: 32, of: 60, source: '' })
  })

  it('counts one that ended with what it sent', () => {
    const feeds = [feed({ planned: 40, results: 12, ended: 'interrupted' }), feed({ planned: 20, results: 5 })]
    expect(progressOf(detail(17, feeds)).of).toBe(32)
  })

  it('is told by the last complete build where one does not say', () => {
    expect(progressOf(detail(12, [feed({ planned: 40 }), feed({})], 30))).toEqual({ done: 12, of: 42, source: 'by what build 411 had' })
  })

  it('is not made up where nobody knows, and never less than what is there', () => {
    expect(progressOf(detail(12, [feed({})]))).toEqual({ done: 12, of: null, source: '' })
    expect(progressOf(detail(12, [feed({ planned: 10 })])).of).toBe(12)
  })
})

it.each([
  [800, 'about 5 s'],
  [22_000, 'about 20 s'],
  [57_000, 'about 1 min'],
  [250_000, 'about 4 min'],
  [7_300_000, 'about 2 h'],
])('an estimate of %d ms is %s', (ms, words) => expect(roughly(ms)).toBe(words))

it('says what became of a sender, and of a quiet one when it was heard', () => {
  const at = (s: number) => Date.parse('2026-11-20T10:00:00Z') + s * 1000
  expect(sinceWords(feed({}), at(3))).toBe('sending')
  expect(sinceWords(feed({}), at(42))).toBe('heard 42 s ago')
  expect(sinceWords(feed({}), at(180))).toBe('heard 3 min ago')
  expect(sinceWords(feed({ ended: 'interrupted' }), at(900))).toBe('went silent')
})

it('says how results came in, and who stopped them', () => {
  const sent = (feeds: FeedRow[], files: number) =>
    ({ run: { files, live: false }, sent: { feeds, stopAsked: { at: '', by: 'Runa Solberg' } } }) as unknown as RunDetail
  expect(cameInWords(sent([], 4))).toBe('delivered in 4 files')
  expect(cameInWords(sent([feed({})], 1))).toBe('sent live by 1 sender')
  expect(cameInWords(sent([feed({}), feed({})], 3))).toBe('sent live by 2 senders and delivered in 1 file')
  expect(stoppedWords(sent([feed({ ended: 'closed' })], 1))).toBe('')
  expect(stoppedWords(sent([feed({ ended: 'stopped' })], 1))).toBe('It was stopped by Runa Solberg.')
})

describe('what a live run is told several times a second', () => {
  const told = (run: object, more: object = {}) =>
    ({ run: { id: 1, live: true, totals: {}, ...run }, rows: ROWS, ...more }) as unknown as RunDetail
  const ROWS: never[] = []
  it('is its sums, as long as it is live', () => {
    expect(onlySumsDiffer(told({}), told({ totals: { total: 5 } }))).toBe(true)
    expect(onlySumsDiffer(told({}), told({ live: false }))).toBe(false)
    expect(onlySumsDiffer(told({ live: false }), told({ live: false }))).toBe(false)
  })

  it('is not its rows, nor anything else of it', () => {
    expect(onlySumsDiffer(told({}), told({}, { rows: [] }))).toBe(false)
    expect(onlySumsDiffer(told({}), told({ keep: true }))).toBe(false)
  })
})
