import { parse } from 'yaml'
import type { Failure } from '../result.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { isObject, textOf, wordOf } from '../json/fields.js'

/** What the YAML block behind a point says. */
export interface Diagnosis {
  failure: Failure
  durationMs: number | null
  /** node:test: `suite` or `test`, and why it failed. */
  type: string | null
  failureType: string | null
  file: string | null
}

/** A key is that long at most, in UTF-16 units. */
const MOST_KEY = 200
const KEY = /^[\w-]+$/
/** A value by its first and last character, or one that YAML reads as it stands. */
const [QUOTED, DOUBLE_QUOTED, PLAIN] = [/^'(?:[^']|'')*'$/, /^"[^"\\]*"$/, /^[^\s'"|>&*!%@`{[#][^#]*$/]

/** Reads a YAML block with a YAML library; a block that is no YAML, as runners write now and then, key by key as far as it goes. */
export function readDiagnosis(lines: readonly string[]): Diagnosis {
  const fields = simpleFields(lines) ?? yamlFields(lines) ?? looseFields(lines)
  const error = fields['error']
  const inner = isObject(error) ? error : {}
  const message = wordOf(fields['message']) ?? wordOf(error) ?? wordOf(inner['message']) ?? null
  const block = lines.join('\n').trimEnd()
  const duration = Number(wordOf(fields['duration_ms']) ?? NaN)
  return {
    failure: {
      message: wordsIn(message) ?? detailsIn(fields) ?? (message?.trim() || null),
      type: wordOf(fields['name']) ?? wordOf(inner['name']) ?? null,
      stack: stackOf(fields, message) ?? (block || null),
      expected: printed(fields['expected'] ?? fields['wanted']),
      actual: printed(fields['actual'] ?? fields['got'] ?? fields['found']),
    },
    durationMs: Number.isFinite(duration) && duration >= 0 ? duration : null,
    type: textOf(fields['type']),
    failureType: textOf(fields['failureType']),
    file: textOf(fields['file']) ?? withoutPlace(textOf(fields['location'])),
  }
}

/** What a message says, unless it only says that something was thrown. */
const wordsIn = (message: string | null): string | null =>
  message?.trim() && message.trim() !== 'Error thrown in test' ? message.trim() : null

/** AVA keeps what was said below headings of its own. */
function detailsIn(fields: JsonObject): string | null {
  const details = fields['details']
  if (!isObject(details)) return null
  const [told] = Object.entries(details).flatMap(([heading, value]) => (typeof value === 'string' ? [{ heading, value }] : []))
  if (!told) return null
  const lines = told.value.slice(0, MOST_DETAILS).split('\n')
  const thrown = lines.map((line) => /^message: '(.*)',$/.exec(line.trim())?.[1]).find((words) => words !== undefined)
  return thrown ?? `${wordOf(fields['assertion']) ?? told.heading}\n${told.value}`.trim()
}

const MOST_DETAILS = 10_000

/** `deck/axle.test.ts:12:3` without line and column; null where it tells none. */
function withoutPlace(location: string | null): string | null {
  const place = /:\d{1,9}(?::\d{1,9})?$/.exec(location?.slice(-MOST_PLACE) ?? '')
  return location === null || !place ? null : location.slice(0, -place[0].length)
}

const MOST_PLACE = 21

/** Runners leave the message out of the stack, which is what people look for in it. */
function stackOf(fields: JsonObject, message: string | null): string | null {
  const stack = textOf(fields['stack'])
  if (stack === null) {
    const at = wordOf(fields['at'])
    return at === null || message === null ? null : `${message}\n    at ${at}`
  }
  return message !== null && !stack.includes(message.split('\n')[0] ?? '') ? `${message}\n${stack}` : stack
}

function printed(value: JsonValue | undefined): string | null {
  if (value === undefined) return null
  return wordOf(value) ?? JSON.stringify(value, null, 2)
}

/** Most blocks are a few plain lines, which need no YAML library. */
function simpleFields(lines: readonly string[]): JsonObject | null {
  const fields: JsonObject = {}
  for (const line of lines) {
    const colon = line.slice(0, MOST_KEY).indexOf(':')
    const key = line.slice(0, Math.max(colon, 0)).trimStart()
    const value = simpleValue(line.slice(colon + 1).trim())
    if (!KEY.test(key) || value === null) return null
    fields[key] = value
  }
  return fields
}

function simpleValue(text: string): string | null {
  if (QUOTED.test(text)) return text.slice(1, -1).replaceAll("''", "'")
  if (DOUBLE_QUOTED.test(text)) return text.slice(1, -1)
  return PLAIN.test(text) ? text : null
}

function yamlFields(lines: readonly string[]): JsonObject | null {
  try {
    // no aliases: a block of a few lines must not grow without end
    const value = parse(lines.join('\n'), { maxAliasCount: 0, logLevel: 'silent', schema: 'core' }) as JsonValue
    return isObject(value) ? value : null
  } catch {
    return null
  }
}

/** `key: value` on the first level, and what is indented below it. */
function looseFields(lines: readonly string[]): JsonObject {
  const indent = Math.min(...lines.filter((line) => line.trim() !== '').map((line) => line.length - line.trimStart().length))
  const fields: Record<string, string> = {}
  let key: string | null = null
  for (const line of lines) {
    const found = /^([\w-]+):\s?(.*)$/.exec(line.slice(indent))
    if (found) {
      key = found[1] ?? ''
      fields[key] = (found[2] ?? '').replace(/^[|>][+-]?\s*$/, '').replace(/^(['"])(.*)\1$/, '$2')
    } else if (key !== null) fields[key] = `${fields[key] ?? ''}\n${line.slice(indent).replace(/^ {2}/, '')}`.trimStart()
  }
  return fields
}
