import type { Outcome } from '../../results/outcome.js'
import { attempt, ResultCollector } from '../collector.js'
import { secondsToMs } from '../duration.js'
import type { AttachmentRef, Failure, FileFindings, Property } from '../result.js'
import { readTimestamp } from '../timestamp.js'
import type { RawElement } from '../xml/events.js'
import { type Vocabulary, type XmlContext, xmlFormat } from '../xml/reader.js'

/**
 * NUnit 3's result file, after the published description of its format (docs.nunit.org, "Test Result XML Format"); the words of
 * `label` and `site` are from memory.
 */
export const nunitXml = xmlFormat('nunit3-xml', ['test-run'], (context) => new NUnit(context))

const OUTCOMES: Record<string, Outcome> = {
  Passed: 'passed',
  Failed: 'failed',
  Skipped: 'skipped',
  Inconclusive: 'skipped',
  Warning: 'passed',
}
/** Labels of a failed test that could not judge. */
const ERRORS = new Set(['Error', 'Invalid', 'Cancelled', 'NotRunnable', 'Timeout'])

/** What a suite and a test case share: both can fail, and say why. */
interface Node {
  element: RawElement
  failure: Failure | null
  reason: string | null
  output: string | null
  properties: Property[]
  attachments: AttachmentRef[]
}

class NUnit implements Vocabulary {
  private readonly results: ResultCollector
  private readonly open_: Node[] = []
  private inside: 'failure' | 'reason' | null = null
  /** An `<assertion>` repeats what `<failure>` says, of each of several checks. */
  private inAssertion = false
  private assertions: Failure[] = []
  private assertion: Failure | null = null
  private attachment: { path: string; description: string } | null = null

  constructor(private readonly context: XmlContext) {
    this.results = new ResultCollector('nunit3-xml', context.sink, context.warnings)
  }

  open(element: RawElement): void {
    const { attributes } = element
    const node = this.open_.at(-1)
    if (element.name === 'test-run') this.results.sawTime(readTimestamp(attributes.get('start-time') ?? ''))
    else if (element.name === 'test-suite' || element.name === 'test-case') {
      this.open_.push({ element, failure: null, reason: null, output: null, properties: [], attachments: [] })
      if (element.name === 'test-case') this.assertions = []
    } else if (element.name === 'failure' || element.name === 'reason') this.inside = element.name
    else if (element.name === 'assertion') {
      this.inAssertion = true
      this.assertion = { message: null, type: attributes.get('result') ?? null, stack: null }
    } else if (element.name === 'property' && node) node.properties.push(propertyOf(element))
    else if (element.name === 'attachment') this.attachment = { path: '', description: '' }
  }

  close(name: string, text: string): void {
    const node = this.open_.at(-1)
    if (!node) return
    if (name === 'message') this.message(node, text)
    else if (name === 'stack-trace') this.stack(node, text)
    else if (name === 'failure' || name === 'reason') this.inside = null
    else if (name === 'assertion') {
      if (this.assertion && this.assertion.type !== 'Passed') this.assertions.push({ ...this.assertion, type: null })
      this.inAssertion = false
    } else if (name === 'output') node.output = text
    else if (name === 'filePath' && this.attachment) this.attachment.path = text.trim()
    else if (name === 'description' && this.attachment) this.attachment.description = text.trim()
    else if (name === 'attachment' && this.attachment) {
      const { path, description } = this.attachment
      node.attachments.push({ name: description || path.split(/[\\/]/).at(-1) || 'attachment', mediaType: null, path, content: null })
      this.attachment = null
    } else if (name === 'test-case') this.testCase(node)
    else if (name === 'test-suite') this.suite(node)
  }

  private message(node: Node, text: string): void {
    if (this.inAssertion && this.assertion) this.assertion.message = text.trim()
    else if (this.inside === 'failure') node.failure = { message: text.trim(), type: null, stack: node.failure?.stack ?? null }
    else if (this.inside === 'reason') node.reason = text.trim()
  }

