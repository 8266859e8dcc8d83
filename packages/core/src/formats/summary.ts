import { countOutcomes, type Outcome, type OutcomeTotals } from '../results/outcome.js'
import type { Fault, FileCoverage, ParsedFile, TestResult, Warning } from './result.js'

/** A result file as `bobbin inspect --json` prints it. */
export interface FileSummary {
  file: string
  format: string
  framework: string | null
  totals: OutcomeTotals
  incomplete: boolean
  faults: Fault[]
  tests: TestSummary[]
  warnings: Warning[]
  /** How much of the code ran, of a coverage file. */
  coverage?: CoverageSummary
}

export interface CoverageSummary {
  files: number
  linesCovered: number
  linesTotal: number
}

export interface TestSummary {
  name: string
  suite: string | null
  classname: string | null
  sourceFile: string | null
  profile: string | null
  outcome: Outcome
  durationMs: number | null
  attempts: number
  message: string | null
  keys: string[]
}

export function summarizeFile(file: string, parsed: ParsedFile): FileSummary {
  return {
    file,
    format: parsed.format,
    framework: parsed.framework,
    totals: countOutcomes(parsed.results.map((result) => result.outcome)),
    incomplete: parsed.faults.length > 0,
    faults: parsed.faults,
    tests: parsed.results.map(summarizeTest),
    warnings: parsed.warnings,
    ...(parsed.coverage ? { coverage: summarizeCoverage(parsed.coverage) } : {}),
  }
}

/** Sums over all source files. */
export function summarizeCoverage(coverage: readonly FileCoverage[]): CoverageSummary {
  const sum = (key: 'linesCovered' | 'linesTotal') => coverage.reduce((all, file) => all + file[key], 0)
  return { files: coverage.length, linesCovered: sum('linesCovered'), linesTotal: sum('linesTotal') }
}

function summarizeTest(result: TestResult): TestSummary {
  return {
    name: result.name,
    suite: result.suites.join(' › ') || null,
    classname: result.classname,
    sourceFile: result.sourceFile,
    profile: result.profile,
    outcome: result.outcome,
    durationMs: result.durationMs,
    attempts: result.attempts.length,
    message: resultMessage(result),
    keys: result.keys,
  }
}

/** Messages of the last attempt that has any, one a line; else why it was skipped. */
export function resultMessage(result: Pick<TestResult, 'attempts'>): string | null {
  const failed = result.attempts.findLast((attempt) => attempt.failures.length > 0)
  const messages = failed?.failures.map((failure) => failure.message ?? failure.type).filter((message) => message !== null)
  return messages?.join('\n') || (failed?.failures[0]?.stack ?? null) || (result.attempts.at(-1)?.reason ?? null)
}
