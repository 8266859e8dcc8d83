import type { Bounds, DayPart, Explanation } from '@bobbin/core'
import type { ScriptRef } from './scripts.js'

/** What happened on a day (UTC), over all runs in the lens that began on it. */
export interface DayRow {
  /** `2026-11-24` */
  day: string
  runs: number
  /** Runs that count as an outage. */
  outages: number
  /** Results with a verdict: passed, failed, errored, recovered. */
  judged: number
  passed: number
  failed: number
  errored: number
  recovered: number
  /** Passed or recovered, of those with a verdict; with 95 % bounds (Wilson). Null where there is none. */
  rate: number | null
  bounds: Bounds | null
  /** Tests that newly failed and that were fixed, run by run. */
  newlyFailing: number
  fixed: number
}

/** A part of all failures, day by day in the order of the days. */
export interface DaySeries {
  /** Null for what has none, for example no case and so no area. */
  name: string | null
  failed: number[]
  errored: number[]
}

export interface DayTest {
  script: ScriptRef
  failed: number
  errored: number
  /** On how many of the chosen days. */
  days: number
  lastRunId: number
}

export interface DayList {
  /** Oldest first; days without a run are not told. */
  days: DayRow[]
  by: DayPart
  /** The largest parts; the last may be all others together. */
  series: DaySeries[]
  others: DaySeries | null
  /** The days that were chosen, or that stand out by themselves; null where none were and none do. */
  spike: {
    from: string
    to: string
    /** Somebody chose these days. */
    chosen: boolean
    failed: number
    errored: number
    /** The median of failures of all days. */
    usual: number
    explained: Explanation[]
  } | null
  /** Tests that failed most, on the chosen days or on all. */
  top: DayTest[]
  /** Over causes first seen in these days, in hours: until resolved, and until somebody decided what they are; medians, null where there is none. */
  lasting: { resolved: number; untilResolvedH: number | null; decided: number; untilDecidedH: number | null; open: number }
}
