import type { Change, Failure, Fault, Outcome, OutcomeTotals, RunTrigger, TestStep, Warning } from '@bobbin/core'
import type { RunFeeds } from './live.js'
import type { LaneRef, ScriptHistory, Threads } from './history.js'
import type { LinkInfo, ScriptRef } from './scripts.js'

export type { RunTrigger }

export interface RunRow {
  id: number
  lane: LaneRef
  build: string
  commit: string | null
  /** Who made the change that was built, and the page of the build in its pipeline; null where nobody said. */
  author: string | null
  address: string | null
  startedAt: string
  deliveredAt: string
  durationMs: number
  totals: OutcomeTotals
  /** Results are still coming in. It is incomplete as long. */
  live: boolean
  incomplete: boolean
  /** Whether all tests of the suite ran, or a part of them, as its sender says; null where nobody says. */
  scope: 'whole' | 'partial' | null
  /** So many tests could not judge that the environment was at fault. */
  outage: boolean
  /** The first, the second … run of its build in its lane. */
  ordinal: number
  /** What its sender calls it among those; empty for one that needs no name. */
  key: string
  trigger: RunTrigger
  /** The run that it does again. */
  originRunId: number | null
  release: string | null
  /** What it was tested on: a browser, a device, an operating system. */
  profile: string | null
  /** It stays out of the record: no history, comparison or sum has it. */
  trial: boolean
  files: number
  /** Its details are never forgotten. */
  keep: boolean
  /** When its details were forgotten: output and attachments; outcomes and durations stay. */
  forgottenAt: string | null
  changes: Record<Change, number> | null
}

/** One of the runs of a build in a lane. */
export interface RunOfBuild {
  id: number
  ordinal: number
  key: string
  trigger: RunTrigger
  startedAt: string
  total: number
  /** How many failed or errored. */
  red: number
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
  /** Failures of one signature are alike; whether it is sure that they have one cause. */
  signatureId: number | null
  oneCause: boolean
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
  /** All runs of the build in this lane, first to last. */
  runsOfBuild: RunOfBuild[]
  /** Paths that the build changed against the one before, as its sender said; the first thousand. */
  changedFiles: string[] | null
  previous: { id: number; build: string; incomplete: boolean } | null
  /** Outages between the two, which are not compared with. */
  passedOver: { id: number; build: string; incomplete: boolean }[]
  next: { id: number; build: string } | null
  changes: Record<Change, number>
  rows: ResultRow[]
  faults: FaultRow[]
  warnings: FileWarnings[]
  /** Where its results came from, first to last; at most a hundred. */
  deliveries: { id: number; at: string; by: string }[]
  threads: Threads
  /** Senders that told results while the tests ran; null where there was none. */
  sent: RunFeeds | null
}

export interface AttemptDetail {
  ordinal: number
  outcome: Outcome
  durationMs: number | null
  startedAt: string | null
  failures: Failure[]
  reason: string | null
  stdout: string | null
  steps: TestStep[]
  stderr: string | null
  properties: { name: string; value: string }[]
  attachments: AttachmentInfo[]
  file: string
}

export interface AttachmentInfo {
  id: number
  name: string
  /** Where the runner says that it stood. */
  path: string | null
  /** Null where the report only names it: it was not delivered. */
  bytes: number | null
  mediaType: string | null
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
  /** Rows of the same data-driven test in this run, itself among them; empty for a test without values. */
  rows: RowResult[]
  histories: ScriptHistory[]
}

/** What became of one row of a data-driven test. */
export interface RowResult {
  scriptId: number
  /** Its values, as the runner writes them. */
  row: string
  outcome: Outcome
  durationMs: number | null
}

/** Rows of one change, with their threads. */
export type RunRows = Pick<RunDetail, 'rows' | 'threads'>

/** A file in an attached archive; its size is that of its content, in bytes. */
export interface ArchiveEntry {
  name: string
  bytes: number
}

/** What counting the sums of runs anew from their results came to. */
export interface Recounted {
  runs: number
  /** Those that had other sums than their results; they are right now. */
  differing: { id: number; build: string; pipeline: string }[]
}
