import type { Outcome } from '../../results/outcome.js'
import { attempt } from '../collector.js'
import { isObject, numberOf, textOf } from '../json/fields.js'
import type { JsonObject, JsonValue } from '../json/stream.js'
import { type LineContext, lineFormat, type LineVocabulary } from '../ndjson/format.js'
import type { Place } from '../result.js'
import { readTimestamp } from '../timestamp.js'
import { failureOfOutput } from './output.js'

/** What `go test -json` (test2json) prints: one event a line. */
export const goTestJson = lineFormat({
  id: 'go-test-json',
  recognises: (value) =>
    isObject(value) && typeof value['Action'] === 'string' && ('Package' in value || 'ImportPath' in value || 'Test' in value),
  policy: { repeats: 'attempts' },
  open: (context) => new GoTest(context),
})

const ENDS: Record<string, Outcome> = { pass: 'passed', fail: 'failed', skip: 'skipped' }

interface Running {
  pkg: string
  name: string
  output: string
  startedAt: number | null
  place: Place
  /** One of its sub-tests failed. */
  childFailed: boolean
}

interface Package {
  output: string
  /** A failing test, or a fault, says why it failed. */
  explained: boolean
  place: Place
}

class GoTest implements LineVocabulary {
  private readonly running = new Map<string, Running>()
  private readonly packages = new Map<string, Package>()
  private readonly builds = new Map<string, string>()

  constructor(private readonly context: LineContext) {}

  value(value: JsonValue, place: Place): void {
    if (!isObject(value)) return
    const action = textOf(value['Action']) ?? ''
    const pkg = textOf(value['Package']) ?? ''
    const test = textOf(value['Test'])
    if (action === 'build-output' || action === 'build-fail') this.build(action, value, place)
    else if (test) this.test(action, pkg, test, value, place)
    else this.package(action, pkg, value, place)
  }

  /** Before Go 1.24 a package that does not compile is told in a plain line. */
  other(line: string, place: Place): boolean {
    const failed = /^FAIL\s+(\S+)(?: \[(build|setup) failed\])?/.exec(line)
    if (failed?.[2]) this.context.results.fault({ code: 'load', subject: failed[1] ?? '', message: `${failed[2]} failed`, place })
    return failed !== null || line.startsWith('# ') || /^\S+\.go:\d+/.test(line)
  }

  private build(action: string, event: JsonObject, place: Place): void {
    const subject = textOf(event['ImportPath']) ?? ''
    const output = (this.builds.get(subject) ?? '') + (textOf(event['Output']) ?? '')
    this.builds.set(subject, output)
    if (action === 'build-fail') this.context.results.fault({ code: 'load', subject, message: output.trim() || 'build failed', place })
  }

  private test(action: string, pkg: string, name: string, event: JsonObject, place: Place): void {
    const id = `${pkg}\0${name}`
    const owner = this.owner(pkg, place)
    let test = this.running.get(id)
    if (!test) {
      test = { pkg, name, output: '', startedAt: timeOf(event), place, childFailed: false }
      this.running.set(id, test)
    }
    if (action === 'output') test.output = this.context.results.append(test.output, textOf(event['Output']) ?? '', place)
    const outcome = ENDS[action]
    if (!outcome) return
    this.running.delete(id)
    if (outcome === 'failed') this.panicked(owner, test)
    this.ended(test, outcome, numberOf(event['Elapsed']))
  }

  private owner(name: string, place: Place): Package {
    let owner = this.packages.get(name)
    if (!owner) this.packages.set(name, (owner = { output: '', explained: false, place }))
    return owner
  }

  /** A panic ends the whole package: the tests behind it never had their turn. */
  private panicked(owner: Package, { pkg, name, output, place }: Running): void {
    const panic = /^panic: .*$/m.exec(output)?.[0]
    if (!panic) return
    owner.explained = true
    this.context.results.fault({ code: 'crash', subject: `${pkg} ${name}`, message: panic, stack: output, place })
  }

