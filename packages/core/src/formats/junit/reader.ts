import { Refusal, type FileFindings, type Property, type ResultSink } from '../result.js'
import type { WarningLog } from '../warnings.js'
import type { RawElement } from '../xml/events.js'
import type { Vocabulary } from '../xml/reader.js'
import { FileAssembly } from './assembly.js'
import type { RawCase, RawOutcome, RawOutcomeKind, RawSuite } from './raw.js'

const OUTCOME_KINDS = new Set<string>([
  'failure',
  'error',
  'skipped',
  'rerunFailure',
  'rerunError',
  'flakyFailure',
  'flakyError',
  'warning',
])
const ROOTS = new Set(['testsuites', 'testsuite'])
const SILENT = new Set([...ROOTS, 'testcase', 'properties'])

/** Follows the elements of the JUnit vocabulary by local name; elements it does not know are passed over with what is in them. */
export class JunitListener implements Vocabulary {
  readonly silent = SILENT
  private readonly assembly: FileAssembly
  private suites: readonly RawSuite[] = []
  private root: RawElement | null = null
  private test: RawCase | null = null
  private outcome: RawOutcome | null = null
  private property: Property | null = null

  constructor(
    warnings: WarningLog,
    sink: ResultSink,
    private readonly shorten: (name: string) => string,
  ) {
    this.assembly = new FileAssembly(warnings, sink)
  }

  get framework(): string | null | undefined {
    return this.assembly.framework
  }

  open(element: RawElement): void {
    if (!this.root) this.openRoot(element)
    if (this.test) this.openInTest(element, this.test)
    else if (element.name === 'testsuite') this.openSuite(element)
    else if (element.name === 'testcase') this.openTest(element)
    else if (element.name === 'error' || element.name === 'failure') this.outcome ??= rawOutcome(element)
  }

  private openRoot(element: RawElement): void {
    if (!ROOTS.has(element.name)) {
      throw new Refusal(
        'wrongRoot',
        `The root element <${element.name}> is no known result format; <testsuites> or <testsuite> is`,
        element.place,
      )
    }
    this.root = element
    this.assembly.root(element)
  }

  private openSuite(element: RawElement): void {
    const parent = this.suites.at(-1)
    if (parent) parent.suites++
    element.attributes.change('name', this.shorten)
    const name = element.attributes.get('name') ?? null
    const file = element.attributes.get('file') || element.attributes.get('filepath') || null
    const around = parent?.path ?? []
    this.suites = [...this.suites, { element, name, file, path: name ? [...around, name] : around, suites: 0, failing: 0 }]
  }

  private openTest(element: RawElement): void {
    const name = this.shorten(element.attributes.get('name') ?? '')
    const classname = this.shorten(element.attributes.get('classname') || element.attributes.get('class') || '')
    this.test = { element, name, classname, suites: this.suites, outcomes: [], properties: [], stdout: null, stderr: null }
  }

  private openInTest(element: RawElement, test: RawCase): void {
    if (element.name === 'property') {
      this.property = { name: element.attributes.get('name') ?? '', value: element.attributes.get('value') ?? '' }
    } else if (OUTCOME_KINDS.has(element.name) && !this.outcome) {
      this.outcome = rawOutcome(element)
      test.outcomes.push(this.outcome)
    }
  }

  close(name: string, text: string): void {
    if (this.property && name === 'property') this.closeProperty(text)
    else if (this.outcome) this.closeInOutcome(this.outcome, name, text)
    else if (this.test) this.closeInTest(this.test, name, text)
    else if (name === 'testsuite') {
      const suite = this.suites.at(-1)
      this.suites = this.suites.slice(0, -1)
      if (suite) this.assembly.suite(suite)
    }
  }

  private closeProperty(text: string): void {
    const property = this.property
    this.property = null
    if (!property?.name) return
    if (property.value === '') property.value = text.trim()
    this.test?.properties.push(property)
  }

  private closeInOutcome(outcome: RawOutcome, name: string, text: string): void {
    if (name === 'stackTrace') outcome.stackTrace = text
    else if (name === 'system-out') outcome.stdout = text
    else if (name === 'system-err') outcome.stderr = text
    else if (name === outcome.kind) {
      outcome.text = text
      this.outcome = null
      if (!this.test) this.assembly.outside(outcome, this.suites, this.root)
    }
  }

  private closeInTest(test: RawCase, name: string, text: string): void {
    if (name === 'system-out') test.stdout = join(test.stdout, text)
    else if (name === 'system-err') test.stderr = join(test.stderr, text)
    else if (name === 'testcase') {
      this.test = null
      this.assembly.test(test)
    }
  }

  finish(): FileFindings {
    return this.assembly.finish()
  }
}

function rawOutcome(element: RawElement): RawOutcome {
  return {
    kind: element.name as RawOutcomeKind,
    message: element.attributes.get('message') ?? null,
    type: element.attributes.get('type') || null,
    text: '',
    stackTrace: null,
    stdout: null,
    stderr: null,
    time: element.attributes.get('time') ?? null,
  }
}

const join = (before: string | null, text: string) => (before === null ? text : `${before}\n${text}`)
