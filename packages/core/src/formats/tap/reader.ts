import type { Outcome } from '../../results/outcome.js'
import { attempt, ResultCollector, START } from '../collector.js'
import type { LineListener } from '../lines.js'
import type { Fault, FileFindings, Place, ResultSink } from '../result.js'
import type { WarningLog } from '../warnings.js'
import { type Diagnosis, readDiagnosis } from './diagnosis.js'
import { type Point, readTapLine, type TapLine } from './lines.js'
import { isLoadedFile, locate, partOfNames } from './names.js'
import { isMochaHook } from '../mocha/hook-name.js'

/** One level of sub-tests. */
interface Level {
  /** Null until the point of this level comes, where nothing said the name before. */
  name: string | null
  indent: number
  plan: { first: number; last: number; skip: string | null } | null
  points: number
  failing: number
  numbers: Set<number>
  /** Results that wait for the name of this level. */
  waiting: (() => void)[]
}

/** A point that still may get diagnostics. */
interface Held {
  point: Point
  place: Place
  /** The newest comment before it: the test, where points are checks (tape). */
  heading: string | null
  /** Its sub-tests, when they came before it. */
  children: Level | null
  yaml: string[] | null
  said: string[]
  output: string[]
}

const MOST_SAID = 2000

/** Reads TAP: a point with sub-tests is a container and no test; its sub-tests are. */
export class TapReader implements LineListener {
  private readonly results: ResultCollector
  private readonly levels: Level[] = [level('', 0)]
  private held: Held | null = null
  private yamlIndent: number | null = null
  private subtest: string | null = null
  /** Lines that are no TAP, since the last point: what the next test printed. */
  private output: string[] = []
  private comment: string | null = null
  private bailedOut = false
  private versioned = false
  /** Told by the first test. */
  private ofWholeSuite: boolean | null = null
  private style: { nodeTest: boolean; braces: boolean; tape: boolean } = { nodeTest: false, braces: false, tape: false }

  constructor(
    sink: ResultSink,
    private readonly warnings: WarningLog,
    private readonly file: string,
  ) {
    this.results = new ResultCollector('tap', sink, warnings)
  }

  line(text: string, number: number): void {
    const place = { line: number, column: 1 }
    const indent = text.length - text.trimStart().length
    if (this.yamlIndent !== null && this.inYaml(text, indent, place)) return
    if (text.trim() === '') return
    const line = readTapLine(text.slice(indent))
    if (line.kind === 'yaml' && this.held && indent > (this.levels.at(-1)?.indent ?? 0)) {
      this.yamlIndent = indent
      this.held.yaml = []
    } else if (line.kind === 'other' || (indent % 4 !== 0 && line.kind !== 'comment')) this.print(text, indent)
    else this.structure(line, indent, place)
  }

  /** @returns whether the line belongs to the block */
  private inYaml(text: string, indent: number, place: Place): boolean {
    const start = this.yamlIndent ?? 0
    if (indent <= start && /^\.\.\.\s*$/.test(text.slice(indent))) {
      this.yamlIndent = null
      return true
    }
    if (text.trim() !== '' && indent < start) {
      this.yamlIndent = null
      this.warnings.add('illFormed', 'A YAML block is not closed; it ends where its indentation does', place)
      return false
    }
    const yaml = this.held?.yaml
    if (yaml && yaml.length < MOST_SAID * 10) yaml.push(text)
    return true
  }

  private print(text: string, indent: number): void {
    // Mocha and others put the message below the point, indented
    if (this.held && indent >= 2 && !this.held.point.ok && this.held.yaml === null) keep(this.held.said, text.slice(2))
    else keep(this.output, text)
  }

  private structure(line: TapLine, indent: number, place: Place): void {
    switch (line.kind) {
      case 'version':
        this.versioned = true
        return
      case 'comment':
        // where comments are headings, the next one is of the next test
        if (this.held && !this.held.point.ok && !this.style.tape) keep(this.held.said, line.text)
        this.comment = line.text
        return
      case 'subtest':
        this.settle()
        this.climb(indent)
        this.subtest = line.name
        return
      case 'point':
        return this.point(line.point, indent, place)
      case 'plan':
        this.settle()
        this.climb(indent)
        return this.plan(line, place)
      case 'bailOut':
        this.settle()
        this.bailedOut = true
        return this.results.fault({
          code: 'bailOut',
          subject: this.path().join(' › ') || 'the run',
          message: line.reason || 'Bail out!',
          place,
        })
      case 'brace':
        this.settle()
        return this.closeBrace()
    }
  }

  /** The level at an indentation: deeper ones are opened, those that are deeper still stay until their point comes. */
  private climb(indent: number): Level {
    const last = this.levels.at(-1) as Level
    if (indent > last.indent) {
      const opened = level(this.subtest, indent)
      this.subtest = null
      this.levels.push(opened)
      return opened
    }
    return last
  }

