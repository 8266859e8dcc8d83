const REPLACED: readonly [RegExp, string][] = [
  [/\b0x[0-9a-f]{4,16}\b/gi, '0x*'], // memory addresses
  [/@[0-9a-f]{5,16}\b/g, '@*'], // object hashes
  [/\b[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}\b/gi, '*'], // UUIDs
  [/\b\d{4}-\d\d-\d\d[T ]\d\d:\d\d(:\d\d([.,]\d+)?)?(Z|[+-]\d\d:?\d\d)?/g, '*'], // timestamps
  [/-\d{14}\b/g, ''], // run stamps behind suite names
  [/(?<![\w.:/\\])(?:[A-Za-z]:)?[\\/](?:[^\\/\s"'()]+[\\/])+([^\\/\s"'()]+\.\w{1,5})(?![\w/\\])/g, '$1'], // folders of absolute paths to files
]

/** What any of them needs; most names hold nothing of the kind, and this is quicker to see. */
const MAY_CHANGE = /0x[0-9a-f]{4}|@[0-9a-f]{5}|[0-9a-f]{8}-[0-9a-f]{4}-|\d{4}-\d\d-\d\d|-\d{14}|[\\/][^\s\\/]*\.\w/i

/** A name without what changes from run to run: addresses, object hashes, ids, timestamps. */
export function stableText(text: string): string {
  if (!MAY_CHANGE.test(text)) return text
  return REPLACED.reduce((stable, [pattern, replacement]) => stable.replace(pattern, replacement), text)
}
