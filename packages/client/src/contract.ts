import type { Change, Fault, Outcome, OutcomeTotals, Warning } from '@bobbin/core'

/** What the API answers, as the server types its handlers and the web app and the command line read them. Times are ISO 8601. */

export interface ProblemDetails {
  type: string
  title: string
  status: number
  code: string
  detail: string
}

export interface Me {
  account: { id: number; name: string; email: string; kind: AccountKind }
  projects: ProjectInfo[]
}
export type AccountKind = 'engineer' | 'tester' | 'developer' | 'lead'

export interface ProjectInfo {
  slug: string
  name: string
  keyPrefix: string
}

export interface Member {
  id: number
  name: string
  kind: AccountKind
}

/** What there is to look through in a project. */
export interface LensOptions {
  branches: { name: string; builds: number }[]
  environments: { name: string; protected: boolean }[]
  pipelines: { name: string }[]
}

export interface AreaNode {
  id: number
  parentId: number | null
  name: string
  cases: number
}

export type CaseState = 'draft' | 'approved' | 'retired'
export interface CaseStep {
  action: string
  expected: string
}

export interface CaseRow {
  key: string
  title: string
  areaId: number | null
  area: string | null
  priority: number
  tags: string[]
  owner: string | null
  state: CaseState
  scripts: number
}

export interface CaseList {
  rows: CaseRow[]
  total: number
}

export interface CaseDetail {
  key: string
  title: string
  areaId: number | null
  areaPath: string[]
  preconditions: string
  steps: CaseStep[]
  priority: number
  tags: string[]
  ownerId: number | null
  state: CaseState
  version: number
  updatedAt: string
}

export interface CaseEdit {
  /** The version that was edited; a newer one on the server refuses the edit. */
  version: number
  title?: string
  preconditions?: string
  steps?: CaseStep[]
  priority?: number
  tags?: string[]
  ownerId?: number | null
  areaId?: number | null
}

export interface OutlineMade {
  areas: number
  cases: { key: string; title: string }[]
}

export interface CaseScript {
  script: ScriptRef
  link: LinkInfo
  histories: ScriptHistory[]
}

export interface LinkInfo {
  caseKey: string
  caseTitle: string
  origin: 'declared' | 'rule' | 'suggested' | 'manual'
  state: 'active' | 'suggested' | 'rejected' | 'broken'
}

export interface ScriptRef {
  id: number
  name: string
  classname: string | null
  suites: string[]
  file: string | null
  profile: string | null
  framework: string | null
}

export interface ScriptRow extends ScriptRef {
  cases: string[]
  /** Keys it declares that no case has. */
  unknownKeys: string[]
  lastOutcome: Outcome | null
  lastRunId: number | null
  lastSeen: string | null
}

export interface ScriptList {
  rows: ScriptRow[]
  total: number
  unlinked: number
  unknownKeys: number
}

export interface ScriptDetail extends ScriptRow {
  links: LinkInfo[]
  histories: ScriptHistory[]
}

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

export interface RunRow {
  id: number
  lane: LaneRef
  build: string
  commit: string | null
  startedAt: string
  deliveredAt: string
  durationMs: number
  totals: OutcomeTotals
  incomplete: boolean
  /** So many tests could not judge that the environment was at fault. */
  outage: boolean
  files: number
  changes: Record<Change, number> | null
}

export interface RunList {
  rows: RunRow[]
  hidden: number
}

export interface ResultRow {
  script: ScriptRef
  cases: string[]
  change: Change
  before: Outcome | null
  outcome: Outcome | null
  durationMs: number | null
  attempts: number
  message: string | null
  signatureId: number | null
}

export interface FaultRow extends Fault {
  file: string
}

export interface FileWarnings {
  file: string
  warnings: Warning[]
}

export interface RunDetail {
  run: RunRow
  previous: { id: number; build: string; incomplete: boolean } | null
  /** Outages between the two, which are not compared with. */
  passedOver: { id: number; build: string; incomplete: boolean }[]
  next: { id: number; build: string } | null
  changes: Record<Change, number>
  rows: ResultRow[]
  faults: FaultRow[]
  warnings: FileWarnings[]
  threads: Threads
}

export interface AttemptDetail {
  ordinal: number
  outcome: Outcome
  durationMs: number | null
  startedAt: string | null
  failures: { message: string | null; type: string | null; stack: string | null }[]
  reason: string | null
  stdout: string | null
  stderr: string | null
  properties: { name: string; value: string }[]
  file: string
}

export interface ResultDetail {
  script: ScriptRef
  links: LinkInfo[]
  unknownKeys: string[]
  run: { id: number; build: string; commit: string | null; lane: LaneRef; startedAt: string }
  outcome: Outcome | null
  change: Change
  before: { outcome: Outcome; runId: number; build: string } | null
  /** First failing build of the streak this result stands in. */
  failingSince: { runId: number; build: string } | null
  /** Other tests of this run that failed with the same signature. */
  sameFailure: { scriptId: number; name: string }[]
  attempts: AttemptDetail[]
  histories: ScriptHistory[]
}

export interface DeliveredFile {
  name: string
  status: 'stored' | 'already' | 'refused'
  format: string | null
  totals: OutcomeTotals | null
  faults: Fault[]
  warnings: Warning[]
  /** Declared keys that no case has, with the test that declares each. */
  unknownKeys: { key: string; test: string }[]
  error: { code: string; message: string } | null
}

export interface DeliveryReport {
  deliveryId: number
  run: { id: number; build: string; lane: LaneRef; totals: OutcomeTotals; incomplete: boolean } | null
  made: { kind: 'pipeline' | 'environment' | 'build' | 'run'; name: string }[]
  notes: string[]
  files: DeliveredFile[]
  newScripts: number
  changes: Record<Change, number> | null
}

export interface DeliveryRow {
  id: number
  at: string
  by: string
  source: string
  runId: number | null
  build: string | null
  lane: LaneRef | null
  files: { name: string; status: DeliveredFile['status']; results: number; faults: number; warnings: number; error: string | null }[]
}

/** What the Brief found; the words are made where it is shown. */
export type Finding =
  | { kind: 'newlyFailing'; run: BriefRun; count: number; areas: string[]; causes: number; message: string | null }
  | { kind: 'outage'; run: BriefRun; count: number; total: number; message: string | null; over: boolean }
  | { kind: 'incomplete'; run: BriefRun; faults: number; notRun: number; subject: string }
  | { kind: 'stillFailing'; run: BriefRun; count: number; sinceBuild: string | null; sinceRunId: number | null }
  | { kind: 'recovered'; run: BriefRun; count: number; worst: { name: string; scriptId: number; times: number; of: number } | null }
  | { kind: 'fixed'; run: BriefRun; count: number }
  | { kind: 'newlySkipped'; run: BriefRun; count: number }
  | { kind: 'gone'; run: BriefRun; count: number }
  | { kind: 'new'; run: BriefRun; count: number }
  | { kind: 'silent'; environment: string; days: number; lastRunId: number }
  | { kind: 'unlinked'; count: number; total: number }
  | { kind: 'unknownKeys'; count: number; keys: string[] }
  | { kind: 'uncovered'; count: number; total: number }

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
