import type { Outcome } from '@bobbin/core'

/** Where builds are compared with each other: one pipeline, branch and environment. */
export interface LaneRef {
  id: number
  pipeline: string
  branch: string
  environment: string
}

export interface RunPoint {
  runId: number
  build: string
  at: string
  incomplete: boolean
  /** How many runs the build has in the lane; the point is the latest, and each test has the outcome of the latest run that has it. */
  runs: number
}

export interface ScriptHistory {
  lane: LaneRef
  /** Oldest first. */
  points: (RunPoint & { outcome: Outcome | null; durationMs: number | null })[]
}

/** Outcomes of many scripts over the last runs of one lane, one digit a run (outcome code, 0 for none), oldest first. */
export interface Threads {
  points: RunPoint[]
  byScript: Record<string, string>
}
