import { plainText } from '@bobbin/core'
import formatXml from 'xml-formatter'

/** A request in a network record. */
export interface NetworkCall {
  method: string
  url: string
  status: number
  timeMs: number | null
  bytes: number | null
}

/** A text as a person reads it best. */
export type Readable =
  | { kind: 'network'; calls: NetworkCall[]; text: string }
  | { kind: 'json'; text: string }
  | { kind: 'xml'; text: string }
  /** Lines of a log, with terminal colours where there are any. */
  | { kind: 'log'; text: string }

/** Looks at what a text is, whatever its file is called. A cut text is shown as it is. */
export function readable(text: string): Readable {
  const start = text.trimStart().charAt(0)
  if (start === '{' || start === '[') return readableJson(text)
  if (start === '<') return readableXml(text)
  return { kind: 'log', text }
}

function readableJson(text: string): Readable {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { kind: 'log', text }
  }
  const pretty = JSON.stringify(value, null, 2)
  const calls = networkCalls(value)
  return calls ? { kind: 'network', calls, text: pretty } : { kind: 'json', text: pretty }
}

function readableXml(text: string): Readable {
  try {
    return { kind: 'xml', text: formatXml(text, { indentation: '  ', collapseContent: true, strictMode: true, lineSeparator: '\n' }) }
  } catch {
    return { kind: 'log', text: plainText(text) }
  }
}

/** The entries of an HTTP archive (HAR 1.2); null for any other JSON. */
function networkCalls(value: unknown): NetworkCall[] | null {
  const entries = at(value, 'log', 'entries')
  if (!Array.isArray(entries) || typeof at(value, 'log', 'version') !== 'string') return null
  return entries.map((entry: unknown) => ({
    method: textOf(at(entry, 'request', 'method')),
    url: textOf(at(entry, 'request', 'url')),
    status: numberOf(at(entry, 'response', 'status')) ?? 0,
    timeMs: numberOf(at(entry, 'time')),
    bytes: numberOf(at(entry, 'response', 'content', 'size')),
  }))
}

const at = (value: unknown, ...path: string[]): unknown =>
  path.reduce<unknown>(
    (inner, key) => (typeof inner === 'object' && inner !== null ? (inner as Record<string, unknown>)[key] : undefined),
    value,
  )
const textOf = (value: unknown) => (typeof value === 'string' ? value : '')
/** Sizes and times that are not known are −1 there. */
const numberOf = (value: unknown) => (typeof value === 'number' && value >= 0 ? value : null)
