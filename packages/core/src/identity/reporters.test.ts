import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../formats/registry.js'
import { scriptIdentity } from './script-identity.js'

/** Files that real runners wrote; those of one folder come from one run, A and B from the same project before and after a change. */
const SAMPLES = new URL('../formats/samples/', import.meta.url)
const identitiesIn = (file: string) =>
  new Set(readResultFile(readFileSync(new URL(file, SAMPLES))).results.map((result) => scriptIdentity(result)))
const without = (a: Set<string>, b: Set<string>) => [...a].filter((identity) => !b.has(identity)).sort()

describe('a test is the same script from every reporter of its runner', () => {
  it.each([
    ['mocha-A', ['results.json', 'xunit.xml', 'xunit-v2.xml', 'results.tap', 'ctrf/ctrf-report.json']],
    ['node-test-A', ['results.tap', 'junit.xml']],
    ['node-test-B', ['results.tap', 'junit.xml']],
    ['playwright-A', ['results.json', 'junit.xml', 'junit-stdout.xml', 'ctrf.json']],
    ['vitest-A', ['junit.xml', 'results.json', 'results.tap', 'results-flat.tap', 'ctrf/ctrf-report.json']],
    ['vitest-B', ['junit.xml', 'results.json', 'results.tap', 'results-flat.tap', 'ctrf/ctrf-report.json']],
    ['gotestsum-A', ['gotest.ndjson', 'junit.xml']],
    ['gtest-A', ['gtest.json', 'gtest.xml']],
  ])('%s', (folder, [first = '', ...others]) => {
    const expected = [...identitiesIn(`${folder}/${first}`)].sort()
    for (const other of others) expect([...identitiesIn(`${folder}/${other}`)].sort(), other).toEqual(expected)
  })

  it('but for what a reporter hides: pending tests, rules, rows', () => {
    expect(without(identitiesIn('mocha-A/json-stream.jsonl'), identitiesIn('mocha-A/results.json'))).toEqual([])
    const [messages, older, junit] = ['messages.ndjson', 'cucumber.json', 'junit.xml'].map((file) => identitiesIn(`cucumber-A/${file}`))
    expect(without(messages ?? new Set(), older ?? new Set())).toHaveLength(4) // two rules with two scenarios
    expect(without(messages ?? new Set(), junit ?? new Set())).toHaveLength(3) // the rows of an outline
  })
})

describe('what a change of the project did is what differs, and nothing else', () => {
  // pytest: projects/pytest/A against B; the others likewise
  it.each([
    [
      'pytest',
      'xunit1/junit.xml',
      3,
      ['test_gets_removed', 'test_gets_renamed', 'test_moves_to_other_file'],
      ['test_added_in_b', 'test_got_renamed_in_b', 'test_moves_to_other_file'],
    ],
    ['node-test', 'junit.xml', 2, ['gets removed', 'gets renamed'], ['added in B', 'got renamed in B']],
    ['node-test', 'results.tap', 2, ['gets removed', 'gets renamed'], ['added in B', 'got renamed in B']],
    ...['junit.xml', 'results.json', 'results.tap', 'results-flat.tap', 'ctrf/ctrf-report.json'].map(
      (file) =>
        [
          'vitest',
          file,
          3,
          ['gets removed', 'gets renamed', 'moves to another file'],
          ['added in B', 'got renamed in B', 'moves to another file'],
        ] as const,
    ),
  ] as const)('%s %s', (runner, file, count, gone, fresh) => {
    const join = runner === 'pytest' ? '-' : '/'
    const [a, b] = ['A', 'B'].map((build) => identitiesIn(`${runner}-${build}${join}${file}`))
    for (const [found, names] of [
      [without(a ?? new Set(), b ?? new Set()), gone],
      [without(b ?? new Set(), a ?? new Set()), fresh],
    ] as const) {
      expect(found).toHaveLength(count)
      for (const name of names)
        expect(
          found.some((identity) => identity.includes(name)),
          name,
        ).toBe(true)
    }
  })
})
