import { declaredKeys } from '../../identity/declared-keys.js'
import { stableText } from '../../identity/stable-text.js'
import { isFailing, type Outcome } from '../../results/outcome.js'
import { outcomeOfAttempts } from '../../results/outcome-of-attempts.js'
import { FaultLog } from '../fault-log.js'
import type { FaultCode, FileFindings, Place, ResultSink, Settlement, TestResult, WarningCode } from '../result.js'
import { joinAttempts } from '../settlement.js'
import { isSameTest, RepeatFinder } from '../repeats.js'
import { readTimestamp } from '../timestamp.js'
import type { WarningLog } from '../warnings.js'
import { OUTCOME_PROPERTY, PROFILE_PROPERTY } from '../write/junit.js'
import type { RawElement } from '../xml/events.js'
import { dialectOf, isRspec, type KnownDialect } from './dialects.js'
import { pseudoTest } from './pseudo-tests.js'
import type { RawCase, RawOutcome, RawSuite } from './raw.js'
import { failureOf, settleCase, type Settled } from './settle.js'
import { SuiteHooks } from './suite-hooks.js'

/** Turns finished test cases into results and faults, and at the end checks what only the whole file can tell. */
export class FileAssembly {
  private rootElement: RawElement | null = null
  private dialect: KnownDialect | null = null
  private readonly repeats = new RepeatFinder()
  private readonly hooks = new SuiteHooks()
  private readonly dropped: number[] = []
  private readonly reasons: Settlement['reasons'] = []
  /** The newest result, until the next one shows that it was not tried again. */
  private held: TestResult | null = null
  private given = 0
  private classFile: { classname: string; file: string | null } = { classname: '', file: null }
  private readonly faults = new FaultLog()
  private failing = 0
  private startedAt: number | null = null

  constructor(
    private readonly warnings: WarningLog,
    private readonly sink: ResultSink,
  ) {}

  root(element: RawElement): void {
    this.rootElement = element
  }

  /** Told by the first test. */
  get framework(): string | null | undefined {
    return this.dialect?.framework
  }

  test(test: RawCase): void {
    this.dialect ??= dialectOf(this.rootElement ?? test.element, test)
    if (test.outcomes.length > 0) this.countFailing(test)
    const settled = settleCase(test, this.timestamp(test.element))
    const outcome = outcomeOfAttempts(settled.attempts)
    const pseudo = pseudoTest(test, this.dialect, isFailing(outcome))
    if (pseudo) {
      if (isFailing(outcome)) this.faultOf(test, pseudo)
      return
    }
    if (settled.doubts.length > 0) this.doubt(settled, test)
    this.take(this.resultOf(test, settled, outcome, this.dialect), this.dialect)
  }

  private countFailing({ outcomes, suites }: RawCase): void {
    const said = outcomes.filter((raw) => raw.kind !== 'skipped').length
    this.failing += said
    for (const suite of suites) suite.failing += said
  }

  /** Gives a result out once the next one has come: a second try mostly follows at once, and a tear-down always. */
  private take(result: TestResult, dialect: KnownDialect): void {
    if (this.held && dialect.repeats === 'attempts' && isSameTest(this.held, result)) this.held = this.joined(this.held, result, dialect)
    else {
      this.release()
      this.held = result
    }
  }

  private joined(first: TestResult, later: TestResult, dialect: KnownDialect): TestResult {
    const last = first.attempts.at(-1)
    if (!dialect.teardownRepeats || later.outcome !== 'errored' || last?.outcome !== 'failed') return joinAttempts(first, [later])
    last.failures.push(...later.attempts.flatMap((attempt) => attempt.failures))
    this.warnings.add('mergedTeardown', `“${first.name}” failed, and its tear-down too; they are one result`, later.place)
    return { ...first, durationMs: later.durationMs, keys: [...new Set([...first.keys, ...later.keys])] }
  }

  private release(): void {
    if (!this.held) return
    this.repeats.add(this.given, this.held)
    if (this.dialect?.framework === 'vitest') this.hooks.add(this.given, this.held)
    this.given++
    this.sink(this.held)
    this.held = null
  }

  /** Vitest writes a suite for each file, so that its end tells which of its failing tests were hooks. */
  private settleHooks(): void {
    if (this.dialect?.framework !== 'vitest') return
    this.release()
    const { faults, dropped, reasons } = this.hooks.take()
    for (const fault of faults) this.faults.add(fault)
    for (const seq of dropped) this.dropped.push(seq)
    for (const reason of reasons) this.reasons.push(reason)
  }

