import type { LiveSums } from './live.js'

/** What of a project has changed, by the part of the API that tells of it. */
export type Topic = 'cases' | 'scripts' | 'runs' | 'live' | 'members' | 'tokens' | 'views' | 'sources' | 'space' | 'project'

export interface ChangeEvent {
  topics: Topic[]
  /** Sums of a live run, so that a page shows them without asking. */
  live?: LiveSums
}
