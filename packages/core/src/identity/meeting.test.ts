import { readdirSync, readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { readResultFile } from '../formats/registry.js'
import { meetingOf, plainWords, type ReportedName, type SourceName, sourceFinder } from './meeting.js'

const SAMPLES = new URL('../formats/samples/', import.meta.url)

const source = (more: Partial<SourceName>): SourceName => ({
  framework: null,
  file: 'deck/axle.spec.ts',
  suites: ['axle load'],
  name: 'refuses a load',
  pattern: null,
  title: null,
  ...more,
})
const reported = (more: Partial<ReportedName>): ReportedName => ({
  name: 'refuses a load',
  classname: null,
  suites: [],
  file: null,
  ...more,
})

describe('a result is one of a test in code, however reporters name it (shapes of the samples that runners wrote)', () => {
  it.each<[string, Partial<SourceName>, Partial<ReportedName>, string | null]>([
    ['its file as the class', {}, { classname: 'deck/axle.spec.ts', name: 'axle load > refuses a load' }, null],
    ['suites beside it', {}, { suites: ['axle load'] }, null],
    [
      'all joined to one name',
      {},
      { classname: 'axle load refuses a load', name: 'axle load refuses a load', file: 'deck/axle.spec.ts' },
      null,
    ],
    ['the file alone', {}, { classname: 'axle.spec.ts', name: 'axle load › refuses a load' }, null],
    [
      'a dotted module',
      { file: 'tests/test_deck.py', suites: ['TestDeck'], name: 'test_axle' },
      { classname: 'tests.test_deck.TestDeck', name: 'test_axle' },
      null,
    ],
    [
      'a row in brackets',
      { file: 'tests/test_deck.py', suites: [], name: 'test_axle', pattern: '^test_axle(\\[.*\\])?$' },
      { classname: 'tests.test_deck', name: 'test_axle[2-9800]' },
      'test_axle[2-9800]',
    ],
    [
      'a method with its parameters',
      {
        file: 'src/test/java/ferry/AxleTest.java',
        suites: ['ferry.AxleTest'],
        name: 'counts',
        pattern: '^counts(\\(.*\\))?(\\[.*\\].*)?$',
      },
      { classname: 'ferry.AxleTest', name: 'counts(int)[2]' },
      '(int)[2]',
    ],
    [
      'a row of a table of suites, joined by the runner',
      { suites: ['lane %s', 'closing'], suitePatterns: ['^lane .*$', null], name: 'is shown to the mate' },
      { classname: 'deck/axle.spec.ts', name: 'lane A > closing > is shown to the mate' },
      'lane A',
    ],
    [
      'a row of a table of suites, beside the name, with a row of its own',
      { suites: ['lane %s'], suitePatterns: ['^lane .*$'], name: 'takes %s', pattern: '^takes .*$' },
      { suites: ['lane B'], name: 'takes a coach' },
      'lane B › takes a coach',
    ],
    [
      'a row of a table of suites, joined by blanks',
      { suites: ['lane %s'], suitePatterns: ['^lane .*$'], name: 'is closed' },
      { name: 'lane A is closed', file: 'deck/axle.spec.ts' },
      'lane A is closed',
    ],
    ['a display name', { suites: ['ferry.AxleTest'], name: 'refuses', title: 'refuses a load' }, { classname: 'ferry.AxleTest' }, null],
    [
      'a package',
      { framework: 'go', file: 'deck/deck_test.go', suites: [], name: 'TestAxle' },
      { classname: 'gullhaven/deck', name: 'TestAxle' },
      null,
    ],
    ['a table’s row', { name: 'lane %s', pattern: '^lane .*$' }, { suites: ['axle load'], name: 'lane A' }, 'lane A'],
    [
      'a data set',
      { suites: ['Ferry\\FareTest'], name: 'testPrice', pattern: '^testPrice( with data set .*)?$' },
      { classname: 'Ferry.FareTest', name: 'testPrice with data set "adult"' },
      'testPrice with data set "adult"',
    ],
  ])('%s', (_, code, result, row) => expect(meetingOf(source(code), reported(result))).toMatchObject({ row }))

  it.each<[string, Partial<SourceName>, Partial<ReportedName>]>([
    [
      'another suite than the table has',
      { suites: ['lane %s'], suitePatterns: ['^lane .*$'], name: 'is closed' },
      { classname: 'deck/axle.spec.ts', name: 'ramp A > is closed' },
    ],
    ['another file', {}, { suites: ['axle load'], file: 'deck/lane.spec.ts' }],
    ['another suite', {}, { suites: ['trailers'] }],
    [
      'another package',
      { framework: 'go', file: 'deck/deck_test.go', suites: [], name: 'TestAxle' },
      { classname: 'gullhaven/fares', name: 'TestAxle' },
    ],
    ['its name alone, of one word', { suites: [], name: 'refuses' }, { name: 'refuses' }],
    ['another name', {}, { suites: ['axle load'], name: 'refuses a loader' }],
  ])('but not with %s', (_, code, result) => expect(meetingOf(source(code), reported(result))).toBeNull())
})

it('two tests that a result could be leave it alone', () => {
  const find = sourceFinder([source({ file: 'a.spec.ts' }), source({ file: 'b.spec.ts' })])
  expect(find(reported({ suites: ['axle load'] }))).toBeNull()
  expect(find(reported({ suites: ['axle load'], file: 'b.spec.ts' }))?.source.file).toBe('b.spec.ts')
})

it('ends soon on names of any length', () => {
  for (const bit of ['(', '[', ' > ', '.', 'a ', ' with data set '])
    expect(() => sourceFinder([source({})])(reported({ name: bit.repeat(20_000), classname: bit.repeat(20_000) }))).not.toThrow()
  expect(plainWords('a_b-c  d')).toBe('a b c d')
})

/** What runners report that stands nowhere in the code as a test: suites of node:test, a test made by `setattr`, a TAP directive in a name. */
const NO_TESTS = new Set(['skipped suite', 'empty suite', 'test_Fähre <Nord> & "Süd" \'Ost\' ⛴️', 'not yet'])

/** Sources as `bobbin scan` finds them in the projects whose runs wrote the samples; the same project, read by different reporters. */
const scanned = JSON.parse(readFileSync(new URL('scanned.fixture.json', import.meta.url), 'utf8')) as Record<string, SourceName[]>

describe('results of real runners meet the tests of their sources', () => {
  it.each(
    Object.keys(scanned).flatMap((project) =>
      readdirSync(SAMPLES)
        .filter((folder) => folder.startsWith(`${project}-A`))
        .flatMap((folder) => readdirSync(new URL(`${folder}/`, SAMPLES)).map((file) => [project, `${folder}/${file}`] as const))
        .filter(([, file]) => /\.(xml|json|tap|ndjson|jsonl)$/.test(file) && !file.endsWith('.expected.json')),
    ),
  )('%s: %s', (project, file) => {
    const find = sourceFinder(scanned[project] ?? [])
    let results
    try {
      results = readResultFile(readFileSync(new URL(file, SAMPLES))).results
    } catch {
      return
    }
    const missed = results
      .filter((result) => !NO_TESTS.has(result.name) && !find({ ...result, file: result.sourceFile }))
      .map(({ name, classname, suites, sourceFile }) => JSON.stringify([name.slice(0, 80), classname, suites, sourceFile]))
    expect({ missed, of: results.length }).toEqual({ missed: [], of: results.length })
  })
})
