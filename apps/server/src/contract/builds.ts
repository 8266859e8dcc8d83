import type { Outcome } from '@bobbin/core'
import type { RunRow } from './runs.js'
import type { ScriptRef } from './scripts.js'

/** A run of a build, with how long it usually takes. */
export interface BuildRun extends RunRow {
  /** The median of the other runs of its lane in the lens that are over and no outage; null for fewer than three. */
  usualMs: number | null
}

export interface BuildRow {
  id: number
  build: string
  branch: string
  commit: string | null
  author: string | null
  address: string | null
  /** When its first run began. */
  at: string
  /** How many files it changed against the build before; null where nobody said. */
  changedFiles: number | null
  /** Causes of its failures. */
  causes: number
  /** Newest last. */
  runs: BuildRun[]
}

export interface BuildList {
  /** Pipelines with builds in the lens, the one with the most first. */
  pipelines: { name: string; builds: number }[]
  pipeline: string | null
  /** Those that any of the builds ran in. */
  environments: string[]
  /** Newest first. */
  rows: BuildRow[]
}

export interface BuildDetail {
  id: number
  build: string
  /** Paths that it changed against the build before, as its sender said; null where nobody said. */
  changedFiles: string[] | null
  /** Why it is red: causes over all its runs, the one with the most tests first. */
  causes: { id: number; title: string; cause: string | null; resolved: boolean; tests: number }[]
}

/** What became of a test in one of two runs and in the other: worse, better, otherwise, in one only, the same. */
export type ComparedKind = 'worse' | 'better' | 'other' | 'onlyLeft' | 'onlyRight' | 'same'

export interface ComparedRow {
  script: ScriptRef
  kind: ComparedKind
  left: Outcome | null
  right: Outcome | null
  /** What it said where it is red; of both, the right one. */
  message: string | null
}

export interface Comparison {
  left: RunRow
  right: RunRow
  counts: Record<ComparedKind, number>
  /** Of the kinds that were asked for. */
  rows: ComparedRow[]
  /** Rows beyond the most that are told. */
  more: number
}
