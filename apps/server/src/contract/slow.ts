import type { Creep, Jump } from '@bobbin/core'
import type { LaneRef } from './history.js'
import type { ScriptRef } from './scripts.js'

/** A test whose pace changed in a lane. */
export interface PaceRow {
  script: ScriptRef
  cases: string[]
  lane: LaneRef
  pace: Jump | Creep
  /** The build with which the new pace began; of a creep the first that was looked at. */
  since: { runId: number; build: string; commit: string | null; author: string | null; at: string }
  /** Durations in milliseconds of the runs in which it passed, oldest first. */
  durations: number[]
  /** What the change costs in each run, in milliseconds; negative where it got faster. */
  costMs: number
}

export interface SlowRow {
  script: ScriptRef
  cases: string[]
  lane: LaneRef
  runs: number
  /** Mean of the runs in which it passed. */
  meanMs: number
  /** Of the time of all tests of the lane; 0 to 1. */
  share: number
  lastRunId: number
}

/** How long the newest run of a lane would take on several machines. */
export interface SplitRow {
  lane: LaneRef
  runId: number
  build: string
  tests: number
  /** All tests one after the other. */
  totalMs: number
  /** Split by expected time, a file staying together; `machines` in rising order. */
  splits: { machines: number; ms: number }[]
  /** What no split goes below: the longest file, and the slowest test in it. */
  longest: { file: string; ms: number; script: ScriptRef; scriptMs: number }
}

export interface SlowList {
  /** Slower, the dearest first; then faster. */
  changed: PaceRow[]
  slowest: SlowRow[]
  splits: SplitRow[]
  /** Tests and lanes that were looked at: enough runs in which the test passed. */
  looked: number
}
