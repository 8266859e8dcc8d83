import { createHash } from 'node:crypto'

export type Span = readonly [from: number, to: number]

/** Layout that formatters change: blanks, semicolons, commas before a closing bracket. */
const LAYOUT = /[\s;]+|,(?=\s*[)\]}])/g

/**
 * What stays of a body when it is laid out anew: hash and length of its characters without comments, blanks, semicolons and trailing
 * commas, with one kind of quotes.
 * @param comments places in the whole text, in order
 */
export function bodyOf(text: string, [from, to]: Span, comments: readonly Span[] = []): { fingerprint: string | null; bodySize: number } {
  let kept = ''
  let at = from
  for (let next = firstAfter(comments, from); next < comments.length; next++) {
    const [start, end] = comments[next] ?? [to, to]
    if (start >= to) break
    kept += text.slice(at, Math.max(at, start))
    at = Math.min(end, to)
  }
  kept = (kept + text.slice(at, to)).replace(LAYOUT, '').replace(/["`]/g, "'")
  if (kept === '') return { fingerprint: null, bodySize: 0 }
  return { fingerprint: createHash('sha256').update(kept).digest('hex').slice(0, 32), bodySize: kept.length }
}

/** The first comment that ends behind a place: a file may have as many comments as tests. */
function firstAfter(comments: readonly Span[], place: number): number {
  let [low, high] = [0, comments.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if ((comments[middle]?.[1] ?? 0) > place) high = middle
    else low = middle + 1
  }
  return low
}

const COMMENT = /^\s*(?:\/\/|\/\*+|\*|#(?!\[)|--|"""|''')/
const CASE_WORD = /\bcases?\s*[:=]\s*([^\n]*)/i
const KEY = /[A-Z][A-Z0-9]{0,14}-\d{1,9}(?![\w-])/g

/** Case keys in the comment directly above a line: `case: FERRY-101`. */
export function keysAbove(lines: readonly string[], line: number): string[] {
  const keys: string[] = []
  for (let at = line - 2; at >= 0 && at > line - 42; at--) {
    const text = lines[at] ?? ''
    if (!COMMENT.test(text)) break
    const named = CASE_WORD.exec(text.slice(0, 500))?.[1]
    if (named !== undefined) keys.unshift(...(named.match(KEY) ?? []))
  }
  return keys
}
