import type { TestResult } from '../formats/result.js'
import { stableText } from '../identity/stable-text.js'
import { plainText } from '../text/ansi.js'
import { originOf, topOf } from './frames.js'
import { readTrace, rootCause } from './trace.js'
import { areParticular, namesOutside, withoutValues, wordsOf } from './words.js'

/** A stack is looked into so far: what threw stands near its beginning or its end. */
const MOST_STACK = 20_000

/** How sure it is that failures of one signature have one cause; a signature begins with it. */
const [ONE_CAUSE, ALIKE] = ['1', '~']

/** Whether failures with this signature have one cause, and are not only likely to have one. */
export const isOneCause = (signature: string): boolean => signature.startsWith(ONE_CAUSE)

/** The same for SQL, of a column with the text of a signature. */
export const oneCauseSql = (column: string): string => `left(${column}, 1) = '${ONE_CAUSE}'`

type TestLike = Pick<TestResult, 'name' | 'suites' | 'classname' | 'sourceFile'>

export interface FailureLike {
  message: string | null
  type: string | null
  stack?: string | null
}

/**
 * The text by which failures are taken to be alike: exception type, the words of the message without the values of one test, what began the
 * chain of exceptions, and where it happened. Without colours, addresses, ids, folders, line numbers and figures: two failures that differ
 * only in a figure (404 for 500) are alike.
 *
 * What happened in one function of the product, or names something outside by its address, is one cause. Words that are particular by
 * themselves make failures alike, and so does a function by a name that several tests call. Other words that any check may use make a failure
 * like no other test's: `expected 3 to be 4` says nothing about what is wrong.
 * @param test whose failure it is; without one, failures in generic words are told apart by their places only
 * @returns null when nothing can be compared: nothing was said, and no test is known
 */
export function failureSignature(failure: FailureLike, test: TestLike | null = null): string | null {
  const stack = failure.stack ?? null
  const trace = failure.message === null && stack !== null ? readTrace(plainText(stack)) : null
  const type = failure.type ?? trace?.type ?? ''
  const message = plainText(failure.message ?? trace?.message ?? '').trim()
  const line = message.split('\n', 1)[0] ?? ''
  // nothing was said: it is like no other test's
  if (line === '' && type === '') return test ? [ALIKE, '', wordsOfTest(test)].join('\u001f') : null
  const told = stack?.slice(0, MOST_STACK) ?? null
  const words = plain(wordsOf(message).split('\n', 1)[0] ?? '')
  const began = told === null ? null : rootCause(plainText(told))
  const cause = began === null ? null : plain(began)
  const signed = (sure: string, ...parts: (string | null | undefined)[]) =>
    [sure + type, words, ...parts.filter((part) => part)].join('\u001f')
  if (namesOutside(line) || (cause !== null && namesOutside(cause))) return signed(ONE_CAUSE, cause)
  const top = told === null ? null : topOf(told)
  if (top?.product) return [ONE_CAUSE + type, withoutValues(words), cause, top.place].filter((part) => part !== null).join('\u001f')
  if (areParticular(words) || (cause !== null && areParticular(cause))) return signed(ALIKE, cause, told === null ? null : originOf(told))
  return signed(ALIKE, cause, top?.place, top?.named || !test ? null : wordsOfTest(test))
}

/** Folders are left out: reports tell them only at their end, or from the machine's root. */
const wordsOfTest = ({ name, suites, classname, sourceFile }: TestLike): string =>
  stableText([(sourceFile ?? classname ?? suites[0] ?? '').split(/[\\/]/).at(-1), ...suites.slice(1), name].join(' '))

/** So much of a text is compared, in UTF-16 units, before and after what changes was taken out. */
const [MOST_WORDS, MOST_PLAIN] = [1000, 300]

const plain = (text: string): string =>
  stableText(text.slice(0, MOST_WORDS))
    .replace(/\b(?=[a-f]*\d)[0-9a-f]{8,}\b/gi, '#') // hashes
    .replace(/:\d+(:\d+)?\b/g, ':#')
    .replace(/\d+([.,]\d+)*/g, '#')
    .replace(/\s+/g, ' ')
    .slice(0, MOST_PLAIN)
