// Tests that failed, each tried once more by itself: one that passes then is named as recovered, and mended in the next change.

/** More recovered tests than these fail the run: that is no accident any more. */
export const MOST_RECOVERED = 3

/** So much of what is said of one test. */
const MOST_SAID = 1500

/** @param report of Vitest's JSON reporter @returns {{ name: string, file: string, said: string, args: string[] }[]} */
export function failedInVitest(report) {
  return (report?.testResults ?? []).flatMap(({ name: file, status, message, assertionResults }) => {
    const failed = assertionResults.filter((one) => one.status === 'failed')
    if (status === 'failed' && failed.length === 0) return [{ name: file, file, said: (message ?? '').slice(0, MOST_SAID), args: [file] }]
    return failed.map(({ fullName, failureMessages }) => ({
      name: fullName,
      file,
      said: `${file}\n${(failureMessages ?? []).join('\n')}`.slice(0, MOST_SAID),
      args: [file, '-t', `^ ?${escaped(fullName)}$`],
    }))
  })
}

/** @param report of Playwright's JSON reporter @returns {{ name: string, file: string, said: string, args: string[] }[]} */
export function failedInPlaywright(report) {
  const found = []
  const walk = (suite) => {
    for (const spec of suite.specs ?? [])
      for (const test of spec.tests)
        if (test.status === 'unexpected')
          found.push({
            name: spec.title,
            file: spec.file,
            said: `${spec.file}:${spec.line}\n${saidOf(test)}`.slice(0, MOST_SAID),
            args: [`${spec.file}:${spec.line}`, '--project', test.projectName],
          })
    for (const inner of suite.suites ?? []) walk(inner)
  }
  for (const suite of report?.suites ?? []) walk(suite)
  return found
}

/** What Playwright says of the last try of a test, without its colours. */
const saidOf = (test) =>
  (test.results?.at(-1)?.errors ?? [])
    .map(({ message }) => message ?? '')
    .join('\n')
    // oxlint-disable-next-line no-control-regex -- colours of a terminal begin with one
    .replace(/\u001b\[[0-9;]*m/g, '')

const escaped = (text) => text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')

/**
 * Tries failed tests once more, one by one; more than may recover are not even tried.
 * @param runAlone {(args: string[]) => Promise<boolean>}
 * @returns {Promise<string[]>} the names of those that passed
 */
export async function tryAgain(failed, runAlone) {
  if (failed.length > MOST_RECOVERED) return []
  const recovered = []
  for (const { name, args } of failed) if (await runAlone(args)) recovered.push(name)
  return recovered
}
