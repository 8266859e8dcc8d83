import { expect, it } from 'vitest'
import { lensParams, lensQuery, readLens } from './lens.js'

it('looks at main in all environments by default, without a trace in the address', () => {
  const lens = readLens(new URLSearchParams())
  expect(lens).toEqual({ branch: 'main', environments: null })
  expect(lensParams(lens)).toEqual({ branch: null, env: null })
  expect(lensQuery(lens)).toEqual({ branch: 'main' })
})

it('comes back from the address as it went in', () => {
  for (const lens of [
    { branch: null, environments: ['pier-test', 'harbour-dev'] },
    { branch: 'release/4.2', environments: null },
  ]) {
    const { branch, env } = lensParams(lens)
    const params = new URLSearchParams()
    if (branch) params.set('branch', branch)
    if (env) params.set('env', env)
    expect(readLens(params)).toEqual(lens)
  }
})