  private stack(node: Node, text: string): void {
    if (this.inAssertion && this.assertion) this.assertion.stack = text.trim()
    else if (this.inside === 'failure') node.failure = { message: node.failure?.message ?? null, type: null, stack: text.trim() }
  }

  private testCase(node: Node): void {
    this.open_.pop()
    const { attributes, place } = node.element
    const name = attributes.get('name') ?? attributes.get('fullname') ?? ''
    const { outcome, reason } = this.judge(node, name)
    const failing = outcome === 'failed' || outcome === 'errored'
    const several = this.assertions.length > 1 ? this.assertions : []
    const failures = failing ? (several.length > 0 ? several : [node.failure ?? { message: node.reason, type: null, stack: null }]) : []
    const seconds = attributes.get('duration') ?? attributes.get('time')
    this.results.add({
      name,
      suites: this.open_.map(({ element }) => element.attributes.get('name') ?? '').filter((suite) => suite !== ''),
      classname: attributes.get('classname') ?? this.fixture(),
      attempts: [
        attempt({
          outcome,
          reason,
          failures,
          durationMs: seconds === undefined ? null : secondsToMs(seconds),
          startedAt: readTimestamp((attributes.get('start-time') ?? '').replace(' ', 'T').replace(/Z?$/, 'Z')),
          stdout: node.output,
          attachments: node.attachments,
        }),
      ],
      properties: node.properties.concat(this.open_.flatMap(({ properties }) => properties.filter(({ name: key }) => key === 'tag'))),
      place,
    })
  }

  private fixture(): string | null {
    const fixture = this.open_.findLast(({ element }) => /Fixture$/.test(element.attributes.get('type') ?? ''))
    return fixture?.element.attributes.get('fullname') ?? null
  }

  private judge({ element, reason, failure }: Node, name: string): { outcome: Outcome; reason: string | null } {
    const result = element.attributes.get('result') ?? ''
    const label = element.attributes.get('label') ?? ''
    const known = OUTCOMES[result]
    if (!known) {
      this.context.warnings.add('status', `“${name}” has result “${result}”, which is not known; it counts as errored`, element.place)
      return { outcome: 'errored', reason }
    }
    if (result === 'Inconclusive') return { outcome: 'skipped', reason: `inconclusive${reason ? `: ${reason}` : ''}` }
    if (result === 'Warning') return { outcome: 'passed', reason: reason ?? failure?.message ?? null }
    if (known !== 'failed') return { outcome: known, reason: known === 'skipped' ? reason : null }
    // the set-up of its fixture failed: it never had its turn
    if (element.attributes.get('site') === 'Parent') return { outcome: 'blocked', reason: failure?.message ?? reason }
    const hook = /^(SetUp|TearDown)$/.test(element.attributes.get('site') ?? '')
    return { outcome: hook || ERRORS.has(label) ? 'errored' : 'failed', reason: null }
  }

  /** A suite that failed of itself, not because of what is in it: its set-up or tear-down, or an assembly that did not load. */
  private suite({ element, failure, reason }: Node): void {
    this.open_.pop()
    const { attributes, place } = element
    if (attributes.get('result') !== 'Failed') return
    const site = attributes.get('site') ?? 'Test'
    const unrunnable = attributes.get('runstate') === 'NotRunnable' || attributes.get('label') === 'Invalid'
    if (site === 'Child' || site === 'Parent' || (!unrunnable && !/^(SetUp|TearDown)$/.test(site))) return
    const subject = attributes.get('fullname') ?? attributes.get('name') ?? 'a suite'
    this.results.fault({
      code: unrunnable ? 'load' : 'hook',
      subject,
      message: failure?.message ?? reason,
      stack: failure?.stack ?? null,
      place,
    })
  }

  finish(): FileFindings {
    return this.results.finish('nunit')
  }
}

function propertyOf({ attributes }: RawElement): Property {
  const name = attributes.get('name') ?? ''
  return { name: name === 'Category' ? 'tag' : name, value: attributes.get('value') ?? '' }
}
