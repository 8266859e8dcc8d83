import { stableText } from '../identity/stable-text.js'
import { plainText } from '../text/ansi.js'
import { originOf } from './frames.js'
import { readTrace, rootCause } from './trace.js'

/** A stack is looked into so far: what threw stands near its beginning or its end. */
const MOST_STACK = 20_000

/**
 * The text by which two failures are taken to have one cause: exception type, the first line of the message, what began the chain of
 * exceptions, and the innermost function of the team's own code on the stack, without colours, addresses, ids, folders, line numbers and figures: two failures
 * that differ only in a figure (404 for 500) are one cause. Null when nothing can be compared.
 */
export function failureSignature(failure: { message: string | null; type: string | null; stack?: string | null }): string | null {
  const stack = failure.stack ?? null
  const trace = failure.message === null && stack !== null ? readTrace(plainText(stack)) : null
  const type = failure.type ?? trace?.type ?? ''
  const line =
    plainText(failure.message ?? trace?.message ?? '')
      .trim()
      .split('\n', 1)[0] ?? ''
  if (line === '' && type === '') return null
  const told = stack?.slice(0, MOST_STACK) ?? null
  const parts = told === null ? [] : [rootCause(plainText(told)), originOf(told)]
  return [type, plain(line), ...parts.flatMap((part) => (part === null ? [] : [plain(part)]))].join('\u001f')
}

/** So much of a text is compared, in UTF-16 units, before and after what changes was taken out. */
const [MOST_WORDS, MOST_PLAIN] = [1000, 300]

const plain = (text: string): string =>
  stableText(text.slice(0, MOST_WORDS))
    .replace(/\b(?=[a-f]*\d)[0-9a-f]{8,}\b/gi, '#') // hashes
    .replace(/:\d+(:\d+)?\b/g, ':#')
    .replace(/\d+([.,]\d+)*/g, '#')
    .replace(/\s+/g, ' ')
    .slice(0, MOST_PLAIN)
