import { describe, expect, it } from 'vitest'
import type { BuildRow } from '@bobbin/client'
import { broughtWords, comparedWords, durationWords, spreadWords } from './build-words.js'

const row = (build: string, ...environments: string[]) =>
  ({ build, runs: environments.map((environment) => ({ lane: { environment } })) }) as BuildRow

describe('builds in words', () => {
  it('say what they brought', () => {
    expect(broughtWords({ author: 'Dara Quill', changedFiles: 3 })).toBe('Dara Quill, 3 files')
    expect(broughtWords({ author: null, changedFiles: 1 })).toBe('1 file')
    expect(broughtWords({ author: null, changedFiles: null })).toBe('')
  })

  it('say how long they took against the usual', () => {
    expect(durationWords({ durationMs: 60_000, usualMs: 58_000, live: false })).toBe('1 min 0 s, as usual')
    expect(durationWords({ durationMs: 120_000, usualMs: 60_000, live: false })).toBe('2 min 0 s, usually 1 min 0 s')
    expect(durationWords({ durationMs: 60_000, usualMs: null, live: false })).toBe('1 min 0 s')
  })

  it('say where the newest has not run', () => {
    const environments = ['harbour-dev', 'pier-test']
    expect(spreadWords({ rows: [row('412', 'pier-test'), row('411', 'harbour-dev')], environments })).toBe(
      '412 has run in 1 of 2. Newest in harbour-dev: 411.',
    )
    expect(spreadWords({ rows: [row('412', 'pier-test', 'harbour-dev')], environments })).toBe('412 has run in all 2.')
    expect(spreadWords({ rows: [], environments })).toBe('')
  })

  it('say how two runs differ', () => {
    expect(comparedWords({ counts: { worse: 4, better: 5, other: 0, onlyLeft: 1, onlyRight: 0, same: 749 } })).toBe('4 worse and 5 better; 749 the same.') // prettier-ignore
    expect(comparedWords({ counts: { worse: 0, better: 0, other: 0, onlyLeft: 0, onlyRight: 0, same: 3 } })).toBe('No test differs; 3 the same.') // prettier-ignore
  })
})
