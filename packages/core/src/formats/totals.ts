import { outcomeOfAttempts } from '../results/outcome-of-attempts.js'
import { emptyTotals, outcomeCode, outcomeFromCode, type Outcome, type OutcomeTotals } from '../results/outcome.js'
import type { Settlement } from './result.js'

/** Counts results while they are given out, one byte each, so that the end of the file can still settle them. */
export class TotalsCounter {
  private outcomes = new Uint8Array(1024)
  private size = 0

  add(outcome: Outcome): void {
    if (this.size === this.outcomes.length) {
      const larger = new Uint8Array(this.size * 2)
      larger.set(this.outcomes)
      this.outcomes = larger
    }
    this.outcomes[this.size++] = outcomeCode(outcome)
  }

  /** The totals once the settlement is applied: what `countOutcomes` says of the settled results. */
  settled({ groups, dropped }: Settlement): OutcomeTotals {
    const totals = emptyTotals()
    const count = (outcome: Outcome, by: number) => {
      totals.total += by
      totals[outcome] += by
    }
    for (let i = 0; i < this.size; i++) count(this.at(i), 1)
    for (const seq of dropped) count(this.at(seq), -1)
    for (const { kind, members, skipsWereFailures } of groups) {
      if (kind === 'distinct') continue
      const outcomes = members.map((seq) => this.at(seq))
      for (const outcome of outcomes) count(outcome, -1)
      const tries = outcomes.map((outcome, i) =>
        skipsWereFailures && outcome === 'skipped' && i < outcomes.length - 1 ? 'failed' : outcome,
      )
      count(outcomeOfAttempts(tries.map((outcome) => ({ outcome }))), 1)
    }
    return totals
  }

  private at(seq: number): Outcome {
    return outcomeFromCode(this.outcomes[seq] ?? 0)
  }
}
