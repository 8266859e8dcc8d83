import type { RawCase, RawOutcome } from './raw.js'

const UNDECIDED = ['undefined', 'pending', 'ambiguous']

/**
 * Cucumber's JUnit reporter writes undefined, pending and ambiguous steps as failures, the first two without a word.
 * They judge nothing, so the test errored; the step list in the output says which it was.
 */
export function undecidedStep(test: RawCase, first: RawOutcome): string | null {
  const text = first.text.trim()
  if (text.startsWith('Multiple step definitions match')) return text
  if (text !== '' || first.message) return null
  for (const line of (test.stdout ?? '').split('\n')) {
    const step = stepIn(line.trimEnd())
    if (step) return `Step is ${step.outcome}: ${step.text}`
  }
  return null
}

/** A line of Cucumber's step list: `Given a step..........undefined`. */
function stepIn(line: string): { text: string; outcome: string } | null {
  const outcome = UNDECIDED.find((word) => line.endsWith(`...${word}`))
  const dots = outcome === undefined ? -1 : line.indexOf('...')
  return outcome === undefined || dots < 0 ? null : { text: line.slice(0, dots).trim(), outcome }
}
