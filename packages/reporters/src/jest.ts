import { Feed } from './feed'
import { pathFrom } from './failure'
import { repositoryRoot } from './surroundings'

/** What Jest tells its reporters, as far as it is used (jestjs.io, “Reporters”). */
interface JestFile {
  path: string
  context: { config: { rootDir: string; displayName?: { name: string } } }
}
interface JestCase {
  ancestorTitles: string[]
  title: string
  status: string
  duration?: number | null
  startAt?: number | null
  failureMessages: string[]
  /** Which try it is; each is told. */
  invocations?: number
}

const keyOf = (file: JestFile, test: JestCase): string => JSON.stringify([file.path, test.ancestorTitles, test.title])

/** A stack with its message in front, as Jest gives it, without colours. */
function failureIn(text: string): { message: string; type: string | null; stack: string } {
  const plain = text.replace(/\u001b\[[\d;]*m/g, '')
  const at = plain.search(/\n[ \t]+at /)
  const head = (at < 0 ? plain : plain.slice(0, at)).trim()
  const type = /^([A-Z]\w*(?:Error|Exception)): /.exec(head)
  // what `expect` throws is called Error like everything else
  return {
    message: head.replace(/^Error: /, '').slice(type && type[1] !== 'Error' ? type[0].length : 0),
    type: type?.[1] ?? null,
    stack: plain,
  }
}

/** For `reporters: ['default', '@bobbin/reporters/jest']` in Jest's configuration. */
class JestReporter {
  private readonly feed = new Feed({ framework: 'jest' })
  private readonly told = new Set<string>()
  private root: string | null = null

  onTestCaseResult(file: JestFile, test: JestCase): void {
    this.told.add(keyOf(file, test))
    const { rootDir, displayName } = file.context.config
    const path = this.pathOf(file, rootDir)
    const found = {
      name: test.title,
      suites: [path, ...test.ancestorTitles],
      file: path,
      profile: displayName?.name ?? null,
    }
    const occurrence = this.feed.occurrence(test.title, found.suites, found.profile, (test.invocations ?? 1) > 1)
    this.feed.add({
      ...found,
      occurrence,
      outcome: test.status === 'passed' ? 'passed' : test.status === 'failed' ? 'failed' : 'skipped',
      durationMs: test.duration ?? null,
      startedAt: test.startAt ?? null,
      failures: test.status === 'failed' ? test.failureMessages.map(failureIn) : [],
      reason: test.status === 'todo' ? 'todo' : null,
    })
  }

  /** Tests that are skipped are told only with their file, and so is a file that did not load. */
  onTestResult(
    file: JestFile,
    result: { testResults: JestCase[]; testExecError?: { message?: string; stack?: string | null } | null },
  ): void {
    for (const test of result.testResults)
      if (test.status === 'pending' && !this.told.has(keyOf(file, test))) this.onTestCaseResult(file, test)
    const error = result.testExecError
    if (!error) return
    const subject = this.pathOf(file, file.context.config.rootDir)
    this.feed.fault({
      code: result.testResults.length === 0 ? 'load' : 'hook',
      subject,
      message: error.message ?? null,
      stack: error.stack ?? null,
    })
  }

  /** From the root of the repository, as the command line reads Jest's own report. */
  private pathOf(file: JestFile, rootDir: string): string {
    this.root ??= repositoryRoot() ?? rootDir
    return pathFrom(this.root, file.path) ?? file.path
  }

  onRunComplete(): Promise<void> {
    return this.feed.end()
  }
}

export = JestReporter
