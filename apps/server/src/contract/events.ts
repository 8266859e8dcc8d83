import type { Topic } from '@bobbin/core'
import type { LiveSums } from './live.js'

export type { Topic }

export interface ChangeEvent {
  topics: Topic[]
  /** What was touched, as kind:id, where that is not much; otherwise everything of the topics may be. */
  subjects?: string[]
  /** Sums of a live run, so that a page shows them without asking. */
  live?: LiveSums
}

/** The first event of a stream. */
export interface Began {
  /** Milliseconds for which nothing has changed: what a page read longer ago than that may be old. */
  quietMs: number
}
