import { smallAttachments } from './attachments'
import { Feed } from './feed'
import { pathFrom } from './failure'
import type { LiveStep } from './live-result'

/** What Playwright tells its reporters, as far as it is used (playwright.dev, “Reporter”). */
interface PlaywrightCase {
  title: string
  expectedStatus: string
  annotations: { type: string; description?: string }[]
  tags?: string[]
  location: { file: string }
  titlePath(): string[]
}
interface PlaywrightError {
  message?: string
  value?: string
  stack?: string
}
interface PlaywrightResult {
  status: 'passed' | 'failed' | 'timedOut' | 'skipped' | 'interrupted'
  duration: number
  startTime: Date
  errors: PlaywrightError[]
  stdout: (string | Buffer)[]
  stderr: (string | Buffer)[]
  steps: PlaywrightStep[]
  attachments: { name: string; contentType: string; path?: string; body?: Buffer }[]
}
interface PlaywrightStep {
  title: string
  category: string
  duration: number
  error?: PlaywrightError
  steps: PlaywrightStep[]
}

const plain = (text: string) => text.replace(/\u001b\[[\d;]*m/g, '')

function failureIn({ message, value, stack }: PlaywrightError) {
  const text = plain(message ?? value ?? '')
  const type = /^(\w*(?:Error|Exception)): /.exec(text)
  return { message: type ? text.slice(type[0].length) : text, type: type?.[1] ?? null, stack: stack ? plain(stack) : null }
}

/** The steps that the test names, as the runner's own report tells them: not each call of a page. */
function stepsIn(steps: readonly PlaywrightStep[], level = 0): LiveStep[] {
  return steps
    .filter(({ category }) => category === 'test.step')
    .flatMap(({ title, duration, error, steps: inner }): LiveStep[] => [
      {
        level,
        text: title,
        outcome: error ? 'failed' : 'passed',
        durationMs: Math.max(0, duration),
        message: error ? failureIn(error).message : null,
      },
      ...stepsIn(inner, level + 1),
    ])
}

/** For `reporter: [['list'], ['@bobbin/reporters/playwright']]` in Playwright's configuration. */
class PlaywrightReporter {
  private readonly feed = new Feed({ framework: 'playwright' })
  private root = process.cwd()

  onBegin(config: { rootDir: string }, suite: { allTests(): unknown[] }): void {
    this.root = config.rootDir
    this.feed.plan(suite.allTests().length)
    // the runner ends its workers and tells of what was interrupted, as if somebody had pressed Ctrl-C
    this.feed.onStop(() => process.kill(process.pid, 'SIGINT'))
  }

  onTestEnd(test: PlaywrightCase, result: PlaywrightResult): void {
    const [, project = '', ...path] = test.titlePath()
    this.feed.add({
      name: test.title,
      suites: path.slice(0, -1),
      file: pathFrom(this.root, test.location.file),
      profile: project || null,
      durationMs: result.duration,
      startedAt: result.startTime.getTime(),
      stdout: result.stdout.join(''),
      stderr: result.stderr.join(''),
      properties: [
        ...(test.tags ?? []).map((value) => ({ name: 'tag', value: value.replace(/^@/, '') })),
        ...test.annotations.map(({ type, description = '' }) => ({ name: type, value: description })),
      ],
      steps: stepsIn(result.steps),
      attachments: smallAttachments(result.attachments.map(({ contentType, ...attached }) => ({ ...attached, mediaType: contentType }))),
      ...judged(test, result),
    })
  }

  onError(error: PlaywrightError & { location?: { file: string } }): void {
    this.feed.fault({ code: 'load', subject: pathFrom(this.root, error.location?.file) ?? 'the run', ...failureIn(error) })
  }

  onEnd(): Promise<void> {
    return this.feed.end()
  }

  printsToStdio(): boolean {
    return false
  }
}

/** As the runner's own report is read. */
function judged({ expectedStatus, annotations }: PlaywrightCase, { status, errors }: PlaywrightResult) {
  const failures = errors.map(failureIn)
  if (status === 'skipped') {
    const wanted = annotations.find(({ type }) => type === 'skip' || type === 'fixme')
    if (!wanted) return { outcome: 'notRun' as const, reason: 'did not run: an earlier test or hook failed' }
    return { outcome: 'skipped' as const, reason: wanted.description ?? (wanted.type === 'fixme' ? 'fixme' : null) }
  }
  if (expectedStatus === 'failed' && status === 'passed')
    return { outcome: 'failed' as const, failures: [{ message: 'Expected to fail, but passed.' }] }
  if (status === 'passed' || (expectedStatus === 'failed' && status === 'failed')) return { outcome: 'passed' as const }
  const check = status === 'failed' && failures.some(({ message, type }) => type === 'AssertionError' || /expect\(/.test(message))
  return { outcome: check ? ('failed' as const) : ('errored' as const), failures }
}

export = PlaywrightReporter
