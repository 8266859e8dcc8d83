import type { Repeats } from '../repeats.js'
import { EXPORT_NAME } from '../write/junit.js'
import type { RawElement } from '../xml/events.js'
import type { RawCase } from './raw.js'

/** What tells one writer of JUnit-style XML from another, and what it means by what it writes. */
export interface Dialect {
  framework: string
  matches(sight: DialectSight): boolean
  repeats: Repeats
  /** `hostname` holds the profile (browser project), not the machine. */
  hostnameIsProfile?: boolean
  /** A second test case of one name holds the tear-down error of the first. */
  teardownRepeats?: boolean
  /** Written by Bobbin itself: properties of its own say what the vocabulary has no word for. */
  own?: boolean
  /** Quotes in names are escaped twice. */
  escapesTwice?: boolean
  /** Declared counts of failures do not follow the elements. */
  ignoresCounts?: boolean
}

/** What a dialect is recognised by: the elements around the first test case. */
export interface DialectSight {
  root: RawElement
  suite: RawElement | null
  case: RawElement
}

const order = (element: RawElement | null) => (element ? element.attributes.keys().join(' ') : '')

/** Every dialect with rules of its own, in the order in which they are asked. Each was read off files that the runner wrote. */
const DIALECTS: readonly Dialect[] = [
  { framework: 'bobbin', matches: ({ root }) => root.attributes.get('name') === EXPORT_NAME, repeats: 'distinct', own: true },
  {
    framework: 'playwright',
    matches: ({ root }) => order(root) === 'id name tests failures skipped errors time',
    repeats: 'distinct',
    hostnameIsProfile: true,
  },
  { framework: 'vitest', matches: ({ root }) => root.attributes.get('name') === 'vitest tests', repeats: 'distinct' },
  {
    framework: 'pytest',
    matches: ({ suite }) => order(suite) === 'name errors failures skipped tests time timestamp hostname',
    repeats: 'attempts',
    teardownRepeats: true,
  },
  {
    framework: 'unittest',
    matches: ({ suite }) => /-\d{14}$/.test(suite?.attributes.get('name') ?? ''),
    repeats: 'attempts',
    teardownRepeats: true,
  },
  {
    framework: 'node:test',
    matches: ({ case: test }) => test.attributes.get('classname') === 'test' && order(test).startsWith('name time classname'),
    repeats: 'distinct',
    ignoresCounts: true,
    escapesTwice: true,
  },
  { framework: 'mocha', matches: ({ suite }) => suite?.attributes.get('name') === 'Mocha Tests', repeats: 'distinct' },
  {
    framework: 'cucumber',
    matches: ({ suite }) => suite?.attributes.get('name') === 'Cucumber' && order(suite).startsWith('name time tests'),
    repeats: 'distinct',
  },
  {
    framework: 'googletest',
    // CPython's own test runner writes both, too, and no class
    matches: ({ case: test }) => test.attributes.has('status') && test.attributes.has('result') && test.attributes.has('classname'),
    repeats: 'distinct',
  },
  {
    framework: 'ctest',
    matches: ({ case: test }) =>
      order(test) === 'name classname time status' && test.attributes.get('name') === test.attributes.get('classname'),
    repeats: 'distinct',
  },
  {
    framework: 'nose2',
    matches: ({ suite }) => suite?.attributes.get('name') === 'nose2-junit',
    repeats: 'attempts',
    teardownRepeats: true,
  },
  { framework: 'rspec', matches: ({ root }) => isRspec(root), repeats: 'distinct' },
  { framework: 'go', matches: ({ suite }) => order(suite) === 'tests failures time name timestamp', repeats: 'attempts' },
  { framework: 'testng', matches: ({ suite }) => order(suite) === 'hostname failures tests name time errors timestamp', repeats: 'auto' },
  {
    framework: 'surefire',
    matches: ({ root }) => (root.attributes.get('xsi:noNamespaceSchemaLocation') ?? '').includes('surefire'),
    repeats: 'auto',
  },
  {
    framework: 'tap',
    matches: ({ case: test, suite }) => test.attributes.get('name') === '(init)' || /_t$/.test(suite?.attributes.get('name') ?? ''),
    repeats: 'distinct',
  },
]

/** RSpec's formatter names its only suite so, and tells nothing of what went wrong outside of an example. */
export const isRspec = ({ name, attributes }: RawElement): boolean =>
  name === 'testsuite' && /^rspec\d*$/.test(attributes.get('name') ?? '')

const UNKNOWN: Omit<Dialect, 'framework' | 'matches'> = { repeats: 'auto' }

export type KnownDialect = Omit<Dialect, 'framework' | 'matches'> & { framework: string | null }

/** The dialect of a file, by its root, its first suite and its first test case. */
export function dialectOf(root: RawElement, first: RawCase): KnownDialect {
  const sight = { root, suite: first.suites[0]?.element ?? null, case: first.element }
  return DIALECTS.find((dialect) => dialect.matches(sight)) ?? { framework: null, ...UNKNOWN }
}
