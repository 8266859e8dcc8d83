import type { Bounds, Steadiness } from '@bobbin/core'
import type { ScriptRef } from './scripts.js'

/** A test that passes and fails, or passed only when it was tried again, in what the lens shows. */
export interface FlakyRow {
  script: ScriptRef
  cases: string[]
  steadiness: Exclude<Steadiness, 'steady'>
  runs: number
  failed: number
  recovered: number
  /** Failed in the first try, of all runs; with 95 % bounds (Wilson). */
  share: number
  bounds: Bounds
  flips: number
  /** Commits on which it passed and failed in one environment. */
  bothWays: number
  since: string
  last: { runId: number; build: string; at: string }
  /** Where it failed, of where it ran. */
  environments: string[]
  environmentsOfRuns: number
  /** Time of tries that were made again, in the lens. */
  retryMs: number
  /** Runs that were red because of it alone. */
  redAlone: number
  /** How likely a build without a fault is red if all tests of its run were like it. */
  redIfAll: number
  quarantined: boolean
  /** The cause of its last failure, where it is decided on; null where none was found. */
  groupId: number | null
  /** A digit a build of the lane where it failed last, as the outcome codes; 0 where it has no result. */
  thread: string
}

export interface FlakyList {
  rows: FlakyRow[]
  proven: number
  maybe: number
  /** Tests that failed, and are steady by the rules. */
  steady: number
  retryMs: number
  redAlone: number
}
