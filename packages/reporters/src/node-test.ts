import { Feed } from './feed'
import { failureOf, pathFrom } from './failure'

/** What node:test tells its reporters, as far as it is used (nodejs.org/api/test.html, class TestsStream). */
interface NodeEvent {
  type: string
  data: {
    name: string
    nesting: number
    file?: string
    skip?: string | boolean
    todo?: string | boolean
    details?: { duration_ms?: number; type?: string; error?: { cause?: unknown; failureType?: string; message?: string } }
  }
}

const reasonOf = (word: string | boolean | undefined, plain: string): string | null =>
  word === undefined || word === false ? null : typeof word === 'string' && word !== '' ? word : plain

/** For `node --test --test-reporter=@bobbin/reporters/node-test`. Prints nothing: name another reporter beside it. */
async function* nodeTest(source: AsyncIterable<NodeEvent>): AsyncGenerator<string> {
  const feed = new Feed({ framework: 'node:test' })
  /** Names of what is open, by depth, and whether tests stand in it. */
  const open: { name: string; parent: boolean }[] = []
  for await (const { type, data } of source) {
    if (type === 'test:start') {
      open.length = data.nesting
      const around = open.at(-1)
      if (around) around.parent = true
      open.push({ name: data.name, parent: false })
    } else if (type === 'test:pass' || type === 'test:fail') {
      const own = open[data.nesting]
      // what has tests in it is a suite, as in every report of this runner
      if (own?.parent || data.details?.type === 'suite') continue
      const suites = open.slice(0, data.nesting).map(({ name }) => name)
      const file = pathFrom(process.cwd(), data.file)
      const error = data.details?.error
      if (type === 'test:fail' && suites.length === 0 && data.file !== undefined && pathFrom(process.cwd(), data.name) === file) {
        // the runner makes a test of a file that did not load, or whose process died
        feed.fault({ code: 'load', subject: data.name, ...failureOf(error?.cause ?? error) })
        continue
      }
      const skipped = reasonOf(data.skip, 'skipped')
      const todo = reasonOf(data.todo, 'todo')
      const failed = type === 'test:fail' && todo === null
      const cancelled = error?.failureType === 'cancelledByParent'
      feed.add({
        name: data.name,
        suites,
        file,
        occurrence: feed.occurrence(data.name, suites, file),
        outcome: failed ? (cancelled ? 'notRun' : 'failed') : skipped !== null || todo !== null ? 'skipped' : 'passed',
        durationMs: data.details?.duration_ms ?? null,
        failures: failed && !cancelled ? [failureOf(error?.cause ?? error)] : [],
        reason: cancelled ? (error?.message ?? null) : (skipped ?? todo),
      })
    }
  }
  await feed.end()
  yield ''
}

export = nodeTest
