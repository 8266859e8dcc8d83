import type { ByHand, Misfit, Recurrence } from '@bobbin/core'

export interface PlanCell {
  environmentId: number
  profile: string | null
  ownerId: number | null
  poolId: number | null
  handoffId: number | null
  releaseId: number | null
  parameters: Record<string, string>
  /** Which cases of its suites people do. */
  byHand: ByHand
  /** Who does them; of several, whoever is free takes the next, or the first case goes to the first where they come in order. */
  people: number[]
  inOrder: boolean
  /** So many days after the start they are due; null is never. */
  dueDays: number | null
}

export interface PlanTime {
  kind: 'once' | 'rule' | 'build' | 'plan'
  at: string | null
  recurrence: Recurrence | null
  pipeline: string | null
  branch: string | null
  afterPlanId: number | null
  nextAt: string | null
}

export interface PlanRow {
  id: number
  name: string
  paused: boolean
  suites: { id: number; name: string }[]
  cells: number
  times: PlanTime[]
  nextAt: string | null
  last: { startId: number; at: string; state: StartState; failed: number; runId: number | null } | null
}

export interface PlanList {
  rows: PlanRow[]
}

export type StartState = 'queued' | 'going' | 'done' | 'stopped' | 'skipped'

/** What keeps a script or case out of a start, or a part waiting. */
export type PlanNote =
  | { code: 'noScript'; count: number; examples: string[] }
  | { code: 'noRecipe'; framework: string; tree: string; count: number }
  | { code: 'skippedInCode'; count: number }
  | { code: 'parameter'; recipe: string; name: string; may: string[]; count: number }
  | { code: 'unsafeFile'; count: number; examples: string[] }
  | { code: 'alsoRuns'; count: number }
  | { code: 'outOfOrder'; count: number; examples: string[] }
  | { code: 'otherProfile'; framework: string; profiles: string[]; cell: string; count: number }
  | { code: 'emptySuite'; suite: string }
  | { code: 'retired'; count: number; examples: string[] }
  | { code: 'protected'; environment: string }
  | { code: 'noSchedules'; environment: string }
  | { code: 'noRetry'; failed: number; limit: number }
  | { code: 'overlap'; startId: number }
  | { code: 'stoppedForNext'; startId: number }
  | { code: 'nothingToRun' }
  | { code: 'noBuild'; pipeline: string; branch: string }
  | { code: 'probe'; environment: string; said: string }
  | { code: 'lostAgent'; agent: string; part: number }

export interface PlanForecast {
  /** Agents that are there, and when each is free. */
  agents: { id: number; name: string; freeInMs: number }[]
  bars: { agentId: number; cell: number; name: string; fromMs: number; toMs: number }[]
  endMs: number
  boundMs: number
  machineMs: number
  cost: number
  unplaced: { cell: number; name: string; reason: Misfit | { code: 'noAgents' } }[]
}

export interface PlanCellForecast {
  environmentId: number
  profile: string | null
  cases: number
  tests: number
  expectedMs: number
  /** Cases that people do. */
  manual: number
}

export interface Coming {
  at: string
  /** By the clocks of the zone. */
  local: string
  /** Environments that are closed then, until when. */
  closed: { environment: string; until: string; note: string }[]
  /** Plans that start within a minute of it. */
  clashes: string[]
  /** Protected environments that schedules may not run in. */
  refused: string[]
}

export interface PlanDetail {
  id: number
  name: string
  pipeline: string
  branch: string
  /** On the newest build of the pipeline, which others deliver to. */
  newestBuild: boolean
  retries: number
  retryUnless: number | null
  split: 'time' | 'count' | 'file'
  shards: number | null
  overlap: 'queue' | 'skip' | 'stop'
  missed: 'once' | 'skip'
  releaseId: number | null
  paused: boolean
  suites: { id: number; name: string; cases: number; parameters: Record<string, string>; changed: number }[]
  cells: PlanCell[]
  times: PlanTime[]
  forecast: PlanForecast
  cellForecasts: PlanCellForecast[]
  notes: PlanNote[]
  coming: Coming[]
  clockChange: { at: string; minutes: number; zone: string } | null
  starts: StartRow[]
}

export interface StartRow {
  id: number
  name: string
  planId: number | null
  at: string
  by: string | null
  why: 'now' | 'trial' | 'once' | 'rule' | 'build' | 'plan' | 'call' | 'rerun'
  trial: boolean
  state: StartState
  pipeline: string
  branch: string
  build: string
  endedAt: string | null
  notes: PlanNote[]
  runs: { id: number; environment: string; profile: string | null; failed: number; total: number; live: boolean }[]
  parts: { waiting: number; running: number; done: number; failed: number }
  /** Cases that people do: how many there are, and how many are done. */
  manual: { total: number; done: number }
  /** When the last part is expected to end; null where it is over, or waits for what nobody can tell. */
  endsAt: string | null
}

/** Why a part waits. */
export type PartWait =
  | { code: 'behind'; startId: number; name: string }
  | { code: 'protected'; environment: string }
  | { code: 'closed'; environment: string; until: string; note: string }
  | { code: 'noAgents' }
  | { code: 'labels'; missing: string[] }
  | { code: 'profile'; profile: string }
  | { code: 'pool'; pool: string }
  | { code: 'poolFull'; pool: string }
  | { code: 'poolClosed'; pool: string; until: string }
  | { code: 'away'; agents: string[] }
  | { code: 'busy'; agent: string; until: string | null }

export type PartState = 'waiting' | 'running' | 'done' | 'failed' | 'stopped' | 'lost'

export interface PartRow {
  id: number
  startId: number
  start: string
  runId: number | null
  environment: string
  profile: string | null
  recipe: string
  shard: number
  try: number
  tests: number
  expectedMs: number
  state: PartState
  agent: { id: number; name: string } | null
  pool: string | null
  handoff: string | null
  owner: string | null
  createdAt: string
  claimedAt: string | null
  endedAt: string | null
  exitCode: number | null
  said: string | null
  /** How often it lost its agent. */
  lost: number
  logChars: number
  stopAsked: boolean
  /** Why it waits; null where it does not, or is about to be taken. */
  waits: PartWait | null
  trial: boolean
  passed: number
  failed: number
  errored: number
}

export interface PartList {
  rows: PartRow[]
  start: StartRow | null
  /** Runs that did this one again. */
  reruns: { startId: number; runId: number | null; at: string; by: string | null }[]
}

export interface PartLog {
  text: string
  /** Where the next piece begins. */
  next: number
  done: boolean
}

export interface Today {
  from: string
  to: string
  now: string
  lines: { id: string; name: string; about: string; away: string | null; bars: TodayBar[] }[]
  closed: { environment: string; from: string; to: string; note: string }[]
  waiting: PartRow[]
  going: StartRow[]
  coming: { planId: number; name: string; at: string; expectedMs: number | null }[]
}

export interface TodayBar {
  partId: number
  runId: number | null
  name: string
  from: string
  to: string
  state: PartState
  /** What came of its tests so far. */
  outcome: 'passed' | 'failed' | 'errored' | 'recovered' | null
  expectedTo: string | null
  trial: boolean
}

export interface Started {
  start: StartRow
}

export interface CalendarAddress {
  /** Below the address of the server; whoever has it may read the calendar. */
  path: string
}