  private plan({ first, last, skip }: { first: number; last: number; skip: string | null }, place: Place): void {
    const top = this.levels.at(-1) as Level
    if (top.plan) this.warnings.add('counts', 'A second plan was passed over', place)
    else top.plan = { first, last, skip }
  }

  private point(point: Point, indent: number, place: Place): void {
    this.settle()
    this.climb(indent)
    const children = this.closeDeeper(indent)
    const top = this.levels.at(-1) as Level
    top.points++
    if (!point.ok && point.directive === null) top.failing++
    if (point.number !== null) {
      if (top.numbers.has(point.number)) this.warnings.add('counts', `Number ${point.number} stands twice`, place)
      top.numbers.add(point.number)
    }
    // only tape writes a comment as the heading of points without a dash; scripts by hand print whatever they like
    if (this.versioned && !point.dashed && point.name !== '' && this.comment !== null && top.points === 1) this.style.tape = true
    if (this.subtest !== null) this.style.nodeTest = true
    this.subtest = null
    if (children && children.name === null) this.nameOf(children, point.name)
    this.held = { point, place, heading: this.comment, children, yaml: null, said: [], output: this.output }
    this.output = []
    if (point.opens) this.openBrace(indent)
  }

  /** Levels below a point are its sub-tests; levels in between have lost their own. */
  private closeDeeper(indent: number): Level | null {
    let closed: Level | null = null
    while ((this.levels.at(-1) as Level).indent > indent) {
      if (closed?.name === null) this.nameOf(closed, '')
      closed = this.levels.pop() as Level
    }
    return closed
  }

  private openBrace(indent: number): void {
    this.style.braces = true
    const { held } = this
    this.held = null
    const opened = level(held?.point.name ?? '', indent + 4)
    this.levels.push(opened)
    this.opened.push({ level: opened, held: held as Held })
  }

  private readonly opened: { level: Level; held: Held }[] = []

  private closeBrace(): void {
    const brace = this.opened.pop()
    if (!brace) return
    while (this.levels.length > 1 && this.levels.pop() !== brace.level);
    this.container(brace.held, brace.level, null)
  }

  private nameOf(child: Level, name: string): void {
    child.name = name
    for (const give of child.waiting) give()
    child.waiting = []
  }

  private path(): string[] {
    return this.levels.slice(1).map(({ name }) => name ?? '')
  }

  /** Gives out the point that was held: nothing more can be said about it. */
  private settle(): void {
    const { held } = this
    if (!held) return
    this.held = null
    const diagnosis = held.yaml ? readDiagnosis(held.yaml) : null
    // a sub-test that was skipped as a whole has no points
    const skipped = held.children?.points === 0 && held.point.directive !== null
    if (held.children && !skipped) this.container(held, held.children, diagnosis)
    else this.test(held, diagnosis)
  }

  private container({ point, place }: Held, children: Level, diagnosis: Diagnosis | null): void {
    const subject = [...this.path(), point.name].filter((part) => part !== '').join(' › ') || 'a sub-test'
    const planned = this.unmetPlan(children)
    if (planned && !this.bailedOut) this.results.fault({ code: 'plan', subject, message: planned, place })
    if (point.ok || point.directive !== null || (children.failing > 0 && diagnosis?.failureType !== 'hookFailed')) return
    // every sub-test passed, and yet it failed: something around them did
    if (diagnosis?.type !== 'suite' && diagnosis?.failureType && diagnosis.failureType !== 'hookFailed') {
      this.test({ point, place, heading: null, children: null, yaml: null, said: [], output: [] }, diagnosis)
    } else if (!planned) {
      const { message = null, stack = null } = diagnosis?.failure ?? {}
      this.results.fault({ code: 'hook', subject, message: message ?? 'failed, though no test in it did', stack, place })
    }
  }

  private unmetPlan({ plan, points }: Level): string | null {
    if (!plan) return null
    const planned = Math.max(0, plan.last - plan.first + 1)
    return planned === points ? null : `${planned} tests were planned, ${points} came`
  }

  private test(held: Held, diagnosis: Diagnosis | null): void {
    const { point, place } = held
    const chain = this.levels.slice(1)
    const fault = this.faultOf(held, diagnosis)
    if (fault) return this.results.fault(fault)
    const { outcome, reason } = judge(point, diagnosis)
    const failing = outcome === 'failed' || outcome === 'errored'
    const said = held.said.join('\n').trim()
    const tapeTest = this.style.tape && !point.dashed && !this.style.nodeTest ? held.heading : null
    const found = attempt({
      outcome,
      reason,
      durationMs: diagnosis?.durationMs ?? point.durationMs,
      failures: failing ? [diagnosis?.failure ?? { message: messageIn(held.said), type: null, stack: said || null }] : [],
      stdout: held.output.length > 0 ? held.output.join('\n') : null,
    })
    const give = () => {
      const own = this.fileInNames(diagnosis)
      const blocks = [...(own === null ? [] : [own]), ...chain.map(({ name }) => name ?? '').filter((name) => name !== '')]
      const located = locate(
        tapeTest === null ? blocks : [...blocks, tapeTest],
        point.name || `test ${point.number ?? this.results.count + 1}`,
        diagnosis?.file ?? null,
      )
      // node:test writes a line feed in a name as two characters
      if (this.style.nodeTest) located.name = located.name.replaceAll('\\n', '\n')
      this.results.add({ ...located, attempts: [found], place })
    }
    const unnamed = chain.find(({ name }) => name === null)
    if (unnamed) unnamed.waiting.push(() => this.giveLater(give, chain))
    else give()
  }

