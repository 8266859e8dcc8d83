import { bounded } from '../text/bounded.js'

/** What changes in a text from run to run, and what stands in its place. */
const REPLACED: readonly [RegExp, string][] = [
  [/(?<![0-9a-z])0x[0-9a-f]{4,16}(?![0-9a-z])/gi, '0x*'], // memory addresses
  [/(?<![0-9a-z])0x[0-9a-f]{1,16}(?=\.{3}|…)/gi, '0x*'], // addresses that are cut off
  [/@[0-9a-f]{5,16}\b/g, '@*'], // object hashes
  [/\b[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}\b/gi, '*'], // UUIDs
  [/\b\d{4}-\d\d-\d\d[T ]\d\d:\d\d(?::\d\d(?:[.,]\d{1,9})?)?(?:Z|[+-]\d\d:?\d\d)?/g, '*'], // timestamps
  [/-\d{14}\b/g, ''], // run stamps behind suite names
]

/** What any of them needs; most names hold nothing of the kind, and this is quicker to see. */
const MAY_CHANGE = /0x[0-9a-f]|@[0-9a-f]|\d-\d\d-\d|-\d{9}|[0-9a-f]-[0-9a-f]{4}-/i

/** A name without what changes from run to run: addresses, object hashes, ids, timestamps, folders of absolute paths to files. */
export function stableText(text: string): string {
  const stable = MAY_CHANGE.test(text) ? REPLACED.reduce((rest, [pattern, replacement]) => rest.replace(pattern, replacement), text) : text
  return withoutFolders(stable)
}

/** What no path of ours goes on behind. */
const WORD = /[^\s"'()]+/g
const FOLDERS = bounded(1000, /(?<![\w.:/\\])(?:[A-Za-z]:)?[\\/](?:[^\\/\s"'()]+[\\/])+([^\\/\s"'()]+\.\w{1,5})(?![\w/\\])/g)

/** Leaves the names of files that are told by an absolute path: `/builds/7f3a/deck/axle.spec.ts` becomes `axle.spec.ts`. */
const withoutFolders = (text: string): string =>
  text.includes('/') || text.includes('\\') ? text.replace(WORD, (word) => FOLDERS.replace(word, '$1')) : text
