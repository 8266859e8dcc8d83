import type { LensOptions } from '@bobbin/client'
import { describe, expect, it } from 'vitest'
import { hiddenWords, toggledEnvironments } from './lens-words.js'

const REST = { profile: null, release: null, trial: false }
const options: LensOptions = {
  branches: [
    { name: 'main', builds: 50 },
    { name: 'release/4.2', builds: 5 },
  ],
  environments: ['harbour-dev', 'pier-test', 'open-water'].map((name) => ({ name, protected: name === 'open-water' })),
  pipelines: [],
  releases: [],
  profiles: [],
  olderBuilds: 12,
}
const lens = { branch: 'main', environments: null, span: 30, ...REST }

describe('what the lens hides', () => {
  it('is counted: branches, environments, and older builds of what it shows', () => {
    expect(hiddenWords(lens, options)).toBe('· hides 1 branch and 12 older builds')
    expect(hiddenWords({ ...lens, environments: ['harbour-dev'] }, { ...options, olderBuilds: 0 })).toBe(
      '· hides 1 branch and 2 environments',
    )
    expect(hiddenWords({ branch: null, environments: null, span: 10, ...REST }, { ...options, olderBuilds: 1240 })).toBe(
      '· hides 1,240 older builds',
    )
  })
  it('is nothing when it hides nothing, or nothing is known yet', () => {
    expect(hiddenWords({ branch: null, environments: null, span: 120, ...REST }, { ...options, olderBuilds: 0 })).toBe('')
    expect(hiddenWords(lens, null)).toBe('')
  })
})

describe('choosing environments', () => {
  const all = ['a', 'b', 'c']
  it('takes one out of all, and puts it back', () => {
    expect(toggledEnvironments(lens, all, 'b')).toEqual(['a', 'c'])
    expect(toggledEnvironments({ ...lens, environments: ['a', 'c'] }, all, 'b')).toBeNull()
  })
  it('never ends with none', () => expect(toggledEnvironments({ ...lens, environments: ['a'] }, all, 'a')).toBeNull())
})
