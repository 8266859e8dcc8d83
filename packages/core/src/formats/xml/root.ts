import { xmlEncoding } from '../decode.js'

/** Declarations and comments in front of the root, by how they begin and end; none of them can hold another. */
const PROLOG = [
  ['<?', '?>'],
  ['<!--', '-->'],
] as const
const START_TAG = /<([^\s/>!?]+)/y

/**
 * The local name of a file's root element, or null when the head is no XML, or holds no start tag.
 * @param head the first bytes of the file
 */
export function rootName(head: Uint8Array): string | null {
  let name = known.get(head)
  if (name === undefined) known.set(head, (name = findRoot(head)))
  return name
}

/** Every XML format asks about the same head. */
const known = new WeakMap<Uint8Array, string | null>()

function findRoot(head: Uint8Array): string | null {
  const text = textOf(head)
  if (text === null) return null
  let at = skipBlank(text, 0)
  for (let end = prologEnd(text, at); end !== null; end = prologEnd(text, at)) at = skipBlank(text, end)
  START_TAG.lastIndex = at
  const name = START_TAG.exec(text)?.[1]
  return name ? name.slice(name.indexOf(':') + 1) : null
}

function skipBlank(text: string, from: number): number {
  let at = from
  while (at < text.length && /\s/.test(text.charAt(at))) at++
  return at
}

/** Where what stands in front of the root ends; null at anything else. */
function prologEnd(text: string, at: number): number | null {
  for (const [opening, closing] of PROLOG) {
    if (!text.startsWith(opening, at)) continue
    const end = text.indexOf(closing, at + opening.length)
    return end < 0 ? null : end + closing.length
  }
  return text.slice(at, at + DOCTYPE.length).toUpperCase() === DOCTYPE ? doctypeEnd(text, at) : null
}

const DOCTYPE = '<!DOCTYPE'

/** A document type may have a part in brackets, in which declarations stand. */
function doctypeEnd(text: string, at: number): number | null {
  const [end, bracket] = [text.indexOf('>', at), text.indexOf('[', at)]
  const inside = bracket >= 0 && bracket < end ? text.indexOf(']', bracket) : at
  const after = inside < 0 ? -1 : text.indexOf('>', inside)
  return after < 0 ? null : after + 1
}

/** Whether anything in the head looks like XML, also with something else in front of it. */
export function looksLikeXml(head: Uint8Array): boolean {
  const text = textOf(head)
  return text === null || /^\s*</.test(text) || /<\?xml\s|<testsuites?[\s>]/.test(text)
}

/** The head as text; null in an encoding that nobody knows. */
function textOf(head: Uint8Array): string | null {
  try {
    return new TextDecoder(xmlEncoding(head)).decode(head)
  } catch {
    return null
  }
}
