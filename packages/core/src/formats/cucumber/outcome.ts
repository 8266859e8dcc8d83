import type { Outcome } from '../../results/outcome.js'
import type { Attempt, Failure, TestStep } from '../result.js'

/** What became of a step, by the words of the messages (`PASSED`) and of the older JSON (`passed`). */
const STEP_OUTCOMES: Record<string, Outcome> = {
  passed: 'passed',
  failed: 'failed',
  skipped: 'skipped',
  // these judge nothing
  pending: 'errored',
  undefined: 'errored',
  ambiguous: 'errored',
  unknown: 'errored',
}

/** A step with the word that the runner had for it. */
export interface CucumberStep extends TestStep {
  status: string
  hook: boolean
  type: string | null
  stack: string | null
}

/** @returns null for a word that nobody knows */
export const stepOutcome = (status: string): Outcome | null => STEP_OUTCOMES[status.toLowerCase()] ?? null

/**
 * A scenario from its steps: the first that failed, or could not judge, holds; a failed hook judges nothing. Steps behind it are
 * skipped. A scenario is skipped when one of its steps says so and none failed.
 */
export function judgeSteps(steps: readonly CucumberStep[]): Pick<Attempt, 'outcome' | 'failures' | 'reason'> {
  const wrong = steps.filter((step) => step.outcome === 'failed' || step.outcome === 'errored')
  const [first] = wrong
  if (first) {
    const check = wrong.some((step) => step.outcome === 'failed' && !step.hook)
    return { outcome: check ? 'failed' : 'errored', failures: wrong.map(failureOf), reason: null }
  }
  const skipping = steps.find((step) => step.outcome === 'skipped')
  if (skipping) return { outcome: 'skipped', failures: [], reason: skipping.message }
  return { outcome: 'passed', failures: [], reason: null }
}

function failureOf(step: CucumberStep): Failure {
  if (step.outcome === 'failed' || step.message) return { message: step.message, type: step.type, stack: step.stack }
  return {
    message: `Step is ${step.status.toLowerCase()}: ${[step.keyword, step.text].filter(Boolean).join(' ')}`,
    type: null,
    stack: null,
  }
}

/** A step as it is kept. */
export const plainStep = ({ keyword, text, outcome, durationMs, message, steps }: CucumberStep): TestStep => ({
  keyword,
  text,
  outcome,
  durationMs,
  message,
  steps,
})
