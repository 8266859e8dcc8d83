import type { OutcomeTotals } from '@bobbin/core'
import type { LaneRef, RunPoint } from './history.js'

/** What the Brief found; the words are made where it is shown. */
export type Finding =
  | { kind: 'newlyFailing'; run: BriefRun; count: number; areas: string[]; causes: number; largest: AlikeFailures | null }
  | { kind: 'outage'; run: BriefRun; count: number; total: number; message: string | null; over: boolean }
  | { kind: 'incomplete'; run: BriefRun; faults: number; notRun: number; subject: string }
  | { kind: 'stillFailing'; run: BriefRun; count: number; sinceBuild: string | null; sinceRunId: number | null }
  | { kind: 'untriaged'; count: number }
  | { kind: 'recovered'; run: BriefRun; count: number; worst: { name: string; scriptId: number; times: number; of: number } | null }
  | { kind: 'fixed'; run: BriefRun; count: number }
  | { kind: 'newlySkipped'; run: BriefRun; count: number }
  | { kind: 'gone'; run: BriefRun; count: number }
  | { kind: 'new'; run: BriefRun; count: number }
  | { kind: 'silent'; environment: string; days: number; lastRunId: number }
  | { kind: 'unlinked'; count: number; total: number }
  | { kind: 'unknownKeys'; count: number; keys: string[] }
  | { kind: 'uncovered'; count: number; total: number }

/** Failures that say the same of the same place. */
export interface AlikeFailures {
  count: number
  /** It is sure that they have one cause, and not only likely. */
  oneCause: boolean
  /** What the messages of all of them share; an ellipsis where they differ. */
  message: string | null
}

export interface BriefRun {
  id: number
  build: string
  commit: string | null
  lane: LaneRef
  at: string
}

export interface Brief {
  builds: number
  runs: number
  results: number
  sinceAt: string | null
  findings: Finding[]
  /** Runs looked at: the newest of each lane. */
  latest: (BriefRun & { totals: OutcomeTotals; failing: number; newlyFailing: number })[]
  areas: { lane: LaneRef; points: RunPoint[]; rows: { area: string; thread: string }[] } | null
}
