import type { TestResult } from '../formats/result.js'
import { stableText } from './stable-text.js'

/** Class names that say nothing, so that the suites must tell tests apart. */
const EMPTY_CLASSNAMES = new Set(['', 'test', 'tests'])

const saysSomething = (classname: string | null): classname is string => classname !== null && !EMPTY_CLASSNAMES.has(classname)

/** The names around a test that belong to its identity: its class where that says something, else its suites. */
export function placeOf({ classname, suites }: Pick<TestResult, 'classname' | 'suites'>): readonly string[] {
  return saysSomething(classname) ? [classname] : suites
}

/** What reporters put between the names of blocks: one joins them into the name, another tells them one by one. */
const BETWEEN = / (?:>|›|-) /g

const SPACES = /\s{2,}|[\n\t\r]/g

/**
 * The text by which a test of today is the test of yesterday: class (or suites) and name, without what changes from run to
 * run, with the profile and the number among tests of one name. Line numbers and the folders of absolute paths are left out: code
 * moves, and machines differ. Names of blocks are joined in one way, so that each reporter of a runner means the same test.
 */
export function scriptIdentity(result: Pick<TestResult, 'name' | 'suites' | 'classname' | 'profile' | 'occurrence'>): string {
  const words = `${stablePlace(result)}${stableText(result.name)}`.replace(BETWEEN, ' ').replace(SPACES, ' ').trimEnd()
  if (!result.profile && result.occurrence === 1) return words
  const parts = [words]
  if (result.profile) parts.push(`profile:${result.profile}`)
  if (result.occurrence > 1) parts.push(`#${result.occurrence}`)
  return parts.join('\u001f')
}

/** The place that was made stable last: tests of one class or suite stand together in a file. */
const last: { place: readonly string[] | string; words: string } = { place: [], words: '' }

/** The names around a test, each with a space behind it. */
function stablePlace({ classname, suites }: Pick<TestResult, 'classname' | 'suites'>): string {
  const place = saysSomething(classname) ? classname : suites
  if (place !== last.place) {
    last.words = (typeof place === 'string' ? [place] : place).map((name) => `${stableText(name)} `).join('')
    last.place = place
  }
  return last.words
}
