import { below, CommonRoot, isAbsolutePath, plainPath } from '../../identity/source-path.js'
import type { Outcome } from '../../results/outcome.js'
import { plainText } from '../../text/ansi.js'
import { attempt, START } from '../collector.js'
import { type JsonContext, jsonFormat, type JsonVocabulary } from '../json/format.js'
import { isObject, numberOf, objectOf, objectsOf, textOf, textsOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { errorOf } from '../js-error.js'
import type { Attempt, Failure, FaultCode, Place, Property } from '../result.js'

/** The JSON report of Jest, which Vitest writes too. */
export const jestJson = jsonFormat({
  id: 'jest-json',
  rooted: true,
  recognises: (keys) => keys.has('testResults') || keys.has('numTotalTests'),
  open: (context) => new JestJson(context),
})

const OUTCOMES: Record<string, Outcome> = {
  passed: 'passed',
  failed: 'failed',
  skipped: 'skipped',
  pending: 'skipped',
  todo: 'skipped',
  disabled: 'skipped',
}
/**
 * What went wrong outside any test of a file. Jest tells all failures of the file again in one text, each below a heading, of which
 * only these say what no test says.
 */
function outsideTests(message: string): string[] {
  if (!message.startsWith('● ')) return message === '' ? [] : [message]
  return message
    .slice(2)
    .split('\n  ● ')
    .filter((section) => section.startsWith(NO_TEST))
    .map((section) => section.slice(NO_TEST.length).trim())
}
const NO_TEST = 'Test suite failed to run\n'

/** Named words of an object, as properties. */
const wordsIn = (value: JsonValue | undefined): Property[] =>
  Object.entries(objectOf(value)).flatMap(([name, inner]) => {
    const word = wordOf(inner)
    return word === null ? [] : [{ name, value: word }]
  })

function reasonOf(test: JsonObject): string | null {
  if (test['status'] === 'todo') return 'todo'
  return test['failing'] === true && test['status'] === 'passed' ? 'failed as expected' : null
}

class JestJson implements JsonVocabulary {
  readonly items = [['testResults', '*']]
  readonly skipped = [['snapshot'], ['coverageMap'], ['openHandles']]
  private vitest = false
  private failed = false
  private readonly common = new CommonRoot()

  constructor(private readonly context: JsonContext) {}

  value(path: string, value: JsonValue, place: Place): void {
    if (path === 'startTime') this.context.results.sawTime(numberOf(value))
    else if (path === 'success') this.failed = value === false
    else if (path === 'testResults.*' && isObject(value)) this.file(value, place)
  }

  private file(file: JsonObject, place: Place): void {
    const sourceFile = this.pathOf(textOf(file['name']))
    const tests = objectsOf(file['assertionResults'])
    for (const test of tests) this.test(test, sourceFile, place)
    const message = plainText(textOf(file['message']) ?? '').trim()
    const failed = textOf(file['status']) === 'failed' || isObject(file['testExecError'])
    if (!failed) return
    const outside = outsideTests(message)
    const fault = (text: Pick<Failure, 'message' | 'stack'>, code: FaultCode) =>
      this.context.results.fault({ ...text, code, subject: sourceFile ?? 'a file', place })
    for (const text of outside) fault(errorOf(text), tests.length === 0 ? 'load' : 'hook')
    if (outside.length === 0 && !tests.some((test) => test['status'] === 'failed'))
      fault({ message: 'The file failed, and no test of it did', stack: null }, 'hook')
  }

  /** Runners write where the file lies on their machine: below the sender's root where that is known, else below what all have in common. */
  private pathOf(name: string | null): string | null {
    if (name === null || !isAbsolutePath(name)) return name === null ? null : plainPath(name)
    const path = plainPath(name)
    const { root } = this.context.place
    const known = root === null ? null : below(plainPath(root), path)
    if (known === null) this.common.add(path)
    return known ?? path
  }

  private test(test: JsonObject, sourceFile: string | null, place: Place): void {
    if ('meta' in test) this.vitest = true
    const titles = textsOf(test['ancestorTitles'])
    this.context.results.add({
      name: textOf(test['title']) ?? wordOf(test['fullName']) ?? '',
      suites: sourceFile === null ? titles : [sourceFile, ...titles],
      sourceFile,
      attempts: this.attemptsOf(test, place),
      properties: [...textsOf(test['tags']).map((value) => ({ name: 'tag', value })), ...wordsIn(test['meta'])],
      place,
    })
  }

  private attemptsOf(test: JsonObject, place: Place): Attempt[] {
    const messages = textsOf(test['failureMessages'])
    const outcome = this.outcomeOf(test, place)
    const failing = outcome === 'failed'
    const last = attempt({
      outcome,
      durationMs: numberOf(test['duration']),
      startedAt: numberOf(test['startAt']),
      failures: failing ? messages.map(errorOf) : [],
      reason: reasonOf(test),
    })
    // what failed before the last try: Jest keeps it apart, Vitest leaves it with a test that passed
    const before = textsOf(test['retryReasons']).length > 0 ? textsOf(test['retryReasons']) : failing ? [] : messages
    const lost = Math.max(0, (numberOf(test['invocations']) ?? 1) - 1 - before.length)
    return [
      ...before.map((message) => attempt({ outcome: 'failed', failures: [errorOf(message)] })),
      ...Array.from({ length: Math.min(lost, 100) }, () => attempt({ outcome: 'failed' })),
      last,
    ]
  }

  private outcomeOf(test: JsonObject, place: Place): Outcome {
    const status = wordOf(test['status']) ?? ''
    const known = OUTCOMES[status]
    if (known) return known
    const words = `“${wordOf(test['title']) ?? ''}” has status “${status}”, which is not known; it counts as errored`
    this.context.warnings.add('status', words, place)
    return 'errored'
  }

  finish() {
    // a configuration that can't be read, say: no file is there to tell
    if (this.failed && this.context.results.isEmpty)
      this.context.results.fault({ code: 'load', subject: 'the run', message: 'The run failed without running a test', place: START })
    return { framework: this.vitest ? 'vitest' : 'jest', root: this.common.root }
  }
}
