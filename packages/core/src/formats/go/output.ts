import type { Outcome } from '../../results/outcome.js'
import type { Failure } from '../result.js'

/** Lines that the runner puts around what a test printed. */
const FRAME = /^\s*(?:=== (?:RUN|CONT|PAUSE|NAME)\b|--- (?:PASS|FAIL|SKIP|BENCH): )/
/** `t.Error`, `t.Log` and `t.Skip` print the place first: `fares_test.go:14: child pays half`. */
const SAID = /^\s+\S+\.go:\d+: (.*)$/

/** What the output of a Go test says about its end: messages of a failure, the reason of a skip, the rest as output. */
export function failureOfOutput(
  output: string,
  outcome: Outcome,
  childFailed: boolean,
): { failures: Failure[]; reason: string | null; stdout: string | null } {
  const lines = output.split('\n').filter((line) => !FRAME.test(line))
  const text = lines.join('\n').trim()
  const stdout = text === '' ? null : text
  const said = saidIn(lines)
  if (outcome === 'skipped') return { failures: [], reason: said || text || null, stdout: null }
  if (outcome !== 'failed') return { failures: [], reason: null, stdout }
  const panic = /^panic: .*$/m.exec(text)?.[0]
  const message = panic ?? (said || (childFailed ? 'A sub-test failed' : text.split('\n').slice(0, 12).join('\n')))
  return { failures: [{ message: message || null, type: panic ? 'panic' : null, stack: text || null }], reason: null, stdout: null }
}

/** Messages with the lines that belong to them, which are indented deeper than their place. */
function saidIn(lines: readonly string[]): string {
  const kept: string[] = []
  let inside = false
  for (const line of lines) {
    const said = SAID.exec(line)
    if (said) kept.push(said[1] ?? '')
    else if (inside && /^\s{8,}\S/.test(line)) kept.push(line.trim())
    inside = said !== null || (inside && /^\s{8,}/.test(line))
  }
  return kept.slice(0, 12).join('\n').trim()
}
