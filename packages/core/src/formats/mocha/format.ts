import type { Outcome } from '../../results/outcome.js'
import { attempt } from '../collector.js'
import { type JsonContext, jsonFormat, type JsonVocabulary } from '../json/format.js'
import { isObject, numberOf, objectOf, textOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { readTimestamp } from '../timestamp.js'
import type { Attempt, Failure, Place } from '../result.js'
import type { ResultCollector } from '../collector.js'
import { isMochaHook } from './hook-name.js'

/** The JSON report of Mocha. Its list `tests` does not say what became of a test; the three lists behind it do. */
export const mochaJson = jsonFormat({
  id: 'mocha-json',
  recognises: (keys) => keys.has('stats') && (keys.has('tests') || keys.has('passes') || keys.has('failures')),
  open: (context) => new MochaJson(context),
})

const LISTS: Record<string, Outcome> = { 'passes.*': 'passed', 'failures.*': 'failed', 'pending.*': 'skipped' }

class MochaJson implements JsonVocabulary {
  readonly items = [
    ['passes', '*'],
    ['failures', '*'],
    ['pending', '*'],
  ]
  readonly skipped = [['tests']]

  constructor(private readonly context: JsonContext) {}

  value(path: string, value: JsonValue, place: Place): void {
    if (path === 'stats') this.context.results.sawTime(readTimestamp(textOf(objectOf(value)['start']) ?? ''))
    const outcome = LISTS[path]
    if (outcome && isObject(value)) addMochaTest(this.context.results, value, outcome, place)
  }

  finish() {
    return { framework: 'mocha' }
  }
}

/** One test or failing hook, as Mocha's JSON reporters write them. */
export function addMochaTest(results: ResultCollector, test: JsonObject, outcome: Outcome, place: Place): void {
  const name = wordOf(test['title']) ?? ''
  const fullTitle = wordOf(test['fullTitle']) ?? name
  const where = fullTitle.endsWith(` ${name}`) ? fullTitle.slice(0, -name.length - 1).trim() : ''
  const failure = outcome === 'failed' ? failureOf(test) : null
  if (failure && isMochaHook(name)) {
    results.fault({ code: 'hook', subject: fullTitle, message: failure.message, stack: failure.stack, place })
    return
  }
  const retries = numberOf(test['currentRetry']) ?? 0
  const lost = Array.from({ length: Math.min(retries, 100) }, (): Attempt => attempt({ outcome: 'failed' }))
  const last = attempt({ outcome, durationMs: numberOf(test['duration']), failures: failure ? [failure] : [] })
  results.add({ name, classname: where, sourceFile: textOf(test['file']), attempts: [...lost, last], place })
}

/** The error of the JSON report is an object; that of the line-by-line one is two texts. */
function failureOf(test: JsonObject): Failure {
  const { err } = test
  if (!isObject(err)) return { message: textOf(err), type: null, stack: textOf(test['stack']) }
  return {
    message: wordOf(err['message']) ?? wordOf(err['name']),
    type: textOf(err['name']),
    stack: textOf(err['stack']),
    expected: wordOf(err['expected']),
    actual: wordOf(err['actual']),
  }
}
