import type { Outcome } from '../../results/outcome.js'
import { attempt, ResultCollector } from '../collector.js'
import type { FileFindings, Property, TestStep } from '../result.js'
import { readTimestamp } from '../timestamp.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'

/** Robot Framework's output file, by its published schema (robot.xsd, versions 3 to 5: with `starttime` before 7.0, `elapsed` since). */
export const robotXml = xmlFormat('robot-xml', ['robot'], (context) => new Robot(context))

const OUTCOMES: Record<string, Outcome> = { PASS: 'passed', FAIL: 'failed', SKIP: 'skipped', 'NOT RUN': 'notRun', NOT_RUN: 'notRun' }
/** Elements that are steps: keywords and control structures. */
const STEPS = new Set(['kw', 'for', 'while', 'if', 'try', 'branch', 'iter', 'return', 'break', 'continue', 'group', 'error'])
const NOT_REACHED = /^Parent suite setup failed/

interface Suite {
  name: string
  source: string | null
}

interface Test {
  element: RawElement
  properties: Property[]
  output: string
  reached: TestStep[]
}

interface OpenStep {
  element: RawElement
  done: TestStep
}

class Robot implements Vocabulary {
  private readonly results: ResultCollector
  private readonly suites: Suite[] = []
  private readonly steps: OpenStep[] = []
  private test: Test | null = null
  /** Attributes of the newest `<status>`; its text comes at its close, its owner after it. */
  private status: RawElement | null = null
  private statusText = ''
  private message: RawElement | null = null

  constructor(private readonly context: XmlContext) {
    this.results = new ResultCollector('robot-xml', context.sink, context.warnings)
  }

  open(element: RawElement): void {
    const { attributes, name } = element
    if (name === 'suite')
      this.suites.push({ name: attributes.get('name') ?? '', source: attributes.get('source') ?? this.suites.at(-1)?.source ?? null })
    else if (name === 'test') this.test = { element, properties: [], output: '', reached: [] }
    else if (STEPS.has(name)) this.steps.push(openStep(element))
    else if (name === 'status') this.status = element
    else if (name === 'msg') this.message = element
  }

  close(name: string, text: string): void {
    if (name === 'status') this.statusText = text.trim()
    else if (name === 'msg') this.closeMessage(text)
    else if (name === 'tag' && this.test && this.steps.length === 0) this.test.properties.push({ name: 'tag', value: text.trim() })
    else if (name === 'arg') this.closeArgument(text)
    else if (STEPS.has(name)) this.closeStep()
    else if (name === 'test') this.closeTest()
    else if (name === 'suite') this.suites.pop()
  }

  private closeMessage(text: string): void {
    const level = this.message?.attributes.get('level')
    const place = this.message?.place
    this.message = null
    if (this.test && place && text !== '')
      this.test.output = this.results.append(this.test.output, `${level === 'INFO' ? '' : `${level ?? ''} `}${text}\n`, place)
  }

  private closeArgument(text: string): void {
    const step = this.steps.at(-1)?.done
    if (step) step.text = `${step.text}  ${text}`.trim()
  }

  private closeStep(): void {
    const step = this.steps.pop()
    if (!step) return
    const { element, done } = step
    done.outcome = this.judged(element)
    done.durationMs = this.duration()
    if (done.outcome === 'failed') done.message = this.statusText || null
    this.statusText = ''
    const parent = this.steps.at(-1)
    if (parent) parent.done.steps.push(done)
    else if (this.test) this.test.reached.push(done)
    else if (done.outcome === 'failed') this.suiteHook(done, element)
  }

  /** A keyword directly in a suite is its set-up or tear-down. */
  private suiteHook(step: TestStep, { place }: RawElement): void {
    const subject = `${this.suites.map((suite) => suite.name).join(' › ')}: ${step.keyword ?? ''} ${step.text}`
    this.results.fault({ code: 'hook', subject, message: step.message ?? innermost(step)?.message ?? null, place })
  }

  private judged(element: RawElement): Outcome {
    const word = this.status?.attributes.get('status') ?? ''
    const known = OUTCOMES[word]
    if (!known)
      this.context.warnings.add(
        'status',
        `“${element.attributes.get('name') ?? ''}” has status “${word}”, which is not known; it counts as errored`,
        element.place,
      )
    return known ?? 'errored'
  }

  /** How long what closes took, and when it began. */
  private timed(): { durationMs: number | null; startedAt: number | null } {
    const attributes = this.status?.attributes
    const startedAt = time(attributes?.get('start') ?? attributes?.get('starttime'))
    return { durationMs: this.duration(startedAt), startedAt }
  }

  private duration(startedAt?: number | null): number | null {
    const attributes = this.status?.attributes
    const seconds = Number(attributes?.get('elapsed') ?? NaN)
    if (Number.isFinite(seconds)) return seconds * 1000
    const started = startedAt === undefined ? time(attributes?.get('starttime')) : startedAt
    const ended = time(attributes?.get('endtime'))
    return started !== null && ended !== null ? ended - started : null
  }

  private closeTest(): void {
    const { test } = this
    this.test = null
    if (!test) return
    const { attributes, place } = test.element
    const judged = this.judged(test.element)
    const { durationMs, startedAt } = this.timed()
    const message = this.statusText || null
    this.statusText = ''
    const notReached = judged === 'failed' && message !== null && NOT_REACHED.test(message)
    const setup = test.reached.find((step) => step.keyword === 'setup' && step.outcome === 'failed')
    const outcome = notReached ? 'blocked' : judged === 'failed' && setup ? 'errored' : judged
    const failing = outcome === 'failed' || outcome === 'errored'
    const suite = this.suites.at(-1)
    this.results.add({
      name: attributes.get('name') ?? '',
      suites: this.suites.map(({ name }) => name),
      classname: this.suites.map(({ name }) => name).join('.') || null,
      sourceFile: suite?.source ?? null,
      attempts: [
        attempt({
          outcome,
          durationMs,
          startedAt,
          failures: failing ? [{ message, type: null, stack: null }] : [],
          reason: failing ? null : message,
          stdout: test.output || null,
          steps: test.reached,
        }),
      ],
      properties: test.properties,
      place,
    })
  }

  finish(): FileFindings {
    return this.results.finish('robot')
  }
}

function openStep(element: RawElement): OpenStep {
  const { attributes, name } = element
  const type = (attributes.get('type') ?? '').toLowerCase()
  const keyword = name !== 'kw' ? (type || name).toUpperCase() : type === 'setup' || type === 'teardown' ? type : null
  const done: TestStep = { keyword, text: attributes.get('name') ?? '', outcome: 'passed', durationMs: null, message: null, steps: [] }
  return { element, done }
}

const innermost = (step: TestStep): TestStep | undefined =>
  step.steps.map((inner) => innermost(inner) ?? inner).find((inner) => inner.message !== null)

/** `20261123 11:29:34.120` before 7.0, ISO since; in the zone of the machine, which the file does not say. */
function time(text: string | undefined): number | null {
  if (!text || text === 'N/A') return null
  return readTimestamp(text.replace(/^(\d{4})(\d\d)(\d\d) /, '$1-$2-$3T'))
}
