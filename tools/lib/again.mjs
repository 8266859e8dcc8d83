// Tests that failed, each tried once more by itself: one that passes then is named as recovered, and mended in the next change.

/** More recovered tests than these fail the run: that is no accident any more. */
export const MOST_RECOVERED = 3

/** @param report of Vitest's JSON reporter @returns {{ name: string, file: string, args: string[] }[]} */
export function failedInVitest(report) {
  return (report?.testResults ?? []).flatMap(({ name: file, status, assertionResults }) => {
    const failed = assertionResults.filter((one) => one.status === 'failed')
    if (status === 'failed' && failed.length === 0) return [{ name: file, file, args: [file] }]
    return failed.map(({ fullName }) => ({ name: fullName, file, args: [file, '-t', `^ ?${escaped(fullName)}$`] }))
  })
}

/** @param report of Playwright's JSON reporter @returns {{ name: string, file: string, args: string[] }[]} */
export function failedInPlaywright(report) {
  const found = []
  const walk = (suite) => {
    for (const spec of suite.specs ?? [])
      for (const test of spec.tests)
        if (test.status === 'unexpected')
          found.push({ name: spec.title, file: spec.file, args: [`${spec.file}:${spec.line}`, '--project', test.projectName] })
    for (const inner of suite.suites ?? []) walk(inner)
  }
  for (const suite of report?.suites ?? []) walk(suite)
  return found
}

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
