import type { Outcome } from '../../results/outcome.js'
import { attempt, ResultCollector } from '../collector.js'
import { secondsToMs } from '../duration.js'
import type { Failure, FileFindings, Property } from '../result.js'
import { readTimestamp } from '../timestamp.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'
import { isMochaHook } from '../mocha/hook-name.js'

/** xUnit.net's v2 result file and what its v3 adds, after the published description of the format (xunit.net, "Format: XML, v2+"). */
export const xunitXml = xmlFormat('xunit2-xml', ['assemblies', 'assembly'], (context) => new XUnit(context))

/** What Mocha's reporter for this format calls the assembly, if nobody says otherwise (mocha-xunit-reporter 2.3). */
const MOCHA = 'Mocha Tests'

const OUTCOMES: Record<string, Outcome> = { Pass: 'passed', Fail: 'failed', Skip: 'skipped', NotRun: 'notRun' }

interface Test {
  element: RawElement
  failure: Failure | null
  reason: string | null
  output: string | null
  properties: Property[]
}

class XUnit implements Vocabulary {
  private readonly results: ResultCollector
  private assembly: string | null = null
  private collection: string | null = null
  private test: Test | null = null
  private error: { element: RawElement; failure: Failure | null } | null = null
  private failure: Failure | null = null
  /** A test told its class, as only xUnit.net's own tests do. */
  private ownRunner = false

  constructor(private readonly context: XmlContext) {
    this.results = new ResultCollector('xunit2-xml', context.sink, context.warnings)
  }

  open(element: RawElement): void {
    const { attributes } = element
    switch (element.name) {
      case 'assembly':
        this.assembly = fileName(attributes.get('name') ?? '')
        return this.results.sawTime(
          readTimestamp(attributes.get('start-rtf') ?? `${attributes.get('run-date') ?? ''}T${attributes.get('run-time') ?? ''}`),
        )
      case 'collection':
        this.collection = attributes.get('name') ?? null
        return
      case 'test':
        this.test = { element, failure: null, reason: null, output: null, properties: [] }
        return
      case 'error':
        this.error = { element, failure: null }
        return
      case 'failure':
        this.failure = { message: null, type: attributes.get('exception-type') ?? null, stack: null }
        return
      case 'trait': {
        const name = attributes.get('name') ?? ''
        this.test?.properties.push({ name: name === 'Category' ? 'tag' : name, value: attributes.get('value') ?? '' })
      }
    }
  }

  close(name: string, text: string): void {
    const { test, failure, error } = this
    if (name === 'message' && failure) failure.message = text.trim()
    else if (name === 'stack-trace' && failure) failure.stack = text.trim()
    else if (name === 'failure') {
      if (test) test.failure = failure
      else if (error) error.failure = failure
      this.failure = null
    } else if (name === 'error' && error) {
      this.error = null
      this.outside(error.element, error.failure)
    } else if (name === 'reason' && test) test.reason = text.trim()
    else if (name === 'output' && test) test.output = text
    else if (name === 'test' && test) {
      this.test = null
      this.give(test)
    }
  }

  /** What went wrong outside any test: clean-ups, and what stopped the runner. */
  private outside({ attributes, place }: RawElement, failure: Failure | null): void {
    const type = attributes.get('type') ?? 'error'
    const code = type === 'fatal' ? 'crash' : 'hook'
    this.results.fault({
      code,
      subject: [type, attributes.get('name')].filter(Boolean).join(' '),
      message: failure?.message ?? failure?.type ?? null,
      stack: failure?.stack ?? null,
      place,
    })
  }

  private give({ element, failure, reason, output, properties }: Test): void {
    const { attributes, place } = element
    const result = attributes.get('result') ?? ''
    const type = attributes.get('type') ?? null
    const displayed = attributes.get('name') ?? attributes.get('method') ?? ''
    const known = OUTCOMES[result]
    if (!known)
      this.context.warnings.add('status', `“${displayed}” has result “${result}”, which is not known; it counts as errored`, place)
    const outcome = known ?? 'errored'
    const failing = outcome === 'failed' || outcome === 'errored'
    const time = attributes.get('time')
    if (failing && isMochaHook(displayed)) {
      const { message = null, stack = null } = failure ?? {}
      return this.results.fault({ code: 'hook', subject: displayed, message, stack, place })
    }
    this.ownRunner ||= type !== null
    this.results.add({
      // the name is shown with its class, which stands beside it
      name: type && displayed.startsWith(`${type}.`) ? displayed.slice(type.length + 1) : displayed,
      suites: type === null ? this.suitesBeside(displayed) : words(this.assembly, this.collection),
      classname: type,
      sourceFile: attributes.get('source-file') ?? null,
      attempts: [
        attempt({
          outcome,
          reason: failing ? null : reason,
          durationMs: time === undefined ? null : secondsToMs(time),
          startedAt: readTimestamp(attributes.get('start-rtf') ?? ''),
          failures: failing ? [failure ?? { message: reason, type: null, stack: null }] : [],
          stdout: output,
        }),
      ],
      properties,
      place,
    })
  }

  /** xUnit.net tells a test by its class; reporters of other runners that write its format tell a name, mostly with the names around it. */
  private suitesBeside(displayed: string): string[] {
    return this.collection !== null && displayed.includes(this.collection) ? [] : words(this.collection)
  }

  finish(): FileFindings {
    return this.results.finish(this.runner())
  }

  private runner(): string | null {
    if (this.ownRunner || this.results.count === 0) return 'xunit'
    return this.assembly === MOCHA ? 'mocha' : null
  }
}

const words = (...names: (string | null)[]): string[] => names.filter((name): name is string => name !== null && name !== '')

/** The name of an assembly is the whole path of its file, which differs from machine to machine. */
const fileName = (path: string) => path.split(/[\\/]/).at(-1) || null
