import { type Outcome, OUTCOMES, type OutcomeTotals } from '../../results/outcome.js'
import type { Attempt, TestResult } from '../result.js'
import { EXPORT_NAME } from './junit.js'

/** Outcomes in the five words of the format; the rest is told in `rawStatus`. */
const STATUS: Record<Outcome, 'passed' | 'failed' | 'skipped' | 'other'> = {
  passed: 'passed',
  recovered: 'passed',
  failed: 'failed',
  errored: 'failed',
  skipped: 'skipped',
  blocked: 'other',
  notRun: 'other',
}

interface CtrfRun {
  totals: OutcomeTotals
  /** In ms since the epoch. */
  startedAt: number
  durationMs: number
}

/** Results as a Common Test Report Format document (0.0.0), piece by piece; it validates, and reading it back gives the same results. */
export async function* writeCtrf(results: AsyncIterable<TestResult> | Iterable<TestResult>, run: CtrfRun): AsyncGenerator<string> {
  const of = (status: string) => OUTCOMES.reduce((sum, outcome) => sum + (STATUS[outcome] === status ? run.totals[outcome] : 0), 0)
  const summary = {
    tests: run.totals.total,
    passed: of('passed'),
    failed: of('failed'),
    skipped: of('skipped'),
    pending: 0,
    other: of('other'),
    flaky: run.totals.recovered,
    start: Math.round(run.startedAt),
    stop: Math.round(run.startedAt + run.durationMs),
  }
  yield `{"reportFormat":"CTRF","specVersion":"0.0.0","results":{"tool":{"name":"${EXPORT_NAME}"},"summary":${JSON.stringify(summary)},"tests":[`
  let first = true
  for await (const result of results) {
    yield `${first ? '' : ','}\n${JSON.stringify(testOf(result))}`
    first = false
  }
  yield '\n]}}\n'
}

function testOf(result: TestResult) {
  const last = result.attempts.at(-1)
  const tags = result.properties.filter(({ name }) => name === 'tag').map(({ value }) => value)
  const labels = Object.fromEntries(result.properties.filter(({ name }) => name !== 'tag').map(({ name, value }) => [name, value]))
  return {
    name: result.name,
    status: STATUS[result.outcome],
    rawStatus: result.outcome,
    duration: Math.max(0, Math.round(result.durationMs ?? 0)),
    ...(last?.startedAt == null ? {} : { start: Math.round(last.startedAt) }),
    ...(result.suites.length > 0 ? { suite: result.suites } : {}),
    ...(result.sourceFile === null ? {} : { filePath: result.sourceFile }),
    ...(tags.length > 0 ? { tags } : {}),
    ...(Object.keys(labels).length > 0 ? { labels } : {}),
    ...(last ? tryOf(last) : {}),
    retries: Math.max(0, result.attempts.length - 1),
    ...(result.outcome === 'recovered' ? { flaky: true } : {}),
    ...(result.attempts.length > 1 ? { retryAttempts: result.attempts.slice(0, -1).map(retryOf) } : {}),
    ...(last && last.steps.length > 0
      ? { steps: last.steps.map(({ text, outcome }) => ({ name: text || 'step', status: STATUS[outcome] })) }
      : {}),
    extra: {
      ...(result.classname === null ? {} : { classname: result.classname }),
      ...(result.profile === null ? {} : { profile: result.profile }),
      ...(result.durationMs === null ? { noDuration: 'true' } : {}),
    },
  }
}

const retryOf = (attempt: Attempt, i: number) => ({
  attempt: i + 1,
  status: STATUS[attempt.outcome],
  ...(attempt.durationMs === null ? {} : { duration: Math.max(0, Math.round(attempt.durationMs)) }),
  // a try has no rawStatus
  extra: { rawStatus: attempt.outcome },
  ...tryOf(attempt),
})

/** What one try said; the format has room for one message and one trace. */
function tryOf({ failures, reason, stdout, stderr }: Attempt) {
  const message = failures.length > 0 ? failures.map((failure) => failure.message ?? failure.type ?? '').join('\n') : reason
  const trace = failures
    .map((failure) => failure.stack)
    .filter((stack) => stack !== null)
    .join('\n')
  return {
    ...(message === null || message === '' ? {} : { message }),
    ...(trace === '' ? {} : { trace }),
    ...(stdout === null ? {} : { stdout: stdout.split('\n') }),
    ...(stderr === null ? {} : { stderr: stderr.split('\n') }),
  }
}
