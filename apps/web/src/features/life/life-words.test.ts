import type { TestLife } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { helpedWords, markWords, shareWords, whereWords } from './life-words.js'

const instances = (...outcomes: string[]) => outcomes.map((outcome) => ({ outcome })) as TestLife['instances']

describe('a life in words', () => {
  it('says how often it was not well, and where', () => {
    expect(shareWords({ instances: instances('passed', 'failed', 'recovered', 'skipped'), total: 4 })).toBe(
      'It did not pass at first in 2 of 4 runs.',
    )
    expect(shareWords({ instances: instances('passed', 'passed'), total: 3000 })).toBe('Nothing went wrong in the newest 2 of 3,000 runs.')
    expect(whereWords({ by: 'environment', value: 'stage', bad: 8, of: 20, elsewhereBad: 0, elsewhereOf: 30, p: 0.001 })).toBe(
      'It does worse in stage: 8 of 20 runs, elsewhere 0 of 30.',
    )
  })

  it('says whether what was done helped', () => {
    const judged = { before: { bad: 10, of: 20 }, after: { bad: 0, of: 10 }, p: 0.0061, needed: 5, at: '', what: 'resolved' as const }
    expect(helpedWords({ ...judged, verdict: 'helped' })).toBe(
      'Since its cause was resolved it is well: 10 of 20 before, 0 of 10 since; by chance in 0.6 % of cases.',
    )
    expect(helpedWords({ ...judged, verdict: 'not yet sure', what: 'released' })).toBe(
      'It is not sure yet whether it is well since it left quarantine: 10 of 20 before, 0 of 10 since. 5 good runs in a row would make it 95 % sure.',
    )
    expect(helpedWords({ ...judged, verdict: 'did not help' })).toMatch(/it goes on/)
  })

  it('says what was done', () => {
    expect(markWords({ kind: 'quarantined', at: '', by: 'Runa Solberg', reason: 'races' })).toBe('Quarantined by Runa Solberg: races')
    expect(markWords({ kind: 'decided', at: '', by: null, cause: 'flaky', title: 'Timed out', groupId: 1 })).toBe(
      '“Timed out” was called a matter of flakiness',
    )
    const lane = { id: 1, pipeline: 'core', branch: 'main', environment: 'pier-test' }
    const pace = { kind: 'jump', index: 3, before: 2100, after: 6800, p: 0.001 } as const
    expect(markWords({ kind: 'pace', at: '', pace, lane, build: '407' })).toBe('slower since build 407 in pier-test: 2.10 s → 6.80 s')
  })
})
