import type { Change, CoverageSummary, Fault, OutcomeTotals, Warning } from '@bobbin/core'
import type { LaneRef } from './history.js'
import type { UnknownTests } from './projects.js'

export interface DeliveredFile {
  name: string
  /** `passedOver`: it lay beside result files, and is none. `attached`: likewise, but one of them names it. */
  status: 'stored' | 'already' | 'refused' | 'passedOver' | 'attached'
  format: string | null
  totals: OutcomeTotals | null
  faults: Fault[]
  warnings: Warning[]
  /** Of a coverage file, which holds no results. */
  coverage: CoverageSummary | null
  /** Declared keys that no case has, with the test that declares each. */
  unknownKeys: { key: string; test: string }[]
  error: { code: string; message: string } | null
}

/** The run that a delivery belongs to. */
export interface DeliveryRun {
  id: number
  build: string
  lane: LaneRef
  totals: OutcomeTotals
  /** More is to come: shards, or reporters that are still sending. */
  live: boolean
  incomplete: boolean
}

/** What a delivery had to make, so that a mistyped name is seen. */
export interface Made {
  kind: 'pipeline' | 'environment' | 'build' | 'release' | 'run'
  name: string
}

/** How many tests came that no case claims, by what was decided about them as the project chose. */
export interface Decided {
  /** A case was made for each. */
  make: number
  /** They were set aside. */
  aside: number
  /** They wait for a person. */
  ask: number
}

/** One of those tests. */
export interface Decision {
  scriptId: number
  name: string
  /** The file, class or suite it stands in. */
  place: string | null
  decision: UnknownTests
  /** Keys of its cases now, whoever linked them. */
  cases: string[]
}

export interface DeliveryReport {
  deliveryId: number
  /** `waiting`: its files are stored and will be read; its report can be asked for then. */
  state: 'read' | 'waiting'
  run: DeliveryRun | null
  made: Made[]
  notes: string[]
  files: DeliveredFile[]
  newScripts: number
  decided: Decided
  /** Against the build before; null where nothing was stored, and while more is to come. */
  changes: Record<Change, number> | null
}

/** A delivery in the list: its files counted by what became of them. */
export interface DeliveryRow {
  id: number
  at: string
  by: string
  source: string
  runId: number | null
  build: string | null
  lane: LaneRef | null
  undone: boolean
  state: DeliveryState
  files: Record<DeliveredFile['status'], number>
  results: number
  faults: number
  /** The first few, with the reason. */
  refused: { name: string; error: string }[]
}

/** A delivered file, and what became of it. */
export interface DeliveryFile extends Omit<DeliveredFile, 'status'> {
  id: number
  /** `undone`: it was stored, and taken out again with its delivery. */
  status: DeliveredFile['status'] | 'undone'
  framework: string | null
  /** Its size in bytes; 0 where it was never read to its end. */
  bytes: number
  /** The file is kept as it came: it can be downloaded and read again. */
  original: boolean
  readAt: string
}

/** Where a delivery belongs, by names. */
export interface DeliveryPlace {
  pipeline: string
  build: string
  branch: string
  environment: string
  commit: string | null
  /** What the run is called among those of its build; empty without a name. */
  run: string
  trial: boolean
}

/**
 * Where a delivery is on its way: still coming in, stored and waiting to be read, being read, read; or given up after several tries.
 */
export type DeliveryState = 'coming' | 'waiting' | 'reading' | 'read' | 'failed'

/** A delivery that is not read yet. */
export interface QueuedDelivery {
  id: number
  at: string
  by: string
  state: Exclude<DeliveryState, 'read'>
  tries: number
  /** When it is tried again, if not before. */
  dueAt: string | null
  /** What kept it from being read the last time. */
  problem: string | null
  bytes: number
  pipeline: string
  build: string
  /** How many files it has, and how many of them are stored. */
  files: number
  stored: number
}

export interface DeliveryDetail {
  id: number
  state: DeliveryState
  /** What kept it from being read the last time. */
  problem: string | null
  /** Files that wait to be read. */
  waiting: number
  at: string
  by: string
  source: string
  target: DeliveryPlace
  run: DeliveryRun | null
  undone: { at: string; by: string } | null
  made: Made[]
  notes: string[]
  newScripts: number
  decided: Decided
  /** The first two hundred of these tests. */
  decisions: Decision[]
  /** What went wrong first; at most a thousand. */
  files: DeliveryFile[]
  fileCount: number
}
