import type { TestResult } from '../formats/result.js'
import { stableText } from './stable-text.js'

/** Class names that say nothing, so that the suites must tell tests apart. */
const EMPTY_CLASSNAMES = new Set(['', 'test', 'tests'])

/** Whether a class name tells where a test stands; else its suites do. */
export const saysWhere = (classname: string | null): boolean => !EMPTY_CLASSNAMES.has(classname ?? '')

/**
 * The text by which a test of today is the test of yesterday: class (or suites) and name, without what changes from run to
 * run, with the profile and the number among tests of one name. Files and line numbers are left out: code moves.
 */
export function scriptIdentity(result: Pick<TestResult, 'name' | 'suites' | 'classname' | 'profile' | 'occurrence'>): string {
  const classname = result.classname ?? ''
  const where = saysWhere(classname) ? [classname] : result.suites
  const parts = [...where, result.name].map(stableText)
  if (result.profile) parts.push(`profile:${result.profile}`)
  if (result.occurrence > 1) parts.push(`#${result.occurrence}`)
  return parts.join('\u001f')
}
