import type { Creep, Helped, Jump, Outcome, Steadiness, WhereOnly } from '@bobbin/core'
import type { LaneRef } from './history.js'
import type { ScriptRef } from './scripts.js'

/** One run of a test. */
export interface LifeInstance {
  runId: number
  build: string
  commit: string | null
  at: string
  lane: LaneRef
  profile: string | null
  /** The agent, where all of the run was done by one. */
  agent: string | null
  outage: boolean
  outcome: Outcome
  durationMs: number | null
  attempts: number
  /** The beginning of what it said. */
  message: string | null
}

/** Something that was done about a test, or that changed about it. */
export type LifeMark = { at: string } & (
  | { kind: 'renamed'; from: string }
  | { kind: 'quarantined'; by: string | null; reason: string }
  | { kind: 'released'; why: 'passed' | 'person' | null }
  | { kind: 'muted'; by: string | null; reason: string }
  | { kind: 'decided'; by: string | null; cause: string; title: string; groupId: number }
  | { kind: 'resolved'; title: string; groupId: number }
  | { kind: 'pace'; pace: Jump | Creep; lane: LaneRef; build: string }
)

export interface TestLife {
  script: ScriptRef
  cases: { key: string; title: string }[]
  /** Oldest first: the newest thousand. */
  instances: LifeInstance[]
  /** How many there are in all. */
  total: number
  /** Oldest first. */
  marks: LifeMark[]
  steadiness: Steadiness
  /** Where it does worse than elsewhere, surest first. */
  where: WhereOnly[]
  /** Whether what was done last about it helped; null where nothing was. */
  helped: (Helped & { at: string; what: 'resolved' | 'released' }) | null
}
