import { OUTCOMES, type Outcome, outcomeCode } from '../results/outcome.js'

/** What stands for several outcomes of one test, or of one area: the first of these that is among them. */
const WORST_FIRST: readonly Outcome[] = ['failed', 'errored', 'recovered', 'blocked', 'passed', 'skipped', 'notRun']

/** By outcome code, how bad; 0 is no result. The greatest rank of several is that of the worst. */
export const OUTCOME_RANKS: readonly number[] = [0, ...OUTCOMES.map((outcome) => WORST_FIRST.length - WORST_FIRST.indexOf(outcome))]

/** The worse of two outcome codes; 0 stands for no result. */
export function worseCode(a: number, b: number): number {
  return (OUTCOME_RANKS[b] ?? 0) > (OUTCOME_RANKS[a] ?? 0) ? b : a
}

/** Codes of outcomes in which something happened to a test: it did not simply pass, nor was it left out. */
export const NOTABLE_CODES: readonly number[] = (['failed', 'errored', 'blocked', 'recovered'] as const).map(outcomeCode)
