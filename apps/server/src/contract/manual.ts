import type { ManualDraft, Outcome, Verdict } from '@bobbin/core'

export interface ManualPerson {
  id: number
  name: string
  /** Left the project: what was theirs is free for others. */
  gone: boolean
}

export type AssignedState = 'open' | 'going' | 'done' | 'dropped'

/** Cases that people are to do by hand in one run. */
export interface AssignmentRow {
  id: number
  name: string
  people: ManualPerson[]
  inOrder: boolean
  dueAt: string | null
  late: boolean
  closedAt: string | null
  closedWhy: string | null
  createdAt: string
  by: string | null
  runId: number
  pipeline: string
  branch: string
  build: string
  environment: string
  profile: string | null
  release: string | null
  startId: number | null
  planId: number | null
  total: number
  done: number
  failed: number
  /** How many of its open cases are mine, or free for me, and can be done now. */
  mine: number
  expectedMs: number | null
  /** The case to go on with; null where none is mine and free. */
  nextId: number | null
}

export interface AssignmentList {
  rows: AssignmentRow[]
}

export interface AssignedCase {
  id: number
  key: string
  title: string
  position: number
  person: ManualPerson | null
  state: AssignedState
  outcome: Outcome | null
  attempts: number
  expectedMs: number | null
  spentMs: number | null
  endedAt: string | null
  /** Somebody wrote into it and did not end it. */
  begun: boolean
  /** It waits for this case, which comes before it. */
  waitsFor: string | null
}

export interface AssignmentDetail extends AssignmentRow {
  cases: AssignedCase[]
}

export interface DraftFile {
  id: number
  step: number | null
  name: string
  mediaType: string
  bytes: number
}

/** A result of the same case before, by hand or by a script. */
export interface EarlierResult {
  runId: number
  scriptId: number
  script: string
  build: string
  environment: string
  profile: string | null
  outcome: Outcome
  durationMs: number | null
  at: string
  by: string | null
}

/** Everything that somebody needs to do a case. */
export interface CaseToDo {
  id: number
  assignment: AssignmentRow
  key: string
  title: string
  areaPath: string[]
  version: number
  position: number
  preconditions: string
  steps: { action: string; expected: string }[]
  values: Record<string, string>
  /** Values that have to be filled in. */
  asked: string[]
  person: ManualPerson | null
  state: AssignedState
  outcome: Outcome | null
  attempts: number
  scriptId: number | null
  expectedMs: number | null
  draft: ManualDraft
  draftVersion: number
  draftAt: string | null
  draftBy: string | null
  files: DraftFile[]
  waitsFor: string | null
  /** What became of the case since it was assigned; null where it is as it was. */
  changed: { version: number; retired: boolean; deleted: boolean; title: string; steps: { action: string; expected: string }[] } | null
  /** Why nothing can be written into it; null where it can. */
  closed: 'signedOff' | 'assignmentClosed' | null
  earlier: EarlierResult[]
  automated: EarlierResult[]
  /** The next that is mine, in this assignment or another. */
  next: { id: number; key: string; title: string; assignmentId: number } | null
}

export interface DraftSaved {
  draftVersion: number
}

export interface CaseDone {
  outcome: Verdict
  runId: number
  scriptId: number
  next: { id: number; key: string; title: string; assignmentId: number } | null
  /** The assignment is done with it. */
  allDone: boolean
}

export interface StepDefect {
  defectId: number
  draftVersion: number
}

/** A cell of the report: one case in one environment and profile. */
export interface ReportRow {
  caseId: number
  key: string
  title: string
  area: string
  environment: string
  profile: string | null
  runId: number
  build: string
  /** How it is done there. */
  manual: ReportResult | null
  automated: ReportResult | null
  /** The worst of both; null while there is none. */
  outcome: Outcome | null
  state: 'planned' | 'under way' | 'done'
  /** Whose it is, where it is done by hand. */
  person: string | null
  steps: ReportStep[]
  /** Requirements that its case verifies: keys with titles. */
  requirements: string[]
}

export interface ReportResult {
  scriptId: number
  outcome: Outcome | null
  at: string | null
  durationMs: number | null
  by: string | null
  message: string | null
}

export interface ReportStep {
  text: string
  outcome: Outcome
  message: string | null
}

export interface ReportSum {
  name: string
  planned: number
  underWay: number
  done: number
  passed: number
  failed: number
  errored: number
  /** Skipped, blocked or not run. */
  other: number
}

export interface Report {
  title: string
  /** What it is a report of. */
  of: { kind: 'release' | 'plan' | 'run'; id: number; name: string }
  at: string
  total: ReportSum
  cells: ReportSum[]
  areas: ReportSum[]
  people: ReportSum[]
  /** By requirement that its cases verify; a case may verify several, and what verifies none is not told. */
  requirements: ReportSum[]
  rows: ReportRow[]
  /** Planned and not done, with whose it is. */
  missing: { key: string; title: string; where: string; person: string | null; runId: number }[]
  defects: { key: string | null; title: string; state: string; url: string | null }[]
  spentMs: number
  expectedLeftMs: number
  signOff: SignOff | null
}

export interface SignOff {
  id: number
  runId: number | null
  releaseId: number | null
  words: string
  open: { text: string; count: number }[]
  by: string | null
  at: string
  reopenedAt: string | null
  reopenedBy: string | null
  reopenedWhy: string | null
}

export interface SignOffState {
  current: SignOff | null
  /** Of those before, the newest first. */
  past: SignOff[]
  /** What would be listed as open if it were signed off now. */
  open: { text: string; count: number }[]
}

export interface Workload {
  /** What one person works on one day, in milliseconds. */
  dayMs: number
  people: {
    person: ManualPerson | null
    days: { day: string; ms: number }[]
    laterMs: number
    overloadedOn: string | null
    cases: number
  }[]
}
