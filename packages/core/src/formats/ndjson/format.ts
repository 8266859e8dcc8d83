import { ResultCollector } from '../collector.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { LineReader } from '../lines.js'
import type { RepeatPolicy } from '../repeats.js'
import type { FileFindings, Place, ResultFormat } from '../result.js'
import { WarningLog } from '../warnings.js'
import { withoutNul } from '../without-nul.js'

/** One vocabulary of JSON values, one a line. */
export interface LineVocabulary {
  value(value: JsonValue, place: Place): void
  /** A line that is no JSON: output that came in between, mostly. @returns whether it meant something */
  other?(line: string, place: Place): boolean
  finish(): { framework: string | null }
}

export interface LineContext {
  results: ResultCollector
  warnings: WarningLog
}

interface LineFormatParts {
  id: string
  /** Judges a value of one of the first lines. */
  recognises: (value: JsonValue) => boolean
  policy?: RepeatPolicy
  open: (context: LineContext) => LineVocabulary
}

/** A format whose files are JSON values, one a line, perhaps with output of the tests between them. */
export function lineFormat({ id, recognises, policy, open }: LineFormatParts): ResultFormat {
  return {
    id,
    grows: true,
    recognises: (head) => valuesOf(head).some(recognises),
    open: (sink) => {
      const warnings = new WarningLog()
      const results = new ResultCollector(id, sink, warnings, policy)
      const vocabulary = open({ results, warnings })
      return new LineReader(
        {
          line: (text, number) => takeLine(text, { line: number, column: 1 }, vocabulary, warnings),
          finish: (): FileFindings => results.finish(vocabulary.finish().framework),
        },
        warnings,
      )
    },
  }
}

function takeLine(text: string, place: Place, vocabulary: LineVocabulary, warnings: WarningLog): void {
  if (text.trim() === '') return
  const value = parsed(text)
  if (value !== undefined) vocabulary.value(value, place)
  else if (!vocabulary.other?.(text, place)) {
    warnings.add('illFormed', `A line that is no JSON was passed over: “${text.slice(0, 80).replace(/[\u0000-\u001f]/g, '·')}”`, place)
  }
}

/** Values of the lines that are whole in the head. */
function valuesOf(head: Uint8Array): JsonValue[] {
  const text = new TextDecoder().decode(head)
  const lines = text.split('\n', 200)
  return lines.flatMap((line): JsonValue[] => {
    const value = parsed(line) ?? firstKey(line)
    return value === null ? [] : [value]
  })
}

/** The first line may be longer than the head: its first key still tells. */
function firstKey(line: string): JsonObject | null {
  const key = /^\s*\{"(\w+)":\{/.exec(line)?.[1]
  return key ? { [key]: {} } : null
}

const cleanValue = (_: string, value: JsonValue): JsonValue => (typeof value === 'string' ? withoutNul(value) : value)

/** The value of a line; undefined where it is none, or where it is an object or array that only starts there. */
function parsed(line: string): JsonValue | undefined {
  if (!/^\uFEFF?\s*[[{]/.test(line)) return undefined
  try {
    return JSON.parse(line.replace(/^\uFEFF/, ''), line.includes('\\u0000') ? cleanValue : undefined) as JsonValue
  } catch {
    return undefined
  }
}
