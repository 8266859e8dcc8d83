import { Feed } from './feed'
import { failureOf } from './failure'

/** What Vitest tells its reporters, as far as it is used (vitest.dev, “Reporters API”, from version 3). */
interface VitestTask {
  type: 'suite' | 'test' | 'module'
  name: string
  parent: VitestTask
}
interface VitestCase extends VitestTask {
  module: { relativeModuleId: string; moduleId: string }
  project: { name?: string }
  result(): { state: 'passed' | 'failed' | 'skipped' | 'pending'; errors?: readonly unknown[]; note?: string }
  diagnostic(): { duration: number; startTime: number; retryCount: number } | undefined
}
interface VitestHost {
  cancelCurrentRun(reason: string): Promise<void>
}

/** For `reporters: ['default', '@bobbin/reporters/vitest']` in Vitest's configuration. */
class VitestReporter {
  private readonly feed = new Feed({ framework: 'vitest' })

  onInit(vitest: VitestHost): void {
    this.feed.onStop(() => void vitest.cancelCurrentRun('keyboard-input'))
  }

  onTestCaseResult(test: VitestCase): void {
    const { state, errors = [], note } = test.result()
    const { duration = null, startTime = null, retryCount = 0 } = test.diagnostic() ?? {}
    const file = test.module.relativeModuleId
    const suites: string[] = []
    for (let task = test.parent; task.type === 'suite'; task = task.parent) suites.unshift(task.name)
    const found = { name: test.name, suites: [file, ...suites], file, profile: test.project.name || null }
    const occurrence = this.feed.occurrence(test.name, found.suites, found.profile)
    // of tries that failed Vitest keeps what was thrown, and of the last one the rest
    const lost = state === 'skipped' || state === 'pending' ? 0 : Math.min(retryCount, 100)
    const before = state === 'passed' ? errors : errors.slice(0, Math.max(0, errors.length - 1))
    for (let i = 0; i < lost; i++)
      this.feed.add({ ...found, occurrence, outcome: 'failed', failures: before[i] === undefined ? [] : [failureOf(before[i])] })
    const last = lost === 0 ? errors : errors.slice(-1)
    this.feed.add({
      ...found,
      occurrence,
      outcome: state === 'failed' ? 'failed' : state === 'passed' ? 'passed' : 'skipped',
      durationMs: duration,
      startedAt: startTime,
      failures: state === 'failed' ? last.map(failureOf) : [],
      reason: note ?? null,
    })
  }

  onTestModuleEnd(module: { relativeModuleId: string; errors(): readonly unknown[] }): void {
    for (const error of module.errors()) this.feed.fault({ code: 'load', subject: module.relativeModuleId, ...failureOf(error) })
  }

  onTestRunEnd(_modules: unknown, unhandled: readonly unknown[] = []): Promise<void> {
    for (const error of unhandled) this.feed.fault({ code: 'crash', subject: 'an error outside any test', ...failureOf(error) })
    return this.feed.end()
  }
}

export = VitestReporter
