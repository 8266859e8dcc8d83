import { describe, expect, it } from 'vitest'
import { scriptIdentity } from '../../identity/script-identity.js'
import { readResultFile } from '../registry.js'
import { partOfNames, withoutFile } from './names.js'

const points = (path: string, text: string) =>
  readResultFile(new TextEncoder().encode(text), { path, root: null }).results.map((result) => ({
    identity: scriptIdentity(result),
    file: result.sourceFile,
  }))

describe('the path of a TAP file', () => {
  // what prove --archive packs: the output of each script under its own name
  it('tells tests of scripts apart that say the same words', () => {
    const output = '1..1\nok 1 - computes\n'
    expect(points('t/fare.t', output)).toEqual([{ identity: 't/fare.t computes', file: 't/fare.t' }])
    expect(points('t/tide.t', output)).toEqual([{ identity: 't/tide.t computes', file: 't/tide.t' }])
  })

  it.each([
    ['results.tap', false, null],
    ['tap-results-4711.tap', false, null],
    ['2026-11-23.tap', false, null],
    ['shard-2/results.tap', false, null],
    ['fares/results.tap', false, 'fares'],
    ['fares.tap', false, 'fares'],
    ['test/fares.bats.tap', false, 'test/fares.bats'],
    ['unit.tap', true, null],
    ['test/deck.js.tap', true, 'test/deck.js'],
    ['', false, null],
  ])('“%s” (of a whole suite: %s) says %s', (path, ofWholeSuite, part) => expect(partOfNames(path, ofWholeSuite)).toBe(part))

  it('leaves what a runner of a whole suite wrote as its other reports name it', () => {
    const node = 'TAP version 13\n# Subtest: gate\nok 1 - gate\n  ---\n  duration_ms: 0.5\n  ...\n1..1\n'
    expect(points('unit.tap', node)[0]?.identity).toBe('gate')
    expect(points('unit.tap', 'TAP version 13\nok 1 - gate\n1..1\n')[0]?.identity).toBe('unit gate')
  })

  it('begins behind what all files of an archive share', () => {
    expect(withoutFile({ suites: ['build-7/fares.t', 'zone'], sourceFile: 'build-7/fares.t' }, 'build-7/fares.t', 'fares.t')).toEqual({
      suites: ['fares.t', 'zone'],
      sourceFile: 'fares.t',
    })
    expect(withoutFile({ suites: ['fares', 'zone'], sourceFile: null }, 'fares/results.tap', 'results.tap').suites).toEqual(['zone'])
  })
})
