import { expect, it } from 'vitest'
import { guessTarget, nextBuild } from './guess-target.js'

it.each([
  ['412', '413'],
  ['2026.11.9', '2026.11.10'],
  ['nightly', ''],
])('after %s comes %s', (build, next) => expect(nextBuild(build)).toBe(next))

it('starts with build 1 on the main branch where nothing is known', () =>
  expect(guessTarget(undefined, 'trunk')).toMatchObject({ build: '1', branch: 'trunk' }))