  private parentOf({ pkg, name }: Running): Running | undefined {
    const slash = name.lastIndexOf('/')
    return slash < 0 ? undefined : this.running.get(`${pkg}\0${name.slice(0, slash)}`)
  }

  private ended(test: Running, outcome: Outcome, elapsed: number | null): void {
    const owner = this.packages.get(test.pkg)
    if (outcome === 'failed') {
      if (owner) owner.explained = true
      const parent = this.parentOf(test)
      if (parent) parent.childFailed = true
    }
    const { failures, reason, stdout } = failureOfOutput(test.output, outcome, test.childFailed)
    const { startedAt, place } = test
    const durationMs = elapsed === null ? null : Math.round(elapsed * 1_000_000) / 1000
    const last = attempt({ outcome, durationMs, startedAt, failures, reason, stdout })
    this.context.results.add({ name: test.name, suites: [test.pkg], classname: test.pkg, attempts: [last], place })
  }

  private package(action: string, name: string, event: JsonObject, place: Place): void {
    const pkg = this.owner(name, place)
    this.context.results.sawTime(timeOf(event))
    if (action === 'output') pkg.output = this.context.results.append(pkg.output, textOf(event['Output']) ?? '', place)
    else if (action === 'fail') {
      this.endOpen(name)
      const built = this.context.results.faults.kept.some(({ code, subject }) => code === 'load' && subject.startsWith(name))
      // a failing test explains its package; anything else is TestMain, a panic, an exit
      if (!pkg.explained && !built)
        this.context.results.fault({
          code: /\[(?:build|setup) failed\]/.test(pkg.output) ? 'load' : 'hook',
          subject: name,
          message: lastWords(pkg.output),
          place,
        })
    } else if (action === 'pass' || action === 'skip') this.endOpen(name)
  }

  /** Tests whose end was never told, when their package has ended: their last line was glued to what they printed, or the process died. */
  private endOpen(pkg: string): void {
    for (const [id, test] of [...this.running].reverse()) {
      if (test.pkg !== pkg) continue
      this.running.delete(id)
      const glued = /--- (PASS|FAIL|SKIP): (\S+) \(([\d.]+)s\)\s*$/m.exec(test.output)
      const outcome: Outcome = glued?.[2] === test.name ? (ENDS[glued[1]?.toLowerCase() ?? ''] ?? 'errored') : 'errored'
      if (outcome === 'errored') this.lost(test)
      else this.ended(test, outcome, Number(glued?.[3]))
    }
  }

  private lost(test: Running): void {
    const owner = this.packages.get(test.pkg)
    if (owner) owner.explained = true
    const panic = /^panic: .*$/m.exec(test.output)?.[0]
    const message = panic ?? 'The test never ended: its process died, or its last line was lost'
    this.context.warnings.add('status', `“${test.name}” has no end; it counts as errored`, test.place)
    const last = attempt({ outcome: 'errored', startedAt: test.startedAt, failures: [{ message, type: null, stack: test.output || null }] })
    this.context.results.add({ name: test.name, suites: [test.pkg], classname: test.pkg, attempts: [last], place: test.place })
  }

  finish() {
    const open = new Set([...this.running.values()].map(({ pkg }) => pkg))
    for (const pkg of open) {
      this.endOpen(pkg)
      this.context.results.fault({
        code: 'crash',
        subject: pkg,
        message: 'The file breaks off before this package ended',
        place: { line: 1, column: 1 },
      })
    }
    return { framework: 'go' }
  }
}

const timeOf = (event: JsonObject): number | null => {
  const time = textOf(event['Time'])
  return time === null ? null : readTimestamp(time)
}

/** The last lines of what a package printed, without the line that only says FAIL. */
function lastWords(output: string): string {
  const lines = output.split('\n').filter((line) => line.trim() !== '' && !/^(FAIL|exit status \d+|ok)\b/.test(line))
  return lines.slice(-6).join('\n') || (/exit status \d+/.exec(output)?.[0] ?? 'The package failed outside its tests')
}