  /** The file that a class name is, if it is one; the tests of a class mostly follow one another. */
  private fileOf(classname: string): string | null {
    if (this.classFile.classname !== classname) this.classFile = { classname, file: fileLike(classname) }
    return this.classFile.file
  }

  private resultOf(test: RawCase, settled: Settled, outcome: Outcome, dialect: KnownDialect): TestResult {
    const attributes = test.element.attributes
    // node:test escapes quotes twice
    const plain = (text: string) => (dialect.escapesTwice ? text.replaceAll('&quot;', '"') : text)
    const name = dialect.framework === 'tap' ? withoutNumber(test.name) : plain(test.name)
    if (name.trim() === '') this.warnings.add('nameless', 'A test case has no name; it is told apart by its class only', test.element.place)
    const classname = test.classname || null
    const inner = test.suites.at(-1)
    const result: TestResult = {
      name,
      suites: dialect.escapesTwice ? (inner?.path ?? []).map(plain) : (inner?.path ?? []),
      classname,
      sourceFile: attributes.get('file') || inner?.file || (classname && this.fileOf(classname)) || null,
      profile: dialect.hostnameIsProfile ? inner?.element.attributes.get('hostname') || null : null,
      occurrence: 1,
      outcome,
      durationMs: settled.attempts.at(-1)?.durationMs ?? null,
      attempts: settled.attempts,
      properties: test.properties,
      keys: declaredKeys(name, test.properties, inner?.name ?? null),
      place: test.element.place,
    }
    if (dialect.framework === 'playwright') this.markNotRun(result, test)
    if (dialect.own) readOwnProperties(result)
    return result
  }

  /** Playwright writes a test it never started as skipped, without the annotation that a wanted skip carries. */
  private markNotRun(result: TestResult, test: RawCase): void {
    const annotated = test.properties.some((property) => property.name === 'skip' || property.name === 'fixme')
    const last = result.attempts.at(-1)
    if (result.outcome !== 'skipped' || annotated || !last) return
    result.outcome = last.outcome = 'notRun'
    last.reason = 'did not run: an earlier test or hook failed'
  }

  private doubt(settled: Settled, test: RawCase): void {
    const { name } = test
    const { place, attributes } = test.element
    const words: Record<Settled['doubts'][number], [WarningCode, string]> = {
      severalOutcomes: ['severalOutcomes', `“${name}” has several outcomes; the worst holds`],
      unexpectedPass: ['unexpectedPass', `“${name}” was expected to fail and passed`],
      unknownStatus: [
        'status',
        `“${name}” has status “${attributes.get('status') ?? attributes.get('result')}”, which is not known; it has no failure and counts as passed`,
      ],
      failingStatus: ['status', `“${name}” is marked as failed by an attribute only`],
      duration: ['duration', `Duration “${attributes.get('time') ?? ''}” can't be read; it counts as unknown`],
    }
    for (const doubt of settled.doubts) this.warnings.add(words[doubt][0], words[doubt][1], place)
  }

  private timestamp(element: RawElement): number | null {
    const text = element.attributes.get('timestamp')
    return text ? readTimestamp(text) : null
  }

  suite(suite: RawSuite): void {
    const started = suite.element.attributes.get('timestamp')
    if (started) {
      const ms = readTimestamp(started)
      if (ms === null) this.warnings.add('timestamp', `Time “${started}” can't be read; it counts as unknown`, suite.element.place)
      else this.startedAt = this.startedAt === null ? ms : Math.min(this.startedAt, ms)
    }
    this.settleHooks()
    if (suite.suites === 0) this.checkCounts(suite.element, suite.failing, suite.name ?? 'the file')
  }

  /** A suite that declares more failures than it shows hides one: a load error, a hook. */
  private checkCounts(element: RawElement, shown: number, subject: string): void {
    if (this.dialect?.ignoresCounts) return
    // a suite that already has a fault explains its own count
    if (this.faults.has(subject)) return
    const declared = count(element.attributes.get('failures')) + count(element.attributes.get('errors'))
    const known = this.faults.countOf('undelivered')
    if (declared <= shown || (element === this.rootElement && declared <= shown + known)) return
    this.faults.add({
      code: 'undelivered',
      subject,
      message: `declares ${declared} failures and errors, but shows ${shown}`,
      stack: null,
      place: element.place,
    })
  }

