import { attempt } from '../collector.js'
import { errorOf } from '../js-error.js'
import { type JsonContext, jsonFormat, type JsonVocabulary } from '../json/format.js'
import { isObject, listOf, numberOf, objectOf, objectsOf, textOf, wordOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import type { AttachmentRef, Place } from '../result.js'
import { readTimestamp } from '../timestamp.js'
import { type CucumberStep, judgeSteps, plainStep, stepOutcome } from './outcome.js'

/** The older JSON report of Cucumber and of many that write like it: a list of features with their scenarios. */
export const cucumberJson = jsonFormat({
  id: 'cucumber-json',
  recognises: (keys) => keys.root === 'array' && keys.has('elements') && (keys.has('uri') || keys.has('keyword') || keys.has('name')),
  open: (context) => new CucumberJson(context),
})

class CucumberJson implements JsonVocabulary {
  readonly items = [['*']]

  constructor(private readonly context: JsonContext) {}

  value(path: string, value: JsonValue, place: Place): void {
    if (path !== '*' || !isObject(value)) return
    let background: JsonObject[] = []
    for (const element of objectsOf(value['elements'])) {
      // older reports write the steps of a background before each scenario
      if (textOf(element['type']) === 'background' || (element['keyword'] === 'Background' && !('id' in element)))
        background = objectsOf(element['steps'])
      else {
        this.scenario(value, element, background, place)
        background = []
      }
    }
  }

  private scenario(feature: JsonObject, scenario: JsonObject, background: JsonObject[], place: Place): void {
    const hooks = (name: string) =>
      objectsOf(scenario[name]).map((hook): JsonObject => ({ ...hook, keyword: name === 'before' ? 'Before' : 'After', hidden: true }))
    const raw = [...hooks('before'), ...background, ...objectsOf(scenario['steps']), ...hooks('after')]
    const steps = raw.map((step) => this.step(step, place))
    const durations = steps.map((step) => step.durationMs)
    const tags = [...objectsOf(feature['tags']), ...objectsOf(scenario['tags'])].map((tag) => wordOf(tag['name'])?.replace(/^@/, '') ?? '')
    const name = wordOf(scenario['name']) ?? ''
    this.context.results.add({
      name,
      suites: [wordOf(feature['name']) ?? ''],
      sourceFile: textOf(feature['uri']),
      attempts: [
        attempt({
          ...judgeSteps(steps),
          durationMs: durations.every((ms) => ms === null) ? null : durations.reduce((sum: number, ms) => sum + (ms ?? 0), 0),
          startedAt: readTimestamp(textOf(scenario['start_timestamp']) ?? ''),
          stdout: outputOf(raw),
          steps: steps.filter((step) => !step.hook || step.outcome !== 'passed').map(plainStep),
          attachments: raw.flatMap((step) => objectsOf(step['embeddings']).map(embedding)),
        }),
      ],
      properties: [...new Set(tags)].filter((value) => value !== '').map((value) => ({ name: 'tag', value })),
      place,
    })
  }

  private step(step: JsonObject, place: Place): CucumberStep {
    const result = objectOf(step['result'])
    const status = wordOf(result['status']) ?? ''
    const outcome = stepOutcome(status)
    if (!outcome) this.context.warnings.add('status', `A step has status “${status}”, which is not known; it counts as errored`, place)
    const error = textOf(result['error_message'])
    const nanoseconds = numberOf(result['duration'])
    return {
      keyword: wordOf(step['keyword'])?.trim() || null,
      text: wordOf(step['name']) ?? (step['hidden'] === true ? (wordOf(objectOf(step['match'])['location']) ?? '') : ''),
      outcome: outcome ?? 'errored',
      status: outcome ? status : 'unknown',
      hook: step['hidden'] === true || /^(?:before|after)/i.test(wordOf(step['keyword']) ?? ''),
      durationMs: nanoseconds === null ? null : nanoseconds / 1e6,
      ...(error === null ? { message: null, type: null, stack: null } : { ...errorOf(error), stack: error }),
      steps: [],
    }
  }

  finish() {
    return { framework: 'cucumber' }
  }
}

function outputOf(steps: JsonObject[]): string | null {
  const lines = steps.flatMap((step) => listOf(step['output'])).map((line) => wordOf(line) ?? '')
  return lines.length > 0 ? lines.join('\n') : null
}

const embedding = (part: JsonObject, i: number): AttachmentRef => ({
  name: wordOf(part['name']) ?? `embedding ${i + 1}`,
  mediaType: textOf(part['mime_type']) ?? textOf(objectOf(part['media'])['type']),
  path: null,
  content: { text: wordOf(part['data']) ?? '', encoding: 'base64' },
})
