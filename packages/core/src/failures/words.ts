import { comparisonIn } from './comparison.js'

/** Pairs of quotes around values. */
const CLOSING = new Map([['"', '"'], ["'", "'"], ['`', '`'], ['<', '>'], ['“', '”']]) // prettier-ignore
const MOST_QUOTED = 300

/** Replaces values between quotes; what stands between them may be what a message is about. */
function replaceQuoted(text: string, replacement: (quoted: string) => string): string {
  let [told, from] = ['', 0]
  for (let at = 0; at < text.length; at++) {
    const closing = CLOSING.get(text.charAt(at))
    if (closing === undefined) continue
    const ahead = text.slice(at + 1, at + 1 + MOST_QUOTED)
    const end = ahead.indexOf(closing)
    if (end < 0 || ahead.slice(0, end).includes('\n')) continue
    told += text.slice(from, at) + replacement(text.slice(at, at + end + 2))
    at += end + 1
    from = at + 1
  }
  return told + text.slice(from)
}

/**
 * What a message says beside the values that a check compared: those are one test's, and what is left is what several may share.
 * @param message without terminal colours
 */
export function wordsOf(message: string): string {
  const compared = comparisonIn(message)
  return (compared ? compared.rest : message).trim()
}

/** Words without quoted values; names of things stay. */
export const withoutValues = (words: string): string => replaceQuoted(words, (value) => (/^.[\w.$-]{3,}.$/.test(value) ? value : '…'))

/** Words without quoted values, also where they look like names; what is written as code writes names (`fareTable`) stays. */
export const withoutAnyValues = (words: string): string =>
  replaceQuoted(words, (value) => (/^.[a-z_$][a-zA-Z_$.]*.$/.test(value) ? value : '…'))

/** Words of assertion libraries and runners that say nothing about what was checked. Common practice, no source. */
const GENERIC = new Set(
  `a an and are as at be been but by can could did do does for found from got had has have in instead into is it its no not of off on one or
  the than that their there they this to true false null undefined none nil nan was were when which with within value values expect expected expects
  expecting received receive actual actually want wanted equal equals equality same strictly strict deep deeply equivalent match matches matching matched
  assert asserted assertion assertionerror assertions failed failure fails fail error errors exception exceptions throw thrown threw raised raise object
  objects array list lists string number boolean element elements item items contain contains containing include includes length size empty
  timeout timed out exceeded after before ms seconds second waiting wait waited test tests case check checked unable find located locate
  truthy falsy greater less more lower higher above below between least most code index key keys type types function call called calls times
  properties property attribute attributes reading read cannot invalid unexpected token position line column character input end unknown
  missing required argument arguments parameter parameters result returned return response status differ differs different diff evaluated evaluate
  expression operator using compared statement condition shown stack trace left right side first last next ok eql deepequal strictequal notequal`.split(
    /\s+/,
  ),
)

/** Names of things outside: errors of the system, hosts, addresses. They mean the same wherever they are met. */
const OUTSIDE = [/^E[A-Z]{4,}$/, /^[a-z]{2,10}:\/\/\S/, /^\d{1,3}\.\d{1,3}\.\d{1,3}\.\d{1,3}$/, /^[\w-]+(?:\.[\w-]+)+:\d{2,5}$/]
/** A word longer than this is no name, in UTF-16 units. */
const MOST_NAME = 100
/** `FareTable`, `fare_table`, `fares.price`. */
const isIdentifier = (word: string): boolean => /[a-z][A-Z]/.test(word) || word.includes('_') || /\w\.[a-z]/.test(word)

/** `toBe`, `assertEquals`, `isTrue`: what was asked, not of what. */
const CHECK_NAME = /^(?:to|not|is|assert|expect|should)[A-Z]\w*$|^$/

/** So many words that say something make a message particular. */
const ENOUGH = 3
const MOST_LOOKED_AT = 1000

/** Whether a text names something outside of the product, whose trouble is one wherever it is met. */
export const namesOutside = (words: string): boolean =>
  words
    .slice(0, MOST_LOOKED_AT)
    .split(/[\s"'`,;()[\]<>]+/)
    .some((word) => word.length <= MOST_NAME && OUTSIDE.some((pattern) => pattern.test(word.replace(/[.:]$/, ''))))

/**
 * Whether words say by themselves what went wrong: those of assertion libraries never do, however many tests use them.
 * A quoted value counts as a word, a name in code as two.
 */
export function areParticular(words: string): boolean {
  const text = words.slice(0, MOST_LOOKED_AT)
  let enough = 0
  const rest = replaceQuoted(text, (value) => {
    if (/\p{L}{3}/u.test(value)) enough++
    return ' '
  })
  for (const word of rest.split(/[^\p{L}\p{N}_.]+/u)) {
    const plain = word.replace(/^\.|\.$/g, '')
    if (plain.length < 3 || !/\p{L}/u.test(plain)) continue
    if (plain.split('.').every((part) => GENERIC.has(part.toLowerCase()) || CHECK_NAME.test(part))) continue
    enough += isIdentifier(plain) ? 2 : 1
    if (enough >= ENOUGH) return true
  }
  return enough >= ENOUGH
}

/** So many messages are looked at, and so many words of each. */
const [MOST_MESSAGES, MOST_SHARED] = [50, 60]

/**
 * What several messages share, in the words of the first: where they differ stands an ellipsis, so that a sentence about all of them quotes
 * nobody's values.
 * @returns null where they share no words
 */
export function sharedWords(messages: readonly string[]): string | null {
  const [first, ...others] = messages
    .slice(0, MOST_MESSAGES)
    .map((message) => (message.trim().split('\n', 1)[0] ?? '').split(/\s+/).slice(0, MOST_SHARED))
  if (!first) return null
  let shared = first.map((word): string | null => word)
  for (const other of others) shared = common(shared, other)
  const words = shared.reduce<string[]>((told, word) => (word === null && told.at(-1) === GAP ? told : [...told, word ?? GAP]), [])
  return words.some((word) => word !== GAP && /\p{L}/u.test(word)) ? words.join(' ') : null
}

const GAP = '…'

/** The longest common subsequence of words, with null where something was left out. */
function common(a: readonly (string | null)[], b: readonly string[]): (string | null)[] {
  const lengths = Array.from({ length: a.length + 1 }, () => new Array<number>(b.length + 1).fill(0))
  const at = (i: number, j: number) => lengths[i]?.[j] ?? 0
  for (let i = a.length - 1; i >= 0; i--) {
    for (let j = b.length - 1; j >= 0; j--) {
      const row = lengths[i]
      if (row) row[j] = a[i] !== null && a[i] === b[j] ? at(i + 1, j + 1) + 1 : Math.max(at(i + 1, j), at(i, j + 1))
    }
  }
  const shared: (string | null)[] = []
  let [i, j] = [0, 0]
  while (i < a.length || j < b.length) {
    if (i < a.length && j < b.length && a[i] !== null && a[i] === b[j]) {
      shared.push(a[i] ?? null)
      i++
      j++
    } else {
      shared.push(null)
      if (j >= b.length || (i < a.length && at(i + 1, j) >= at(i, j + 1))) i++
      else j++
    }
  }
  return shared
}
