import { cpSync, mkdirSync, mkdtempSync, rmSync, symlinkSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, it, onTestFinished } from 'vitest'
import { type FoundTest, scanFolder } from './index.js'

const FIXTURES = new URL('../fixtures/', import.meta.url).pathname

const told = ({ suites, name }: FoundTest): string => [...suites, name].join(' › ')

/** A folder of its own, gone when the test is done. */
function folder(files: Record<string, string> = {}): string {
  const path = mkdtempSync(join(tmpdir(), 'scan-'))
  onTestFinished(() => rmSync(path, { recursive: true, force: true }))
  for (const [name, text] of Object.entries(files)) {
    mkdirSync(join(path, name, '..'), { recursive: true })
    writeFileSync(join(path, name), text)
  }
  return path
}

/** What each runner itself lists for its folder of fixtures; rows of a data-driven test stand there as one. */
it.each<[string, string, string[]]>([
  // vendor's own listing: phpunit 9.6 --list-tests
  [
    'phpunit',
    'phpunit',
    [
      'Ferry\\Tests\\FareTest › child_pays_half',
      'Ferry\\Tests\\FareTest › testAdultFareInOneZone_FERRY_101',
      'Ferry\\Tests\\FareTest › testFareTable',
      'Ferry\\Tests\\FareTest › testTariff2028',
      'Ferry\\Tests\\LaneATest › testGateOpens',
      'Ferry\\Tests\\LaneATest › testLaneHasAName',
      'Ferry\\Tests\\LaneATest › testTakesCars',
    ],
  ],
  // rspec 3.12 --dry-run --format documentation; the one-liner has no name before it runs
  [
    'rspec',
    'rspec',
    [
      'Ferry::Deck#load › accepts a load at the limit',
      'Ferry::Deck#load › behaves like a lane › has a name',
      'Ferry::Deck#load › has a lane #{lane}',
      'Ferry::Deck#load › opens',
      'Ferry::Deck#load › refuses a load over the axle limit',
      'Ferry::Deck#load › with a trailer › expect(2).to eq 2',
      'Ferry::Deck#load › with a trailer › is told apart from cars',
      'Ferry::Deck#load › with a trailer › stands over the keel line',
      'Ferry::Deck#load › with a trailer › turns by itself',
    ],
  ],
  // pytest 7.2 --collect-only
  [
    'pytest',
    'pytest',
    [
      'TestManifest › test_has_a_number',
      'TestManifest › test_later',
      'TestStamps › test_dates',
      'test_counts_pallets',
      'test_opens',
      'test_weighs',
    ],
  ],
  // go 1.19 test -list; sub-tests as go test -v names them
  ['go', 'go', ['ExamplePlacement', 'FuzzPlacement', 'TestAxleLimit', 'TestAxleLimit/refuses_a_load_over_the_limit']],
  // playwright 1.65 test --list
  [
    'playwright',
    'playwright',
    [
      'boarding › admits a group of ten',
      'boarding › admits one',
      'boarding › in a storm',
      'boarding › in winter',
      'boarding › lane ${lane}',
      'boarding › opens the north gate',
      'boarding › scanner rejoins after a tunnel',
      'outside of any group',
    ],
  ],
  // jest 30.5 --json
  [
    'jest',
    'jest',
    [
      'FareDesk › $kind pays $fare',
      'FareDesk › at the %s gate › opens',
      'FareDesk › rounds',
      'FareDesk › sells maps',
      'FareDesk › sells season passes',
      'FareDesk › sells tickets',
    ],
  ],
  // minitest 5.17 --verbose, its numbers before specs left out
  [
    'minitest',
    'minitest',
    [
      'FareTest › test_adult_fare_FERRY_101',
      'FareTest › test_child_pays_half',
      'FareTest › test_tariff_2028',
      'Season pass › costs twelve fares',
    ],
  ],
  // by the user guides of JUnit 5, TestNG, NUnit, xUnit.net and MSTest: their runners are not at hand
  [
    'junit5',
    'junit5',
    [
      'ferry.deck.AxleTest › counts',
      'ferry.deck.AxleTest › hasALimit',
      'ferry.deck.AxleTest › refuses',
      'ferry.deck.AxleTest › tariff2028',
      'ferry.deck.AxleTest$Trailers › standOverTheKeelLine_FERRY_219',
    ],
  ],
  ['testng', 'testng', ['ferry.GateTest › admitsOne', 'ferry.GateTest › later', 'ferry.GateTest › opens', 'ferry.GateTest › rejoins']],
  [
    'csharp',
    'nunit,xunit,mstest',
    [
      'Ferry.Tests.FareTests › AdultFareInOneZone',
      'Ferry.Tests.FareTests › HasACurrency',
      'Ferry.Tests.FareTests › Price',
      'Ferry.Tests.FareTests › Tariff2028',
      'Ferry.Tests.GateTests › Admits',
      'Ferry.Tests.GateTests › Later',
      'Ferry.Tests.GateTests › Opens',
      'Ferry.Tests.TideTests › WarnsOfASpringTide',
    ],
  ],
])('finds what the runner of %s lists', async (name, frameworks, expected) => {
  const { tests, unread } = await scanFolder(join(FIXTURES, name))
  expect(tests.map(told).sort()).toEqual(expected)
  expect([...new Set(tests.map(({ framework }) => framework))]).toEqual(frameworks.split(','))
  expect(unread).toEqual([])
})

