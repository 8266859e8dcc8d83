/** What the head of a JSON document gives away: the keys of the root, and those one level below, as `key.inner`. */
export interface Keys {
  root: 'object' | 'array'
  has(key: string): boolean
}

/**
 * The keys near the root of a JSON document whose head is given, in any order and through values of any kind; a tolerant scan, since
 * the document is read properly later. For a root array, the keys of its first elements stand as `key`.
 * @returns null when the head is no JSON object or array
 */
export function topKeys(head: Uint8Array): Keys | null {
  let keys = known.get(head)
  if (keys === undefined) known.set(head, (keys = scan(head)))
  return keys
}

/** Every JSON format asks about the same head. */
const known = new WeakMap<Uint8Array, Keys | null>()

/** Where the string ends that begins at a place; -1 when the head ends before. */
function endOfString(text: string, from: number): number {
  for (let at = from + 1; at < text.length; at++) {
    if (text[at] === '\\') at++
    else if (text[at] === '"') return at
  }
  return -1
}

/** Whether a colon follows the string that ends at a place. */
function isKey(text: string, end: number): boolean {
  let at = end + 1
  while (BLANK.has(text.charCodeAt(at))) at++
  return text[at] === ':'
}

/** Space, tab, line feed and carriage return (RFC 8259, section 2). */
const BLANK = new Set([0x20, 0x09, 0x0a, 0x0d])

function scan(head: Uint8Array): Keys | null {
  const text = new TextDecoder().decode(head).replace(/^\uFEFF/, '')
  const first = /^\s*([[{])/.exec(text)?.[1]
  if (!first) return null
  const root = first === '{' ? 'object' : 'array'
  const keys = new Set<string>()
  /** The keys on the way to where the scan stands; null in an array. */
  const path: (string | null)[] = []
  for (let at = 0; at < text.length; at++) {
    const token = text[at]
    if (token === '{' || token === '[') path.push(null)
    else if (token === '}' || token === ']') path.pop()
    else if (token === '"') {
      const end = endOfString(text, at)
      if (end < 0) break
      if (path.length > 0 && path.length <= 3 && isKey(text, end)) {
        path[path.length - 1] = text.slice(at + 1, end)
        const named = path.filter((key) => key !== null)
        if (named.length <= 2) keys.add(named.join('.'))
      }
      at = end
    }
  }
  return { root, has: (key) => keys.has(key) }
}
