import type { LiveSums } from './live.js'

/** What of a project has changed, by the part of the API that tells of it. */
export type Topic = 'cases' | 'scripts' | 'runs' | 'live' | 'members' | 'tokens' | 'views' | 'sources' | 'space' | 'project'

export interface ChangeEvent {
  topics: Topic[]
  /** Sums of a live run, so that a page shows them without asking. */
  live?: LiveSums
}

/** The first event of a stream. */
export interface Began {
  /** Milliseconds for which nothing has changed: what a page read longer ago than that may be old. */
  quietMs: number
}
