/** A row of a data-driven test: what the test is called without its values, and the values as the runner writes them. */
export interface Row {
  test: string
  row: string
}

/** How runners write the values of a row behind the name of its test; of what only looks so, nothing else shares the name. */
const FORMS: readonly RegExp[] = [
  /^(?<test>.*\S) - #(?<row>\d+\.\d+.*)$/s, // Cucumber's JUnit files: examples and row
  /^(?<test>.*\S)\s*\[(?<row>[^[\]]*(?:\[[^[\]]*\][^[\]]*)*)\]$/s, // pytest, JUnit
  /^(?<test>[\p{L}\p{N}_.$/]+)\((?<row>.+)\)$/su, // NUnit, xUnit.net, TestNG
  /^(?<test>\S+)\/(?<row>[^/]+)$/s, // GoogleTest, Go's sub-tests
]

/**
 * The parts of a name that is a row's. A test without values has such a name too sometimes: it is a row only where another shares
 * its test.
 */
export function rowOf(name: string): Row | null {
  for (const form of FORMS) {
    const { test, row } = form.exec(name)?.groups ?? {}
    if (test !== undefined && row !== undefined) return { test, row }
  }
  return null
}
