import { weaveSum } from '@bobbin/core'
import { describe, expect, it } from 'vitest'
import { buildsWords, outageWords, partWords } from './weave-words.js'

const since = { build: '411', commit: '9f1c2ab0' }

describe('a part of the weave in words', () => {
  it('says what happened, and since when it is red', () => {
    expect(partWords(weaveSum(['1122', '1122', '1155', '1111'], 2, 3), since)).toEqual([
      '2 tests failed and 1 test was blocked, 1 did neither.',
      '2 are red at the end, together since build 411 (9f1c2ab).',
    ])
    expect(partWords(weaveSum(['1222', '1112'], 0, 3), since)[1]).toBe('2 are red at the end, the oldest since build 411 (9f1c2ab).')
    expect(partWords(weaveSum(['1117'], 0, 3), null)).toEqual(['1 test recovered on retry.'])
    expect(partWords(weaveSum(['1111', '1411'], 0, 3), null)).toEqual(['Nothing happened to these 2 tests.'])
  })

  it('names builds and outages', () => {
    expect(buildsWords([{ build: '411' }, { build: '412' }])).toBe('Builds 411–412')
    const run = { id: 1, profile: null }
    expect(outageWords({ runs: [{ ...run, environment: 'pier-test', outage: true }, { ...run, environment: 'harbour-dev', outage: false }] })).toBe(
      'outage in pier-test',
    ) // prettier-ignore
    expect(outageWords({ runs: [{ ...run, environment: 'pier-test', outage: false }] })).toBeNull()
  })
})