  /** `<error>` or `<failure>` outside any test case. */
  outside(outcome: RawOutcome, suites: readonly RawSuite[], root: RawElement | null): void {
    const suite = suites.at(-1)
    this.failing++
    if (suite) suite.failing++
    const element = suite?.element ?? root
    const failure = failureOf(outcome)
    const exit = /^Dubious, test returned (\d+)/.exec(failure.message ?? '')
    // Test::More exits with the number of failed points: that much is no fault beyond them
    if (exit && element && Number(exit[1]) === count(element.attributes.get('failures'))) return
    this.faults.add({
      code: 'suite',
      subject: element?.attributes.get('name') ?? 'the file',
      message: failure.message,
      stack: failure.stack,
      place: element?.place ?? START,
    })
  }

  private faultOf(test: RawCase, code: FaultCode): void {
    const failure = test.outcomes.map((raw) => failureOf(raw, test))[0]
    const words = [test.classname, test.name].filter((part) => part && part !== 'test')
    const subject = [...new Set(words)].join(' ') || (test.suites.at(-1)?.name ?? 'the file')
    // jest-junit tells what did not load twice: as an error, and as a failure
    if (code === 'load' && this.faults.has(subject)) return
    this.faults.add({
      code,
      subject,
      message: failure?.message ?? null,
      stack: failure?.stack ?? null,
      place: test.element.place,
    })
  }

  finish(): FileFindings {
    this.release()
    const root = this.rootElement
    if (root?.name === 'testsuites') this.checkCounts(root, this.failing, 'the file')
    this.settleHooks()
    const policy = {
      repeats: this.dialect?.repeats ?? 'auto',
      retriesAreSkips: this.dialect?.framework === 'testng',
      unordered: this.dialect?.framework === 'testng',
    }
    const groups = this.repeats.groups(policy, new Set(this.dropped), this.warnings)
    // a file that did not load leaves RSpec without examples, and its formatter without a word
    if (root && this.given === 0 && this.faults.isEmpty && isRspec(root)) {
      const message = 'The file holds no example: RSpec tells here nothing of files that did not load'
      this.faults.add({ code: 'load', subject: root.attributes.get('name') ?? 'rspec', message, stack: null, place: root.place })
    }
    if (this.given === this.dropped.length && this.faults.isEmpty) {
      this.warnings.add('noTests', 'The file holds no tests', root?.place ?? START)
    }
    return {
      format: 'junit-xml',
      framework: this.dialect?.framework ?? (root && isRspec(root) ? 'rspec' : null),
      startedAt: this.startedAt ?? (root ? this.timestamp(root) : null),
      faults: this.faults.list(),
      warnings: this.warnings.list(),
      settlement: { groups, dropped: this.dropped, reasons: this.reasons },
    }
  }
}

/** What Bobbin's own export says in properties, which are none of the test. */
function readOwnProperties(result: TestResult): void {
  const told = (key: string) => result.properties.find(({ name }) => name === key)?.value
  const outcome = told(OUTCOME_PROPERTY)
  const last = result.attempts.at(-1)
  if (last && (outcome === 'blocked' || outcome === 'notRun')) result.outcome = last.outcome = outcome
  result.profile = told(PROFILE_PROPERTY) ?? null
  result.properties = result.properties.filter(({ name }) => name !== OUTCOME_PROPERTY && name !== PROFILE_PROPERTY)
}

/** prove numbers what it tells: one more assertion would make every later one new. */
function withoutNumber(name: string): string {
  const [, number = '', words = ''] = /^(\d{1,9})(?: - ([^]*))?$/.exec(name) ?? []
  return number === '' ? name : words || `test ${number}`
}

const START: Place = { line: 1, column: 1 }

function count(text: string | undefined): number {
  return text && /^\d+$/.test(text) ? Number(text) : 0
}

/** A class name that is really a path (`deck/axle-load.spec.ts`). */
function fileLike(classname: string): string | null {
  if (/\s/.test(classname)) return null
  const isFile = /\.(spec|test|cy|e2e)\.[cm]?[jt]sx?$/.test(classname)
  const isPath = classname.lastIndexOf('/') > 0 && /\.(js|ts|mjs|cjs|jsx|tsx|py|rb|php|bats|feature|robot)$/.test(classname)
  return isFile || isPath ? stableText(classname) : null
}
