import { xmlEncoding } from '../decode.js'

/** Declarations, comments and a document type in front of the root; none of them can hold another. */
const PROLOG = /^(?:\s+|<\?[^]*?\?>|<!--[^]*?-->|<!DOCTYPE[^[>]*(?:\[[^\]]*\])?[^>]*>)/i
const START_TAG = /^<([^\s/>!?]+)/

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
  let text = textOf(head)
  if (text === null) return null
  for (let prolog = PROLOG.exec(text); prolog; prolog = PROLOG.exec(text)) text = text.slice(prolog[0].length)
  const name = START_TAG.exec(text)?.[1]
  return name ? name.slice(name.indexOf(':') + 1) : null
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
