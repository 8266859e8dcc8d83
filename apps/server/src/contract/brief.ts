import type { BriefRun, Finding, OutcomeTotals } from '@bobbin/core'
import type { LaneRef, RunPoint } from './history.js'

export interface Brief {
  /** What is told is of runs since then; null for the newest of each lane, whatever its age. */
  since: string | null
  builds: number
  runs: number
  results: number
  sinceAt: string | null
  findings: Finding[]
  /** Runs looked at: the newest of each lane. */
  latest: (BriefRun & { totals: OutcomeTotals; failing: number; newlyFailing: number })[]
  areas: { lane: LaneRef; points: RunPoint[]; rows: { area: string; thread: string }[] } | null
}

export interface BriefLook {
  /** When who asks looked at the Brief before; null where they never did. */
  before: string | null
}
