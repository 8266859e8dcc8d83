import type { Attempt, Failure, TestResult } from '../result.js'

/** The name by which our own files are known when they are read back. */
export const EXPORT_NAME = 'Bobbin'
/** Properties that hold what the vocabulary has no word for. */
export const OUTCOME_PROPERTY = 'bobbin.outcome'
export const PROFILE_PROPERTY = 'bobbin.profile'

/**
 * Results as JUnit-style XML, piece by piece. Reading it back gives the same results: names, suites, class, file, profile, properties,
 * and the attempts with outcome, duration, failures and output (docs/formats.md).
 */
export async function* writeJunit(results: AsyncIterable<TestResult> | Iterable<TestResult>): AsyncGenerator<string> {
  yield `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites name="${EXPORT_NAME}">\n`
  let open: readonly string[] = []
  for await (const result of results) {
    // a test case must stand in some suite
    const path = result.suites.length > 0 ? result.suites : ['']
    yield turnTo(path, open) + testcase(result)
    open = path
  }
  yield `${turnTo([], open)}</testsuites>\n`
}

/** Closes the suites that end and opens those that begin. */
function turnTo(path: readonly string[], open: readonly string[]): string {
  let shared = 0
  while (shared < path.length && shared < open.length && path[shared] === open[shared]) shared++
  const closed = '</testsuite>\n'.repeat(open.length - shared)
  return (
    closed +
    path
      .slice(shared)
      .map((name) => `<testsuite name="${attribute(name)}">\n`)
      .join('')
  )
}

function testcase(result: TestResult): string {
  const { attempts, sourceFile, classname, name } = result
  const told = tellAttempts(attempts)
  const head = [
    `name="${attribute(name)}"`,
    classname === null ? '' : `classname="${attribute(classname)}"`,
    sourceFile === null ? '' : `file="${attribute(sourceFile)}"`,
    time(told.main),
  ]
  return `<testcase ${head.filter((part) => part !== '').join(' ')}>${properties(result)}${told.body}</testcase>\n`
}

const time = (attempt: Attempt | undefined) => (attempt?.durationMs == null ? '' : `time="${attempt.durationMs / 1000}"`)

function properties({ properties: own, outcome, profile }: TestResult): string {
  const all = [...own]
  if (outcome === 'blocked' || outcome === 'notRun') all.push({ name: OUTCOME_PROPERTY, value: outcome })
  if (profile !== null) all.push({ name: PROFILE_PROPERTY, value: profile })
  if (all.length === 0) return ''
  return `<properties>${all.map(({ name, value }) => `<property name="${attribute(name)}" value="${attribute(value)}"/>`).join('')}</properties>`
}

/** A pass behind failures is told with those as flaky; a failure behind failures as the first with reruns. */
function tellAttempts(attempts: readonly Attempt[]): { main: Attempt | undefined; body: string } {
  const last = attempts.at(-1)
  if (!last) return { main: undefined, body: '' }
  const [first] = attempts
  if (last.outcome === 'passed' || !isWrong(last) || attempts.length === 1 || !first) {
    return {
      main: last,
      body:
        attempts
          .slice(0, -1)
          .map((attempt) => again('flaky', attempt))
          .join('') + main(last),
    }
  }
  return {
    main: first,
    body:
      main(first) +
      attempts
        .slice(1)
        .map((attempt) => again('rerun', attempt))
        .join(''),
  }
}

function main(attempt: Attempt): string {
  const { failures, reason, outcome } = attempt
  const said = reason === null ? '' : ` message="${attribute(reason)}"`
  const skipped = outcome === 'skipped' || outcome === 'blocked' || outcome === 'notRun' ? `<skipped${said}/>` : ''
  const element = outcome === 'errored' ? 'error' : 'failure'
  const wrong = isWrong(attempt)
    ? listed(failures)
        .map((failure) => `<${element}${headOf(failure)}>${content(failure.stack ?? '')}</${element}>`)
        .join('')
    : ''
  return skipped + wrong + output(attempt)
}

function again(kind: 'flaky' | 'rerun', attempt: Attempt): string {
  const [failure = NOTHING] = attempt.failures
  const element = `${kind}${attempt.outcome === 'errored' ? 'Error' : 'Failure'}`
  const duration = time(attempt)
  return `<${element}${headOf(failure)}${duration && ` ${duration}`}><stackTrace>${content(failure.stack ?? '')}</stackTrace>${output(attempt)}</${element}>`
}

const NOTHING: Failure = { message: null, type: null, stack: null }
const listed = (failures: readonly Failure[]) => (failures.length > 0 ? failures : [NOTHING])
const isWrong = ({ outcome }: Attempt) => outcome === 'failed' || outcome === 'errored'

function headOf({ message, type }: Failure): string {
  return (message === null ? '' : ` message="${attribute(message)}"`) + (type === null ? '' : ` type="${attribute(type)}"`)
}

const output = ({ stdout, stderr }: Attempt) =>
  (stdout === null ? '' : `<system-out>${content(stdout)}</system-out>`) +
  (stderr === null ? '' : `<system-err>${content(stderr)}</system-err>`)

/** Characters that XML 1.0 can't hold, not even as references. */
const FORBIDDEN = /[\0-\x08\x0b\x0c\x0e-\x1f\uFFFE\uFFFF]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g
const NAMES: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', '\n': '&#10;', '\r': '&#13;', '\t': '&#9;' }

const legal = (text: string) => text.replace(FORBIDDEN, '\uFFFD')
const attribute = (text: string) => legal(text).replace(/[&<>"\n\r\t]/g, (char) => NAMES[char] ?? char)
const content = (text: string) => legal(text).replace(/[&<>\r]/g, (char) => NAMES[char] ?? char)
