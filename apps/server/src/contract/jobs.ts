/** Background work of the server. */
export interface BackgroundJobs {
  /** Kinds of work, with how many jobs there are of each. */
  queues: { name: string; due: number; later: number; active: number; failed: number; lastDone: string | null }[]
  /** Jobs that failed for the last time and wait for a person, newest first. */
  dead: { id: string; name: string; problem: string; failedAt: string; tries: number }[]
}
