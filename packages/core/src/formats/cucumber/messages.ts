import { attempt } from '../collector.js'
import { errorOf } from '../js-error.js'
import { isObject, numberOf, objectOf, objectsOf, textOf, textsOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { type LineContext, lineFormat, type LineVocabulary } from '../ndjson/format.js'
import type { AttachmentRef, Attempt, Place } from '../result.js'
import { type CucumberStep, judgeSteps, plainStep, stepOutcome } from './outcome.js'
import { type FeatureNode, readFeature } from './features.js'

/** Cucumber messages: one envelope a line, of which the first key is the kind (schema: cucumber/messages). */
export const cucumberMessages = lineFormat({
  id: 'cucumber-messages',
  recognises: (value) => isObject(value) && KINDS.has(Object.keys(value)[0] ?? ''),
  open: (context) => new CucumberMessages(context),
})

const KINDS = new Set(['meta', 'source', 'gherkinDocument', 'pickle', 'stepDefinition', 'hook', 'parameterType', 'testRunStarted', 'testCase', 'testCaseStarted', 'parseError']) // prettier-ignore

interface Pickle {
  name: string
  uri: string
  tags: string[]
  nodes: string[]
  /** Texts of its steps by their ids, with the id of the line in the feature file that each was made from. */
  steps: Map<string, { text: string; node: string }>
}

interface Case {
  pickle: Pickle
  place: Place
  steps: Map<string, { pickleStep: string | null; hook: string | null }>
  attempts: Attempt[]
}

interface Started {
  test: Case
  startedAt: number | null
  steps: CucumberStep[]
  output: string
  attachments: AttachmentRef[]
}

class CucumberMessages implements LineVocabulary {
  private readonly nodes = new Map<string, FeatureNode>()
  private readonly pickles = new Map<string, Pickle>()
  private readonly hooks = new Map<string, { name: string | null; type: string }>()
  private readonly cases = new Map<string, Case>()
  private readonly started = new Map<string, Started>()
  private finished = false

  constructor(private readonly context: LineContext) {}

  value(envelope: JsonValue, place: Place): void {
    if (!isObject(envelope)) return
    for (const [kind, value] of Object.entries(envelope)) if (isObject(value)) this.message(kind, value, place)
  }

  private message(kind: string, value: JsonObject, place: Place): void {
    switch (kind) {
      case 'gherkinDocument':
        return readFeature(objectOf(value['feature']), this.nodes)
      case 'pickle':
        return this.pickle(value)
      case 'hook':
        this.hooks.set(wordOf(value['id']) ?? '', { name: textOf(value['name']), type: textOf(value['type']) ?? '' })
        return
      case 'testCase':
        return this.testCase(value, place)
      case 'testCaseStarted':
        return this.testCaseStarted(value)
      case 'testStepFinished':
        return this.testStepFinished(value, place)
      case 'attachment':
        return this.attachment(value, place)
      case 'testCaseFinished':
        return this.testCaseFinished(value)
      case 'parseError': {
        const uri = textOf(objectOf(value['source'])['uri'])
        return this.context.results.fault({ code: 'load', subject: uri ?? 'a feature file', message: wordOf(value['message']), place })
      }
      case 'testRunHookFinished':
        return this.runHook(value, place)
      case 'testRunFinished':
        return this.runFinished(value, place)
    }
  }

  private pickle(value: JsonObject): void {
    this.pickles.set(wordOf(value['id']) ?? '', {
      name: wordOf(value['name']) ?? '',
      uri: textOf(value['uri']) ?? '',
      tags: objectsOf(value['tags']).map((tag) => wordOf(tag['name'])?.replace(/^@/, '') ?? ''),
      nodes: textsOf(value['astNodeIds']),
      steps: new Map(
        objectsOf(value['steps']).map((step) => [
          wordOf(step['id']) ?? '',
          { text: wordOf(step['text']) ?? '', node: textsOf(step['astNodeIds'])[0] ?? '' },
        ]),
      ),
    })
  }

  private testCase(value: JsonObject, place: Place): void {
    const pickle = this.pickles.get(wordOf(value['pickleId']) ?? '')
    if (!pickle) return
    const steps = objectsOf(value['testSteps']).map((step) => {
      const ids = { pickleStep: textOf(step['pickleStepId']), hook: textOf(step['hookId']) }
      return [wordOf(step['id']) ?? '', ids] as const
    })
    this.cases.set(wordOf(value['id']) ?? '', { pickle, place, steps: new Map(steps), attempts: [] })
  }

  private testCaseStarted(value: JsonObject): void {
    const test = this.cases.get(wordOf(value['testCaseId']) ?? '')
    if (!test) return
    const startedAt = moment(value['timestamp'])
    this.started.set(wordOf(value['id']) ?? '', { test, startedAt, steps: [], output: '', attachments: [] })
  }

  private testStepFinished(value: JsonObject, place: Place): void {
    const started = this.started.get(wordOf(value['testCaseStartedId']) ?? '')
    if (!started) return
    const result = objectOf(value['testStepResult'])
    const status = wordOf(result['status']) ?? ''
    const outcome = stepOutcome(status)
    if (!outcome) this.context.warnings.add('status', `A step has status “${status}”, which is not known; it counts as errored`, place)
    const exception = objectOf(result['exception'])
    const said = textOf(result['message'])
    const error = said === null ? null : errorOf(said)
    started.steps.push({
      ...this.named(started.test, wordOf(value['testStepId']) ?? ''),
      outcome: outcome ?? 'errored',
      status,
      durationMs: span(result['duration']),
      message: textOf(exception['message']) ?? error?.message ?? null,
      type: textOf(exception['type']) ?? error?.type ?? null,
      stack: textOf(exception['stackTrace']) ?? said,
      steps: [],
    })
  }

  private named({ pickle, steps }: Case, id: string): Pick<CucumberStep, 'keyword' | 'text' | 'hook'> {
    const ids = steps.get(id)
    const step = pickle.steps.get(ids?.pickleStep ?? '')
    if (step) return { keyword: this.nodes.get(step.node)?.keyword ?? null, text: step.text, hook: false }
    const hook = this.hooks.get(ids?.hook ?? '')
    return { keyword: hook?.type.startsWith('AFTER') ? 'After' : 'Before', text: hook?.name ?? 'hook', hook: true }
  }

  private attachment(value: JsonObject, place: Place): void {
    const started = this.started.get(wordOf(value['testCaseStartedId']) ?? '')
    if (!started) return
    const mediaType = textOf(value['mediaType'])
    const body = wordOf(value['body']) ?? ''
    if (mediaType === 'text/x.cucumber.log+plain') {
      started.output = this.context.results.append(started.output, `${body}\n`, place)
      return
    }
    const name = textOf(value['fileName']) ?? `attachment ${started.attachments.length + 1}`
    const encoding = value['contentEncoding'] === 'BASE64' ? 'base64' : 'utf8'
    started.attachments.push({ name, mediaType, path: textOf(value['url']), content: { text: body, encoding } })
  }

  private testCaseFinished(value: JsonObject): void {
    const id = wordOf(value['testCaseStartedId']) ?? ''
    const started = this.started.get(id)
    if (!started) return
    this.started.delete(id)
    this.keepAttempt(started, moment(value['timestamp']))
    if (value['willBeRetried'] !== true) this.give(started.test)
  }

  private keepAttempt({ test, startedAt, steps, output, attachments }: Started, endedAt: number | null): void {
    test.attempts.push(
      attempt({
        ...judgeSteps(steps),
        startedAt,
        durationMs: startedAt === null || endedAt === null ? null : endedAt - startedAt,
        stdout: output || null,
        steps: steps.filter((step) => !step.hook || step.outcome !== 'passed').map(plainStep),
        attachments,
      }),
    )
  }

  private give({ pickle, attempts, place }: Case): void {
    const nodes = pickle.nodes.map((node) => this.nodes.get(node)).filter((node) => node !== undefined)
    const [scenario] = nodes
    const suites = scenario?.path ?? [pickle.uri]
    const tags = pickle.tags.map((value) => ({ name: 'tag', value }))
    const row = nodes.at(-1)?.row ?? []
    const name = pickle.name || (scenario?.name ?? '')
    this.context.results.add({
      name,
      suites,
      sourceFile: pickle.uri,
      attempts,
      properties: [...tags, ...row],
      place,
    })
  }

  private runHook(value: JsonObject, place: Place): void {
    const result = objectOf(value['result'])
    if (wordOf(result['status']) === 'PASSED') return
    this.context.results.fault({ code: 'hook', subject: 'a hook of the run', message: textOf(result['message']), place })
  }

  private runFinished(value: JsonObject, place: Place): void {
    this.finished = true
    const error = objectOf(value['exception'])
    const message = textOf(value['message']) ?? textOf(error['message'])
    if (message !== null)
      this.context.results.fault({ code: 'hook', subject: 'the run', message, stack: textOf(error['stackTrace']), place })
  }

  finish() {
    if (!this.finished) {
      for (const started of this.started.values()) this.interrupted(started)
      const message = 'The file breaks off: no “testRunFinished” came'
      this.context.results.fault({ code: 'crash', subject: 'the run', message, place: { line: 1, column: 1 } })
    }
    return { framework: 'cucumber' }
  }

  /** A scenario that had started when the file broke off. */
  private interrupted({ test, startedAt, steps }: Started): void {
    const failures = [{ message: 'The run broke off before this scenario ended', type: null, stack: null }]
    test.attempts.push(attempt({ outcome: 'errored', startedAt, failures, steps: steps.map(plainStep) }))
    this.give(test)
  }
}

/** `{ seconds, nanos }` since the epoch, in milliseconds. */
function moment(value: JsonValue | undefined): number | null {
  return isObject(value) ? span(value) : null
}

/** A duration of `{ seconds, nanos }`, in milliseconds. */
function span(value: JsonValue | undefined): number | null {
  const seconds = numberOf(objectOf(value)['seconds'])
  return seconds === null ? null : seconds * 1000 + (numberOf(objectOf(value)['nanos']) ?? 0) / 1e6
}