  /**
   * What tells the tests of this file apart from those of others. Vitest and node:test write one file for all their tests, which have the
   * same names in other reports.
   */
  private fileInNames(diagnosis: Diagnosis | null): string | null {
    this.ofWholeSuite ??= this.style.braces || (this.versioned && diagnosis?.durationMs != null)
    return partOfNames(this.file, this.ofWholeSuite)
  }

  /** The name of one level has come; another may still be missing. */
  private giveLater(give: () => void, chain: Level[]): void {
    const unnamed = chain.find(({ name }) => name === null)
    if (unnamed) unnamed.waiting.push(() => this.giveLater(give, chain))
    else give()
  }

  private faultOf({ point, place, said }: Held, diagnosis: Diagnosis | null): Fault | null {
    if (point.ok || point.directive !== null) return null
    const hook = isMochaHook(point.name)
    if (!hook && !isLoadedFile(point.name)) return null
    const failure = diagnosis?.failure ?? { message: messageIn(said), stack: said.join('\n') || null }
    return { code: hook ? 'hook' : 'load', subject: point.name, message: failure.message, stack: failure.stack, place }
  }

  finish(): FileFindings {
    this.settle()
    const place = START
    // sub-tests whose own point never came
    const cut = this.levels.length > 1
    for (const { held } of this.opened.splice(0))
      this.results.fault({ code: 'crash', subject: held.point.name, message: 'The file breaks off inside it', place: held.place })
    while (this.levels.length > 1) this.nameOf(this.levels.pop() as Level, '')
    const [top] = this.levels as [Level]
    if (top.plan?.last === 0 && this.results.count === 0) {
      const why = top.plan.skip ? `: ${top.plan.skip}` : ''
      this.warnings.add('noTests', `The file holds no tests; all of it was skipped${why}`, place)
    } else if (!this.bailedOut) {
      const unmet = top.plan ? this.unmetPlan(top) : 'There is no plan: the file breaks off, or the process died'
      if (unmet) this.results.fault({ code: top.plan ? 'plan' : 'crash', subject: 'the run', message: unmet, place })
      else if (cut) this.results.fault({ code: 'crash', subject: 'the run', message: 'The file breaks off inside a sub-test', place })
    }
    const findings = this.results.finish(this.framework())
    const isNamed = this.ofWholeSuite !== null && partOfNames(this.file, this.ofWholeSuite) !== null
    return isNamed ? { ...findings, namedByPath: true } : findings
  }

  private framework(): string | null {
    if (this.style.nodeTest) return 'node:test'
    return this.style.braces ? 'vitest' : null
  }
}

function level(name: string | null, indent: number): Level {
  return { name, indent, plan: null, points: 0, failing: 0, numbers: new Set(), waiting: [] }
}

function keep(lines: string[], text: string): void {
  if (lines.length < MOST_SAID) lines.push(text)
}

/** A todo did not have to pass, whether it did or not; a skip is one whatever stands before it. */
function judge({ ok, directive, reason }: Point, diagnosis: Diagnosis | null): { outcome: Outcome; reason: string | null } {
  if (directive === 'skip') return { outcome: 'skipped', reason }
  if (directive === 'todo') return { outcome: 'skipped', reason: reason === null ? 'todo' : `todo: ${reason}` }
  if (ok) return { outcome: 'passed', reason: null }
  switch (diagnosis?.failureType) {
    case 'cancelledByParent':
      return { outcome: 'blocked', reason: diagnosis.failure.message }
    case 'hookFailed':
    case 'testTimeoutFailure':
    case 'parentAlreadyFinished':
      return { outcome: 'errored', reason: null }
    default:
      return { outcome: 'failed', reason: null }
  }
}

/** The words before the stack. */
function messageIn(said: readonly string[]): string | null {
  const end = said.findIndex((line) => /^\s*(?:at )|^Traceback /.test(line))
  const words = (end < 0 ? said : said.slice(0, end)).map((line) => line.trim()).filter((line) => line !== '')
  const echo = words.findIndex((line, i) => i > 0 && line.endsWith(`: ${words[0] ?? ''}`))
  return (echo > 0 ? words.slice(0, echo) : words).slice(0, 12).join('\n') || null
}
