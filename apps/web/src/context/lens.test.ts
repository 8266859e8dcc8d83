import { expect, it } from 'vitest'
import { type Lens, lensParams, lensQuery, readLens } from './lens.js'

const DEFAULT: Lens = { branch: 'main', environments: null, span: 30, profile: null, release: null, trial: false }
const NOTHING = { branch: null, env: null, builds: null, profile: null, release: null, trial: null }

it('looks at the main branch in all environments by default, without a trace in the address', () => {
  const lens = readLens(new URLSearchParams(), 'main')
  expect(lens).toEqual(DEFAULT)
  expect(lensParams(lens, 'main')).toEqual(NOTHING)
  expect(lensQuery(lens)).toEqual({ branch: 'main', span: 30 })
  expect(readLens(new URLSearchParams(), 'trunk').branch).toBe('trunk')
  expect(lensParams(lens, 'trunk')).toEqual({ ...NOTHING, branch: 'main' })
})

it('comes back from the address as it went in', () => {
  for (const lens of [
    { ...DEFAULT, branch: null, environments: ['pier-test', 'harbour-dev'], span: 60 },
    { ...DEFAULT, branch: 'release/4.2', release: '4.2', profile: 'Firefox on Linux' },
    { ...DEFAULT, trial: true },
  ]) {
    const params = new URLSearchParams()
    for (const [name, value] of Object.entries(lensParams(lens, 'main'))) if (value) params.set(name, value)
    expect(readLens(params, 'main')).toEqual(lens)
  }
})
