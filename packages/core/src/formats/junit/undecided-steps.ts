import type { RawCase, RawOutcome } from './raw.js'

/** A line of Cucumber's step list: `Given a step..........undefined`. */
const STEP = /^(.*?)\.{3,}(undefined|pending|ambiguous)\s*$/m

/**
 * Cucumber's JUnit reporter writes undefined, pending and ambiguous steps as failures, the first two without a word.
 * They judge nothing, so the test errored; the step list in the output says which it was.
 */
export function undecidedStep(test: RawCase, first: RawOutcome): string | null {
  const text = first.text.trim()
  if (text.startsWith('Multiple step definitions match')) return text
  if (text !== '' || first.message) return null
  const step = STEP.exec(test.stdout ?? '')
  return step ? `Step is ${step[2]}: ${step[1]?.trim()}` : null
}
