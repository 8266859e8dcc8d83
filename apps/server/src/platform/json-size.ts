import { Problem } from './problem.js'

/** How large a body of JSON may be. */
export interface JsonBounds {
  /** As it comes, unpacked. */
  bytes: number
  /** Objects and lists. */
  containers: number
  /** Everything that stands between commas: members of objects, entries of lists. */
  values: number
  depth: number
}

const [QUOTE, BACKSLASH, COMMA, OPEN, CLOSE, OPEN_LIST, CLOSE_LIST] = [0x22, 0x5c, 0x2c, 0x7b, 0x7d, 0x5b, 0x5d]

/**
 * Counts what a text of JSON holds, byte by byte, before anything is made of it: parsing a megabyte takes milliseconds, and walking through
 * a hundred thousand small values seconds. Whether it is JSON is for the parser to say.
 * @throws Problem invalid where it holds more than the bounds
 */
export function refuseLargeJson(bytes: Uint8Array, bounds: JsonBounds): void {
  let depth = 0
  let containers = 0
  let commas = 0
  for (let at = 0; at < bytes.length; at++) {
    const byte = bytes[at]
    if (byte === QUOTE) at = endOfText(bytes, at)
    else if (byte === COMMA) commas++
    else if (byte === OPEN || byte === OPEN_LIST) {
      containers++
      depth++
      if (depth > bounds.depth) throw new Problem('invalid', 'tooDeep', `Values in the request are nested more than ${bounds.depth} deep`)
    } else if (byte === CLOSE || byte === CLOSE_LIST) depth--
    if (containers > bounds.containers || commas + containers > bounds.values) throw tooMany(bounds)
  }
}

/** @returns where a text that begins at a quote ends */
function endOfText(bytes: Uint8Array, from: number): number {
  for (let at = from + 1; at < bytes.length; at++) {
    if (bytes[at] === BACKSLASH) at++
    else if (bytes[at] === QUOTE) return at
  }
  return bytes.length
}

const tooMany = ({ values, containers }: JsonBounds) =>
  new Problem(
    'invalid',
    'tooManyValues',
    `The request holds more than ${values} values, or ${containers} lists and objects. Send it in parts`,
  )
