import { createRequire } from 'node:module'
import { join } from 'node:path'
import { Feed } from './feed'
import { failureOf, pathFrom } from './failure'
import type { LiveResult } from './live-result'

/** What Mocha tells its reporters, as far as it is used (mochajs.org, “Third-party reporters”). */
interface MochaTest {
  title: string
  file?: string
  type?: string
  duration?: number
  currentRetry?(): number
  fullTitle?(): string
  parent?: MochaSuite
}
interface MochaSuite {
  title: string
  root?: boolean
  parent?: MochaSuite
}
interface MochaRunner {
  total: number
  on(event: string, listener: (test: MochaTest, error?: unknown) => void): this
  abort(): unknown
}

type Outcome = 'passed' | 'failed' | 'skipped'

/**
 * For `--reporter @bobbin/reporters/mocha`. Mocha has one reporter; name the one that prints in `--reporter-option print=spec`, or
 * nothing is printed.
 */
class MochaReporter {
  private readonly feed = new Feed({ framework: 'mocha' })
  private ended: Promise<void> = Promise.resolve()

  constructor(runner: MochaRunner, options: { reporterOptions?: { print?: string } } = {}) {
    this.print(runner, options)
    if (!this.feed.isOn) return
    this.feed.plan(runner.total)
    this.feed.onStop(() => runner.abort())
    const tell = (outcome: Outcome) => (test: MochaTest, error?: unknown) => this.feed.add(() => this.resultOf(test, outcome, error))
    const failed = tell('failed')
    runner.on('pass', tell('passed'))
    runner.on('pending', tell('skipped'))
    runner.on('retry', failed)
    runner.on('fail', (test, error) => {
      if (test.type !== 'hook') failed(test, error)
      else this.feed.fault({ code: 'hook', subject: test.fullTitle?.() ?? test.title, ...failureOf(error) })
    })
    runner.on('end', () => {
      this.ended = this.feed.end()
    })
  }

  /** One of Mocha's own reporters beside this one. */
  private print(runner: MochaRunner, options: { reporterOptions?: { print?: string } }): void {
    const name = options.reporterOptions?.print
    if (!name) return
    // Mocha is the program that runs: it is found from where it was started
    const { reporters } = createRequire(join(process.cwd(), 'mocha.js'))('mocha') as {
      reporters: Record<string, new (runner: MochaRunner, options: object) => unknown>
    }
    const Printer = reporters[name]
    if (Printer) new Printer(runner, options)
    else process.stderr.write(`bobbin: Mocha has no reporter “${name}”\n`)
  }

  private resultOf(test: MochaTest, outcome: Outcome, error: unknown): LiveResult {
    const titles = titlesOf(test.parent)
    const file = pathFrom(process.cwd(), test.file)
    return {
      name: test.title,
      classname: titles.join(' ') || null,
      file,
      occurrence: this.feed.occurrence(test.title, titles, file, (test.currentRetry?.() ?? 0) > 0),
      outcome,
      durationMs: test.duration ?? null,
      failures: outcome === 'failed' ? [failureOf(error)] : [],
    }
  }

  /** Mocha asks when it is over, and leaves when this is settled, also with `--exit`. */
  done(failures: number, leave: (failures: number) => void): void {
    void this.ended.then(() => leave(failures))
  }
}

const NONE: readonly string[] = []
const known = new WeakMap<MochaSuite, readonly string[]>()

/** Titles of a suite and those around it, outermost first; the same list for each test of a suite. */
function titlesOf(suite: MochaSuite | undefined): readonly string[] {
  if (!suite || suite.root) return NONE
  let titles = known.get(suite)
  if (!titles) known.set(suite, (titles = [...titlesOf(suite.parent), suite.title]))
  return titles
}

export = MochaReporter
