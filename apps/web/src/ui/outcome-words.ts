import { OUTCOMES, outcomeFromCode, type Outcome } from '@bobbin/core'

export const OUTCOME_WORDS: Record<Outcome, string> = {
  passed: 'passed',
  failed: 'failed',
  errored: 'errored',
  skipped: 'skipped',
  blocked: 'blocked',
  notRun: 'not run',
  recovered: 'recovered',
}

/** Outcomes of a thread's digits, oldest first; null where there was no result. */
export function readThread(codes: string): (Outcome | null)[] {
  return [...codes].map((digit) => {
    const code = Number(digit)
    return code >= 1 && code <= OUTCOMES.length ? outcomeFromCode(code) : null
  })
}

/** A thread in words, runs of the same outcome together: `8 passed, 4 failed`. */
export function threadInWords(outcomes: readonly (Outcome | null)[]): string {
  const groups: { outcome: Outcome | null; count: number }[] = []
  for (const outcome of outcomes) {
    const last = groups.at(-1)
    if (last && last.outcome === outcome) last.count++
    else groups.push({ outcome, count: 1 })
  }
  const words = groups.map(({ outcome, count }) => `${count} ${outcome ? OUTCOME_WORDS[outcome] : 'without result'}`)
  return words.length > 0 ? words.join(', ') : 'no results yet'
}
