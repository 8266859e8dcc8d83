import type { Outcome } from '../../results/outcome.js'
import { attempt } from '../collector.js'
import { secondsToMs } from '../duration.js'
import { type JsonContext, jsonFormat, type JsonVocabulary } from '../json/format.js'
import { isObject, objectsOf, textOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { readTimestamp } from '../timestamp.js'
import type { Failure, Place, Property } from '../result.js'
import { unescapedBytes } from './unescaped-bytes.js'

/** The JSON report of GoogleTest. */
export const googleTestJson = jsonFormat({
  id: 'googletest-json',
  recognises: (keys) => keys.root === 'object' && keys.has('testsuites'),
  open: (context) => new GoogleTestJson(context),
})

/** Fields of a test that are no recorded properties. */
const OWN = new Set(['name', 'file', 'line', 'status', 'result', 'timestamp', 'time', 'classname', 'failures', 'skipped', 'value_param', 'type_param']) // prettier-ignore

class GoogleTestJson implements JsonVocabulary {
  readonly items = [['testsuites', '*']]

  constructor(private readonly context: JsonContext) {}

  value(path: string, value: JsonValue, place: Place): void {
    if (path === 'timestamp') this.context.results.sawTime(readTimestamp(textOf(value) ?? ''))
    else if (path === 'testsuites.*' && isObject(value)) {
      const suite = wordOf(value['name']) ?? ''
      for (const test of objectsOf(value['testsuite'])) this.test(test, suite, place)
    }
  }

  private test(test: JsonObject, suite: string, place: Place): void {
    const name = unescapedBytes(wordOf(test['name']) ?? '')
    const failures = objectsOf(test['failures']).map(failureOf)
    const outcome = this.outcomeOf(test, failures.length > 0, place)
    const classname = unescapedBytes(wordOf(test['classname']) ?? suite)
    if (name === '') {
      // set-up and tear-down of a suite have no test to name
      for (const { message, stack } of failures.slice(0, 1))
        this.context.results.fault({ code: 'hook', subject: classname, message, stack, place })
      return
    }
    const last = attempt({
      outcome,
      durationMs: secondsToMs((textOf(test['time']) ?? '').replace(/s$/, '')),
      startedAt: readTimestamp(textOf(test['timestamp']) ?? ''),
      failures,
      reason: outcome === 'skipped' ? reasonOf(test) : null,
    })
    const sourceFile = textOf(test['file'])
    this.context.results.add({ name, suites: [classname], classname, sourceFile, attempts: [last], properties: propertiesOf(test), place })
  }

  private outcomeOf(test: JsonObject, failing: boolean, place: Place): Outcome {
    if (failing) return 'failed'
    const status = wordOf(test['status'])?.toUpperCase()
    const result = wordOf(test['result'])?.toUpperCase()
    if (status === 'NOTRUN' || result === 'SKIPPED' || result === 'SUPPRESSED') return 'skipped'
    if (result !== undefined && result !== 'COMPLETED') {
      const words = `“${wordOf(test['name']) ?? ''}” has result “${result}”, which is not known; it counts as errored`
      this.context.warnings.add('status', words, place)
      return 'errored'
    }
    return 'passed'
  }

  finish() {
    return { framework: 'googletest' }
  }
}

function failureOf(failure: JsonObject): Failure {
  const text = unescapedBytes(wordOf(failure['failure']) ?? '')
  // the first line is the place of the check
  const place = /^(\S.*:\d+|unknown file)\n/.exec(text)
  return { message: place ? text.slice(place[0].length) : text, type: textOf(failure['type']) || null, stack: text }
}

function reasonOf(test: JsonObject): string | null {
  const said = objectsOf(test['skipped']).map((skip) => unescapedBytes(wordOf(skip['message']) ?? ''))
  return said.join('\n').trim() || (wordOf(test['status'])?.toUpperCase() === 'NOTRUN' ? 'disabled' : null)
}

function propertiesOf(test: JsonObject): Property[] {
  const properties: Property[] = []
  for (const name in test) {
    if (OWN.has(name)) continue
    const word = wordOf(test[name])
    if (word !== null) properties.push({ name, value: unescapedBytes(word) })
  }
  return properties
}
