import type { Outcome } from '../../results/outcome.js'
import { detached } from '../../text/detached.js'
import { attempt, ResultCollector } from '../collector.js'
import type { Failure, FileFindings, Property } from '../result.js'
import { readTimestamp } from '../timestamp.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'

/** TestNG's own report. */
export const testngXml = xmlFormat('testng-xml', ['testng-results'], (context) => new TestNg(context))

const OUTCOMES: Record<string, Outcome> = { PASS: 'passed', FAIL: 'failed', SKIP: 'skipped', SUCCESS_PERCENTAGE_FAILURE: 'failed' }
const DEPENDS = /depends on not successfully finished/i

interface Method {
  element: RawElement
  parameters: string[]
  failure: Failure | null
  output: string[]
}

class TestNg implements Vocabulary {
  private readonly results: ResultCollector
  /** Groups by class and name of the method: they are listed apart, before the tests. */
  private readonly groups = new Map<string, string[]>()
  private group = ''
  private test = ''
  private classname = ''
  private method: Method | null = null
  private inReporterOutput = false
  private failedHook: string | null = null

  constructor(private readonly context: XmlContext) {
    this.results = new ResultCollector('testng-xml', context.sink, context.warnings, {
      repeats: 'auto',
      retriesAreSkips: true,
      unordered: true,
    })
  }

  open(element: RawElement): void {
    const { attributes } = element
    switch (element.name) {
      case 'suite':
        return this.results.sawTime(readTimestamp(attributes.get('started-at') ?? ''))
      case 'test':
        this.test = attributes.get('name') ?? ''
        return
      case 'class':
        this.classname = attributes.get('name') ?? ''
        return
      case 'group':
        this.group = detached(attributes.get('name') ?? '')
        return
      case 'method': {
        const method = detached(`${attributes.get('class') ?? ''}.${attributes.get('name') ?? ''}`)
        this.groups.set(method, [...(this.groups.get(method) ?? []), this.group])
        return
      }
      case 'test-method':
        this.method = { element, parameters: [], failure: null, output: [] }
        return
      case 'exception':
        if (this.method) this.method.failure = { message: null, type: attributes.get('class') ?? null, stack: null }
        return
      case 'reporter-output':
        this.inReporterOutput = true
        return
    }
  }

  close(name: string, text: string): void {
    const { method } = this
    if (name === 'reporter-output') this.inReporterOutput = false
    if (!method) return
    if (name === 'value') method.parameters.push(text.trim())
    else if (name === 'line' && this.inReporterOutput) method.output.push(text.trim())
    else if (name === 'message' && method.failure) method.failure.message = text.trim()
    else if ((name === 'full-stacktrace' || name === 'short-stacktrace') && method.failure) method.failure.stack ??= text.trim()
    else if (name === 'test-method') {
      this.method = null
      if (method.element.attributes.get('is-config') === 'true') this.configured(method)
      else this.tested(method)
    }
  }

  /** Set-ups and tear-downs are no tests; a failing one hides those behind it. */
  private configured({ element, failure }: Method): void {
    if (element.attributes.get('status') !== 'FAIL') return
    const subject = `${this.classname}.${element.attributes.get('name') ?? ''}`
    this.failedHook = subject
    this.results.fault({
      code: 'hook',
      subject,
      message: failure?.message || failure?.type || null,
      stack: failure?.stack ?? null,
      place: element.place,
    })
  }

  private tested({ element, parameters, failure, output }: Method): void {
    const { attributes, place } = element
    const status = attributes.get('status') ?? ''
    const name = attributes.get('name') ?? ''
    if (!(status in OUTCOMES))
      this.context.warnings.add('status', `“${name}” has status “${status}”, which is not known; it counts as errored`, place)
    const { outcome, reason } = this.judge(status, failure)
    const failing = outcome === 'failed' || outcome === 'errored'
    const failures = failing && failure ? [{ ...failure, message: failure.message || failure.type }] : []
    const duration = Number(attributes.get('duration-ms') ?? NaN)
    const startedAt = readTimestamp(attributes.get('started-at') ?? '')
    const last = attempt({
      outcome,
      reason,
      failures,
      startedAt,
      durationMs: Number.isFinite(duration) && duration >= 0 ? duration : null,
      stdout: output.length > 0 ? output.join('\n') : null,
    })
    this.results.add({
      name: parameters.length > 0 ? `${name}(${parameters.join(', ')})` : name,
      suites: [this.test],
      classname: this.classname,
      attempts: [last],
      properties: this.propertiesOf(`${this.classname}.${name}`, parameters, attributes.get('description')),
      place,
    })
  }

  private judge(status: string, failure: Failure | null): { outcome: Outcome; reason: string | null } {
    const outcome = OUTCOMES[status] ?? 'errored'
    if (outcome !== 'skipped') return { outcome, reason: null }
    const reason = failure?.message ?? null
    if (reason && DEPENDS.test(reason)) return { outcome: 'blocked', reason }
    // skipped without a word, behind a failed set-up: it never had its turn
    if (!failure && this.failedHook) return { outcome: 'notRun', reason: `did not run: ${this.failedHook} failed` }
    return { outcome, reason }
  }

  private propertiesOf(method: string, parameters: string[], description: string | undefined): Property[] {
    return [
      ...(this.groups.get(method) ?? []).map((value) => ({ name: 'tag', value })),
      ...parameters.map((value, i) => ({ name: `parameter ${i + 1}`, value })),
      ...(description ? [{ name: 'description', value: description }] : []),
    ]
  }

  finish(): FileFindings {
    return this.results.finish('testng')
  }
}
