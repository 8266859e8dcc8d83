import type { OutcomeTotals } from '@bobbin/core'

/** What a sender learns when it opens its feed, or opens it again. */
export interface FeedOpened {
  id: number
  runId: number
  /** Batches that are taken: the next one has the number after it. */
  batches: number
  /** Somebody asked the run to stop. */
  stop: boolean
}

export interface BatchTaken {
  batches: number
  /** Somebody asked the run to stop: the reporter tells its runner where it can. */
  stop: boolean
}

export interface FeedClosed {
  runId: number
  /** Other feeds are open, or announced shards missing. */
  live: boolean
}

/** One sender of a live run. */
export interface FeedRow {
  id: number
  name: string
  framework: string | null
  /** How many results it will send, where the runner says so. */
  planned: number | null
  results: number
  openedAt: string
  /** When it last sent something. */
  heardAt: string
  ended: 'closed' | 'stopped' | 'interrupted' | null
  closedAt: string | null
}

/** What is known of a run while it is live, and of its senders afterwards. */
export interface RunFeeds {
  feeds: FeedRow[]
  /** How many shards were announced, and which are in. */
  shards: { announced: number; in: number[] } | null
  stopAsked: { at: string; by: string } | null
  /** What is still to come, from the last complete build before; null when there is none. */
  expected: Expected | null
}

export interface Expected {
  build: string
  /** Tests that the build before had and this one has not yet. */
  tests: number
  /** How long they will take at the pace so far, in milliseconds; null until there is a pace. */
  remainingMs: number | null
}

/** Sums of a live run, sent to open pages as they change. */
export interface LiveSums {
  runId: number
  live: boolean
  totals: OutcomeTotals
}
