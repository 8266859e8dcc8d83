import { declaredKeys } from '../identity/declared-keys.js'
import { below } from '../identity/source-path.js'
import { outcomeOfAttempts } from '../results/outcome-of-attempts.js'
import { FaultLog, type FoundFault } from './fault-log.js'
import { MAX_NAME, MAX_TEXT } from './limits.js'
import { type RepeatPolicy, RepeatFinder } from './repeats.js'
import type { Attempt, FileFindings, Place, Property, ResultSink, TestResult } from './result.js'
import type { WarningLog } from './warnings.js'

/** A test as a reader found it; what follows from it is worked out here. */
export interface FoundTest {
  name: string
  suites?: string[]
  classname?: string | null
  sourceFile?: string | null
  profile?: string | null
  attempts: Attempt[]
  properties?: Property[]
  place: Place
}

/** What all readers do with the tests they find: numbers, keys, limits, faults, and a warning when there is nothing at all. */
export class ResultCollector {
  readonly faults = new FaultLog()
  private readonly repeats = new RepeatFinder()
  private given = 0
  private startedAt: number | null = null

  constructor(
    private readonly format: string,
    private readonly sink: ResultSink,
    readonly warnings: WarningLog,
    private readonly policy: RepeatPolicy = { repeats: 'distinct' },
  ) {}

  add(test: FoundTest): void {
    const { attempts, properties = [], place } = test
    const name = this.shorten(test.name, place)
    const suites = (test.suites ?? []).map((suite) => this.shorten(suite, place))
    const result: TestResult = {
      name,
      suites,
      classname: test.classname ? this.shorten(test.classname, place) : null,
      sourceFile: test.sourceFile ?? null,
      profile: test.profile ?? null,
      occurrence: 1,
      outcome: outcomeOfAttempts(attempts),
      durationMs: attempts.at(-1)?.durationMs ?? null,
      attempts,
      properties,
      keys: declaredKeys(name, properties, suites.at(-1) ?? null),
      place,
    }
    for (const { startedAt } of attempts) this.sawTime(startedAt)
    this.repeats.add(this.given++, result)
    this.sink(result)
  }

  fault(fault: FoundFault): void {
    this.faults.add(fault)
  }

  /** A moment at which something of this file ran; the earliest counts. */
  sawTime(ms: number | null): void {
    if (ms !== null) this.startedAt = this.startedAt === null ? ms : Math.min(this.startedAt, ms)
  }

  /** Neither a test nor a fault was told. */
  get isEmpty(): boolean {
    return this.given === 0 && this.faults.isEmpty
  }

  get count(): number {
    return this.given
  }

  /** @param root what the paths in results begin with */
  finish(framework: string | null, root = ''): FileFindings {
    if (this.given === 0 && this.faults.isEmpty) this.warnings.add('noTests', 'The file holds no tests', START)
    return {
      format: this.format,
      framework,
      startedAt: this.startedAt,
      faults: this.faults.list().map((fault) => ({ ...fault, subject: below(root, fault.subject) ?? fault.subject })),
      warnings: this.warnings.list(),
      settlement: {
        groups: this.repeats.groups(this.policy, new Set(), this.warnings),
        dropped: [],
        reasons: [],
        ...(root ? { root } : {}),
      },
    }
  }

  /** A text with more behind it, up to the limit. */
  append(text: string, more: string, place: Place): string {
    const room = MAX_TEXT - text.length
    if (more.length <= room) return text + more
    this.warnings.add('cut', `Text over ${MAX_TEXT} characters was cut`, place)
    return text + more.slice(0, Math.max(0, room))
  }

  private shorten(name: string, place: Place): string {
    if (name.length <= MAX_NAME) return name
    this.warnings.add('cut', `A name of ${name.length} characters was cut to ${MAX_NAME}`, place)
    return name.slice(0, MAX_NAME)
  }
}

export const START: Place = { line: 1, column: 1 }

/** A try at a test with the given parts; what is not given is unknown or empty. */
export function attempt(parts: Partial<Attempt> & Pick<Attempt, 'outcome'>): Attempt {
  return {
    outcome: parts.outcome,
    durationMs: parts.durationMs ?? null,
    startedAt: parts.startedAt ?? null,
    failures: parts.failures ?? [],
    reason: parts.reason ?? null,
    stdout: parts.stdout ?? null,
    stderr: parts.stderr ?? null,
    steps: parts.steps ?? [],
    attachments: parts.attachments ?? [],
  }
}
