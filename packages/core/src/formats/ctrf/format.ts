import { type Outcome, OUTCOMES as OUTCOME_WORDS } from '../../results/outcome.js'
import { attempt } from '../collector.js'
import { type JsonContext, jsonFormat, type JsonVocabulary } from '../json/format.js'
import { isObject, listOf, numberOf, objectOf, objectsOf, textOf, textsOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { EXPORT_NAME } from '../write/junit.js'
import type { AttachmentRef, Attempt, Place, Property, TestStep } from '../result.js'
import { isMochaHook } from '../mocha/hook-name.js'

/** Common Test Report Format, as its schema has it (ctrf.io, 0.0.0), read leniently: reporters break it in small ways. */
export const ctrf = jsonFormat({
  id: 'ctrf',
  recognises: (keys) => keys.root === 'object' && (keys.has('results.tests') || (keys.has('reportFormat') && keys.has('results'))),
  open: (context) => new Ctrf(context),
})

const OUTCOMES: Record<string, Outcome> = { passed: 'passed', failed: 'failed', skipped: 'skipped', pending: 'skipped', other: 'errored' }
/** What the runner itself called it, where the five words of the format are too few. */
const RAW_OUTCOMES: Record<string, Outcome> = {
  todo: 'skipped',
  disabled: 'skipped',
  error: 'errored',
  broken: 'errored',
  blocked: 'blocked',
}

/** What our own export keeps in `extra`. */
const OWN_EXTRA = new Set(['classname', 'profile', 'noDuration'])

class Ctrf implements JsonVocabulary {
  readonly items = [['results', 'tests', '*']]
  private tool: string | null = null

  constructor(private readonly context: JsonContext) {}

  value(path: string, value: JsonValue, place: Place): void {
    if (path === 'results.tool') this.tool = textOf(objectOf(value)['name'])
    else if (path === 'results.summary') this.context.results.sawTime(epoch(objectOf(value)['start']))
    else if (path === 'results.tests.*' && isObject(value)) this.test(value, place)
  }

  private test(test: JsonObject, place: Place): void {
    const last = this.attemptOf(test, place)
    const earlier = objectsOf(test['retryAttempts']).map((retry) => this.attemptOf(retry, place))
    // the last of the tries may be the test itself
    if (earlier.length > 0 && earlier.length > (numberOf(test['retries']) ?? earlier.length)) earlier.pop()
    if (earlier.length === 0 && test['flaky'] === true && last.outcome === 'passed') earlier.push(attempt({ outcome: 'failed' }))
    const name = wordOf(test['name']) ?? ''
    const sourceFile = textOf(test['filePath'])
    const ours = this.tool === EXPORT_NAME
    const own = ours ? textsOf(test['suite']) : suitesOf(test['suite'], name)
    const extra = objectOf(test['extra'])
    const around = `${own.join(' > ')} > `
    const { suites, profile } = placed(own, this.tool, sourceFile)
    if (isMochaHook(name) && last.failures.length > 0) {
      const [failure] = last.failures
      this.context.results.fault({ code: 'hook', subject: name, message: failure?.message ?? null, stack: failure?.stack ?? null, place })
      return
    }
    this.context.results.add({
      name: !ours && own.length > 0 && name.startsWith(around) ? name.slice(around.length) : name,
      suites,
      sourceFile,
      profile: (ours ? textOf(extra['profile']) : profileOf(test)) ?? profile,
      classname: ours ? textOf(extra['classname']) : null,
      attempts: [...earlier, last],
      properties: propertiesOf(test),
      place,
    })
  }

  private attemptOf(test: JsonObject, place: Place): Attempt {
    const message = textOf(test['message'])
    const trace = textOf(test['trace'])
    const outcome = this.outcomeOf(test, place)
    const failing = outcome === 'failed' || outcome === 'errored'
    return attempt({
      outcome,
      durationMs: this.durationOf(test, place),
      startedAt: epoch(test['start']),
      failures: failing && (message ?? trace) !== null ? [{ message, type: null, stack: trace }] : [],
      reason: failing ? null : message,
      stdout: linesOf(test['stdout']),
      stderr: linesOf(test['stderr']),
      steps: objectsOf(test['steps']).map(stepOf),
      attachments: objectsOf(test['attachments']).map(attachmentOf),
    })
  }

  private outcomeOf(test: JsonObject, place: Place): Outcome {
    const status = wordOf(test['status']) ?? ''
    const known = OUTCOMES[status.toLowerCase()]
    const raw = RAW_OUTCOMES[(textOf(test['rawStatus']) ?? '').toLowerCase()]
    if (this.tool === EXPORT_NAME) {
      const own = OUTCOME_WORDS.find((outcome) => outcome === (test['rawStatus'] ?? objectOf(test['extra'])['rawStatus']))
      if (own) return own === 'recovered' ? 'passed' : own
    }
    if (known === 'errored') return raw ?? known
    if (known) return known
    this.context.warnings.add(
      'status',
      `“${wordOf(test['name']) ?? ''}” has status “${status}”, which is not known; it counts as errored`,
      place,
    )
    return 'errored'
  }

  private durationOf(test: JsonObject, place: Place): number | null {
    const value = test['duration']
    if (objectOf(test['extra'])['noDuration'] === 'true') return null
    const ms = numberOf(value)
    if (ms !== null && ms >= 0) return ms
    if (value !== undefined)
      this.context.warnings.add('duration', `Duration “${wordOf(value) ?? ''}” can't be read; it counts as unknown`, place)
    return null
  }

  finish() {
    return { framework: this.tool }
  }
}

/** Milliseconds since the epoch; seconds where a reporter wrote those. */
function epoch(value: JsonValue | undefined): number | null {
  const number = numberOf(value)
  if (number === null || number <= 0) return null
  return number < 1e11 ? number * 1000 : number
}

/** A list, as the schema has it, or a text of names joined by ` > `, some with the name of the test at its end. */
function suitesOf(suite: JsonValue | undefined, name: string): string[] {
  const suites = typeof suite === 'string' ? suite.split(' > ') : textsOf(suite)
  // the name is the last of them, or all of them
  if (suites.at(-1) === name || (name.includes(' > ') && suites.join(' > ') === name)) return suites.slice(0, -1)
  return suites.includes('') ? suites.filter((part) => part !== '') : suites
}

/** What the runner's own reporters have in front: Playwright's names its project there, and Vitest's leaves out the file. */
function placed(suites: string[], tool: string | null, file: string | null): { suites: string[]; profile: string | null } {
  if (tool === 'playwright' && suites.length > 1 && file?.endsWith(suites[1] ?? ''))
    return { suites: suites.slice(1), profile: suites[0] ?? null }
  return { suites: tool === 'vitest' && file !== null ? [file, ...suites] : suites, profile: null }
}

function profileOf(test: JsonObject): string | null {
  return [textOf(test['browser']), textOf(test['device'])].filter((part) => part !== null && part !== '').join(', ') || null
}

function propertiesOf(test: JsonObject): Property[] {
  const properties = textsOf(test['tags']).map((value) => ({ name: 'tag', value }))
  for (const part of [test['labels'], test['parameters'], test['extra']]) {
    if (!isObject(part)) continue
    for (const name in part) {
      const value = part[name]
      const word = wordOf(value) ?? (Array.isArray(value) ? textsOf(value).join(', ') : null)
      if (word !== null && word !== '' && !OWN_EXTRA.has(name)) properties.push({ name, value: word })
    }
  }
  for (const annotation of objectsOf(objectOf(test['extra'])['annotations']))
    properties.push({ name: wordOf(annotation['type']) ?? 'annotation', value: wordOf(annotation['description']) ?? '' })
  return properties
}

const linesOf = (value: JsonValue | undefined): string | null =>
  typeof value === 'string' ? value : listOf(value).length > 0 ? textsOf(value).join('\n') : null

const stepOf = (step: JsonObject): TestStep => ({
  keyword: null,
  text: wordOf(step['name']) ?? '',
  outcome: OUTCOMES[(textOf(step['status']) ?? '').toLowerCase()] ?? 'notRun',
  durationMs: null,
  message: null,
  steps: [],
})

const attachmentOf = (attachment: JsonObject): AttachmentRef => ({
  name: wordOf(attachment['name']) ?? 'attachment',
  mediaType: textOf(attachment['contentType']),
  path: textOf(attachment['path']),
  content: null,
})
