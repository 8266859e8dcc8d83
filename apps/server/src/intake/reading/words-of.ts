import type { TestResult } from '@bobbin/core'

/** What tells a test among those of its place. */
export const wordsOf = ({ name, keys }: Pick<TestResult, 'name' | 'keys'>): string =>
  keys.length === 0 ? name : [name, ...keys].join('\u0000')
