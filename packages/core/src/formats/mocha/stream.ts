import { isObject, numberOf, objectOf, textOf } from '../json/fields.js'
import type { JsonValue } from '../json/stream.js'
import { type LineContext, lineFormat, type LineVocabulary } from '../ndjson/format.js'
import type { Place } from '../result.js'
import { addMochaTest } from './format.js'

/** Mocha's line-by-line JSON: `["pass", {…}]`, between what the tests print. It tells of no pending test. */
export const mochaStream = lineFormat({
  id: 'mocha-json-stream',
  recognises: (value) => Array.isArray(value) && ['start', 'pass', 'fail'].includes(textOf(value[0]) ?? '') && isObject(value[1]),
  open: (context) => new MochaStream(context),
})

class MochaStream implements LineVocabulary {
  private ended = false
  private planned: number | null = null

  constructor(private readonly context: LineContext) {}

  value(value: JsonValue, place: Place): void {
    if (!Array.isArray(value) || !isObject(value[1])) return
    const [kind, test] = value
    if (kind === 'pass' || kind === 'fail') addMochaTest(this.context.results, test, kind === 'pass' ? 'passed' : 'failed', place)
    else if (kind === 'start') this.planned = numberOf(objectOf(test)['total'])
    else if (kind === 'end') this.ended = true
  }

  /** What the tests print stands between the lines. */
  other(): boolean {
    return true
  }

  finish() {
    if (!this.ended) {
      const message = `The file breaks off: no “end” came${this.planned === null ? '' : ` (${this.planned} tests were planned)`}`
      this.context.results.fault({ code: 'crash', subject: 'the run', message, place: { line: 1, column: 1 } })
    }
    return { framework: 'mocha' }
  }
}
