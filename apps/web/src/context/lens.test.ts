import { expect, it } from 'vitest'
import { lensParams, lensQuery, readLens } from './lens.js'

it('looks at main in all environments by default, without a trace in the address', () => {
  const lens = readLens(new URLSearchParams())
  expect(lens).toEqual({ branch: 'main', environments: null, span: 30 })
  expect(lensParams(lens)).toEqual({ branch: null, env: null, builds: null })
  expect(lensQuery(lens)).toEqual({ branch: 'main', span: 30 })
})

it('comes back from the address as it went in', () => {
  for (const lens of [
    { branch: null, environments: ['pier-test', 'harbour-dev'], span: 60 },
    { branch: 'release/4.2', environments: null, span: 30 },
  ]) {
    const { branch, env, builds } = lensParams(lens)
    const params = new URLSearchParams()
    if (branch) params.set('branch', branch)
    if (builds) params.set('builds', builds)
    if (env) params.set('env', env)
    expect(readLens(params)).toEqual(lens)
  }
})
