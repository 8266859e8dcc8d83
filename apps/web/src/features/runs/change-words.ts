import type { Change, Outcome } from '@bobbin/core'

export interface ChangeWords {
  /** Behind a count, in a heading or a sentence. */
  words: string
  /** The same where there is little room. */
  short?: string
  outcome: Outcome
}

/** How changes are called, in the order in which a run's page shows them. */
export const CHANGE_WORDS: Record<Change, ChangeWords> = {
  newlyFailing: { words: 'newly failing', outcome: 'failed' },
  stillFailing: { words: 'still failing', outcome: 'failed' },
  fixed: { words: 'fixed', outcome: 'passed' },
  recovered: { words: 'recovered on a later try', short: 'recovered', outcome: 'recovered' },
  newlySkipped: { words: 'skipped or blocked, judged before', short: 'newly skipped', outcome: 'skipped' },
  gone: { words: 'gone', outcome: 'skipped' },
  notRun: { words: 'not run', outcome: 'blocked' },
  new: { words: 'new', outcome: 'passed' },
  unchanged: { words: 'unchanged', outcome: 'passed' },
  notInRun: { words: 'not in this run', outcome: 'notRun' },
}