it('finds the keys that each language declares in its own way', async () => {
  const { tests } = await scanFolder(FIXTURES)
  const keys = tests.filter((test) => test.keys.length > 0).map((test) => `${test.framework} ${test.name}: ${test.keys.join(' ')}`)
  expect(keys.sort()).toEqual(
    [
      'go TestAxleLimit/refuses_a_load_over_the_limit: FERRY-214',
      'go TestAxleLimit: FERRY-214',
      'junit5 refuses: FERRY-214',
      'junit5 standOverTheKeelLine_FERRY_219: FERRY-219',
      'minitest test_adult_fare_FERRY_101: FERRY-101',
      'minitest test_child_pays_half: FERRY-102',
      'mstest WarnsOfASpringTide: FERRY-401',
      'nunit AdultFareInOneZone: FERRY-101',
      'phpunit child_pays_half: FERRY-102',
      'phpunit testAdultFareInOneZone_FERRY_101: FERRY-101',
      'phpunit testTakesCars: FERRY-219',
      'playwright scanner rejoins after a tunnel: FERRY-311 FERRY-312 FERRY-313',
      'pytest test_counts_pallets: FERRY-501',
      'rspec accepts a load at the limit: FERRY-215',
      'rspec refuses a load over the axle limit: FERRY-214',
      'testng rejoins: FERRY-311',
    ].sort(),
  )
})

it('matches what is reported of names that are computed', async () => {
  const { tests } = await scanFolder(join(FIXTURES, 'jest'))
  const patterns = tests.map(({ pattern, suitePatterns }) => pattern ?? suitePatterns?.join('|') ?? null)
  expect(patterns).toContain('^.* pays .*$')
  expect(patterns).toContain('|^at the .* gate$')
})

it('names what cannot be read, with its place, and reads the rest', async () => {
  const root = folder({ 'ok.test.js': "test('is found', () => {})\n", 'node_modules/a/b.test.js': "test('not own', () => {})" })
  cpSync(join(FIXTURES, 'hostile'), join(root, 'hostile'), { recursive: true })
  writeFileSync(join(root, 'large.test.js'), `test('x', () => {})\n${' '.repeat(5 * 1024 * 1024)}`)
  symlinkSync(root, join(root, 'loop'))
  const { tests, unread } = await scanFolder(root)
  expect(tests.map(told)).toEqual(['is found'])
  expect(unread.map(({ file, line, column }) => `${file}:${line}:${column}`).sort()).toEqual([
    'hostile/binary.test.js:1:1',
    'hostile/broken.feature:4:3',
    'hostile/broken.test.js:3:1',
    'hostile/test_broken.py:1:12',
    'large.test.js:1:1',
  ])
  expect(unread.every(({ message }) => message !== '')).toBe(true)
})

it('finds nothing in a tree without tests, and leaves out what .gitignore names', async () => {
  const root = folder({ 'src/a.ts': 'export const fare = 1', '.gitignore': 'built/', 'built/a.test.js': "test('built', () => {})" })
  expect(await scanFolder(root)).toEqual({ tests: [], files: 0, unread: [] })
})

it.each([
  ['a.test.js', "test('a', () => {\n  // why\n  expect(fare(2)).toBe( 420 );\n})", "test('b', () => { expect(fare(2)).toBe(420) })"],
  ['test_a.py', 'def test_a():\n    """Why."""\n    assert fare(2) == 420\n', 'def test_b():\n    assert fare( 2 ) == 420  # why\n'],
  [
    'a_test.go',
    'package a\nfunc TestA(t *testing.T) { check(t, 420) }',
    'package a\nfunc TestB(t *testing.T) {\n\t// why\n\tcheck(t, 420)\n}',
  ],
])('a body in %s has one fingerprint, however it is laid out', async (name, one, other) => {
  const prints = await Promise.all([one, other].map(async (text) => (await scanFolder(folder({ [name]: text }))).tests[0]?.fingerprint))
  expect(prints[0]).toBeTruthy()
  expect(prints[1]).toBe(prints[0])
})

it('knows the framework of tests whose functions a file of the project hands on', async () => {
  const root = folder({
    'package.json': '{"devDependencies":{"vitest":"4","jest":"30"}}',
    'vitest.config.ts': "export default { test: { include: ['src/**/*.test.ts'] } }",
    'e2e/base.ts': "import { test as base } from '@playwright/test'\nexport const test = base.extend({})",
    'e2e/a.spec.ts': "import { test } from './base.js'\ntest('boards', () => {})",
    'src/a.test.ts': "it('counts', () => {})",
    'other/a.test.ts': "it('is run by nobody', () => {})",
  })
  const { tests } = await scanFolder(root)
  expect(tests.map((test) => `${test.framework} ${test.name}`)).toEqual(['playwright boards', 'jest is run by nobody', 'vitest counts'])
})
