import type { Outcome } from '../../results/outcome.js'
import { plainText } from '../../text/ansi.js'
import { attempt } from '../collector.js'
import { errorOf } from '../js-error.js'
import { type JsonContext, jsonFormat, type JsonVocabulary } from '../json/format.js'
import { isObject, listOf, numberOf, objectOf, objectsOf, textOf, textsOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import type { AttachmentRef, Attempt, Failure, Place, Property, TestStep } from '../result.js'
import { readTimestamp } from '../timestamp.js'

/** The JSON report of Playwright's test runner. */
export const playwrightJson = jsonFormat({
  id: 'playwright-json',
  recognises: (keys) => keys.has('suites') && (keys.has('config') || keys.has('stats') || keys.has('errors')),
  open: (context) => new PlaywrightJson(context),
})

/** What a failing check says; anything else that was thrown could not judge. */
const CHECK = /^expect(?:\.\w+)?\(|^AssertionError|^Screenshot comparison failed|^A snapshot doesn't exist/m
/** The first line of the piece of source that the runner puts behind a message; the stack tells the place. */
const SNIPPET = /^>?\s*\d+ \|/

/** Lines from the first one of a snippet on are left out; the message itself is never one. */
function withoutSnippet(message: string): string {
  const lines = message.split('\n')
  const from = lines.findIndex((line, i) => i > 0 && SNIPPET.test(line.trimStart()))
  return (from < 0 ? lines : lines.slice(0, from)).join('\n').trim()
}

class PlaywrightJson implements JsonVocabulary {
  readonly items = [
    ['suites', '*'],
    ['errors', '*'],
  ]
  readonly skipped = [['config']]

  constructor(private readonly context: JsonContext) {}

  value(path: string, value: JsonValue, place: Place): void {
    if (path === 'suites.*' && isObject(value)) this.suite(value, [], place)
    else if (path === 'stats') this.context.results.sawTime(readTimestamp(textOf(objectOf(value)['startTime']) ?? ''))
    else if (path === 'errors.*' && isObject(value)) {
      const { message, stack } = failureOf(value)
      const at = objectOf(value['location'])
      this.context.results.fault({ code: 'load', subject: textOf(at['file']) ?? 'the run', message, stack, place })
    }
  }

  private suite(suite: JsonObject, around: readonly string[], place: Place): void {
    for (const spec of objectsOf(suite['specs'])) this.spec(spec, around, place)
    for (const inner of objectsOf(suite['suites'])) this.suite(inner, [...around, wordOf(inner['title']) ?? ''], place)
  }

  private spec(spec: JsonObject, around: readonly string[], place: Place): void {
    for (const test of objectsOf(spec['tests'])) {
      const annotations = objectsOf(test['annotations'])
      const expected = textOf(test['expectedStatus']) ?? 'passed'
      const attempts = objectsOf(test['results']).map((result) => attemptOf(result, expected, annotations))
      if (attempts.length === 0) attempts.push(attempt({ outcome: 'notRun', reason: 'did not run' }))
      this.context.results.add({
        name: wordOf(spec['title']) ?? '',
        suites: [textOf(spec['file']) ?? '', ...around].filter((part) => part !== ''),
        sourceFile: textOf(spec['file']),
        profile: textOf(test['projectName']) || null,
        attempts: withoutIdleTries(attempts),
        properties: [...textsOf(spec['tags']).map(tag), ...annotations.map(property)],
        place,
      })
    }
  }

  finish() {
    return { framework: 'playwright' }
  }
}

const tag = (value: string): Property => ({ name: 'tag', value: value.replace(/^@/, '') })
const property = (annotation: JsonObject): Property => ({
  name: wordOf(annotation['type']) ?? 'annotation',
  value: wordOf(annotation['description']) ?? '',
})

/** A test behind a failed one of its serial group is written once for each try of that one, though it never ran. */
function withoutIdleTries(attempts: Attempt[]): Attempt[] {
  return attempts.every(({ outcome }) => outcome === 'notRun' || outcome === 'skipped') ? attempts.slice(-1) : attempts
}

function attemptOf(result: JsonObject, expected: string, annotations: JsonObject[]): Attempt {
  const failures = (objectsOf(result['errors']).length > 0 ? objectsOf(result['errors']) : objectsOf([result['error'] ?? null])).map(
    failureOf,
  )
  const { outcome, reason } = judge(textOf(result['status']) ?? '', expected, failures, annotations)
  const failing = outcome === 'failed' || outcome === 'errored'
  if (failing && expected === 'failed' && failures.length === 0)
    failures.push({ message: 'Expected to fail, but passed.', type: null, stack: null })
  return attempt({
    outcome,
    reason,
    durationMs: numberOf(result['duration']),
    startedAt: readTimestamp(textOf(result['startTime']) ?? ''),
    failures: failing ? failures : [],
    stdout: outputOf(result['stdout']),
    stderr: outputOf(result['stderr']),
    steps: objectsOf(result['steps']).map(stepOf),
    attachments: objectsOf(result['attachments']).map(attachmentOf),
  })
}

function judge(
  status: string,
  expected: string,
  failures: Failure[],
  annotations: JsonObject[],
): { outcome: Outcome; reason: string | null } {
  const said = (type: string) => annotations.find((annotation) => annotation['type'] === type)
  if (status === 'skipped') {
    const wanted = said('skip') ?? said('fixme')
    return wanted
      ? { outcome: 'skipped', reason: textOf(wanted['description']) ?? (wanted['type'] === 'fixme' ? 'fixme' : null) }
      : { outcome: 'notRun', reason: 'did not run: an earlier test or hook failed' }
  }
  if (expected === 'failed') {
    if (status === 'passed') return { outcome: 'failed', reason: null }
    if (status === 'failed')
      return { outcome: 'passed', reason: `failed as expected: ${textOf(said('fail')?.['description']) ?? failures[0]?.message ?? ''}` }
  }
  if (status === 'passed') return { outcome: 'passed', reason: null }
  if (status === 'interrupted') return { outcome: 'errored', reason: null }
  const check = status !== 'timedOut' && failures.some(({ type, message }) => type === 'AssertionError' || CHECK.test(message ?? ''))
  return { outcome: check ? 'failed' : 'errored', reason: null }
}

function failureOf(error: JsonObject): Failure {
  const text = wordOf(error['message']) ?? wordOf(error['value']) ?? ''
  const plain = plainText(text)
  const { message, type } = errorOf(plain)
  const stack = wordOf(error['stack']) ?? (plain.includes('\n') ? text : null)
  return { message: message === null ? null : withoutSnippet(message), type, stack }
}

function outputOf(value: JsonValue | undefined): string | null {
  const pieces = listOf(value).map((piece) => (isObject(piece) ? (wordOf(piece['text']) ?? '') : (wordOf(piece) ?? '')))
  return pieces.length > 0 ? pieces.join('') : null
}

const stepOf = (step: JsonObject): TestStep => ({
  keyword: null,
  text: wordOf(step['title']) ?? '',
  outcome: isObject(step['error']) ? 'failed' : 'passed',
  durationMs: numberOf(step['duration']),
  message: isObject(step['error']) ? failureOf(step['error']).message : null,
  steps: objectsOf(step['steps']).map(stepOf),
})

function attachmentOf(attachment: JsonObject): AttachmentRef {
  const body = textOf(attachment['body'])
  return {
    name: wordOf(attachment['name']) ?? 'attachment',
    mediaType: textOf(attachment['contentType']),
    path: textOf(attachment['path']),
    content: body === null ? null : { text: body, encoding: 'base64' },
  }
}
