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

function scan(head: Uint8Array): Keys | null {
  const text = new TextDecoder().decode(head).replace(/^\uFEFF/, '')
  const first = /^\s*([[{])/.exec(text)?.[1]
  if (!first) return null
  const root = first === '{' ? 'object' : 'array'
  const keys = new Set<string>()
  /** The keys on the way to where the scan stands; null in an array. */
  const path: (string | null)[] = []
  for (const [token, string, mark] of text.matchAll(/("(?:[^"\\]|\\.)*")(\s*:)?|[[\]{}]/g)) {
    if (token === '{' || token === '[') path.push(null)
    else if (token === '}' || token === ']') path.pop()
    else if (string && mark && path.length > 0) {
      path[path.length - 1] = string.slice(1, -1)
      const named = path.filter((key) => key !== null)
      if (named.length <= 2 && path.length <= 3) keys.add(named.join('.'))
    }
  }
  return { root, has: (key) => keys.has(key) }
}
