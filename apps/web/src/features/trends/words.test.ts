import { describe, expect, it } from 'vitest'
import { explanationWords, hoursWords, lastingWords, rangeWords, spikeWords } from './day-words.js'
import { paceWords, sinceWords, splitWords, sureWords } from './pace-words.js'

const since = { runId: 1, build: '407', commit: '7a34500c', author: null, at: '2026-11-12T13:44:00Z' }

describe('a pace in words', () => {
  it('says since when, by how much and how sure', () => {
    const jump = { kind: 'jump', index: 3, before: 2100, after: 6800, p: 0.0002 } as const
    expect([paceWords({ pace: jump }), sinceWords({ pace: jump, since, durations: [] }), sureWords(jump.p)]).toEqual([
      '2.10 s → 6.80 s',
      'since build 407, 7a34500',
      'by chance 1 in 5,000',
    ])
    const creep = { kind: 'creep', slope: 180, before: 11_000, after: 16_000, p: 1e-9 } as const
    expect(sinceWords({ pace: creep, since, durations: [1, 2, 3] })).toBe('creeps: 0.18 s more each build, over 3 runs')
    expect(sureWords(creep.p)).toBe('by chance < 1 in a million')
  })

  it('says what splitting wins, as long as it does', () => {
    const splits = [60, 31, 16, 15.5, 15.5].map((s, i) => ({ machines: 2 ** i, ms: s * 1000 }))
    const longest = { file: 'deck.ts', ms: 15_500, scriptMs: 4000, script: {} as never }
    expect(splitWords({ splits, longest, totalMs: 60_000 })).toBe(
      '1 min 0 s on one machine, 31.0 s on 2, 16.0 s on 4. No split goes below 15.5 s: deck.ts stays together.',
    )
  })
})

describe('days in words', () => {
  it('name spans and hours', () => {
    expect([
      rangeWords('2026-11-24', '2026-11-24'),
      rangeWords('2026-11-23', '2026-11-24'),
      rangeWords('2026-10-31', '2026-11-01'),
    ]).toEqual(['24 November', '23 to 24 November', '31 October to 1 November'])
    expect([hoursWords(0.5), hoursWords(3), hoursWords(70)]).toEqual(['30 min', '3 h', '3 days'])
  })

  it('say what a spike is made of', () => {
    const explained = [
      { part: 'area', values: [{ name: 'Timetable', count: 51 }], share: 1, usualShare: null },
      { part: 'cause', values: [{ name: 'a', count: 3 }, { name: 'b', count: 2 }], share: 0.963, usualShare: 0 },
    ] as const // prettier-ignore
    const spike = { from: '2026-11-23', to: '2026-11-24', chosen: false, failed: 0, errored: 51, usual: 4, explained: explained.map((one) => ({ ...one, values: [...one.values] })) } // prettier-ignore
    expect(spikeWords(spike)).toBe(
      'The spike of 23 to 24 November is 51 errors; 4 a day are usual. All in the area “Timetable”, 96 % with the causes “a” and “b”.',
    )
    expect(spikeWords({ ...spike, chosen: true, failed: 1, errored: 0, explained: [] })).toBe(
      '23 to 24 November: 1 failure; 4 a day are usual. They are spread: no few parts make most of them.',
    )
    expect(spikeWords({ ...spike, errored: 0 })).toBe('Nothing failed on 23 to 24 November.')
    expect(explanationWords({ part: 'team', values: [{ name: 'Harbour', count: 1 }], share: 0.9994, usualShare: null })).toBe(
      '99 % of the team “Harbour”',
    )
  })

  it('say how long causes last', () => {
    expect(lastingWords({ resolved: 2, untilResolvedH: 50, decided: 1, untilDecidedH: 3, open: 4 })).toBe(
      'Of causes first seen in these days, half of the 1 causes that somebody explained were within 3 h, half of the 2 that were resolved lasted less than 2 days and 4 are not resolved.',
    )
    expect(lastingWords({ resolved: 0, untilResolvedH: null, decided: 0, untilDecidedH: null, open: 0 })).toMatch(/^No cause/)
  })
})
