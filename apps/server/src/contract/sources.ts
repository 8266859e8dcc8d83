import type { OutcomeTotals, SourceKind } from '@bobbin/core'

export type { SourceKind }

/** A folder of the server, or an address. */
/** A place that is looked into at an interval, for teams who can't push. */
export interface Source {
  id: number
  name: string
  kind: SourceKind
  /** The folder's path, or the address. */
  address: string
  pipeline: string
  branch: string
  environment: string
  /** The build's name, in which `{folder}` stands for the folder below the source; null names it by the file's time. */
  build: string | null
  everySeconds: number
  paused: boolean
  by: string
  nextAt: string
  lastAt: string | null
  /** How often it failed in a row, and why the last time. */
  failures: number
  problem: string | null
  /** How many files it brought so far. */
  brought: number
  /** The newest delivery it made. */
  lastDelivery: number | null
}

export interface SourceList {
  rows: Source[]
  /** What the operator allows: folders below these, and these hosts; `*` is any. */
  folders: string[]
  hosts: string[]
}

/** A file that a source holds now, and what would become of it. */
export interface SourceFile {
  name: string
  bytes: number
  build: string
  /** It was brought before, as it is. */
  known: boolean
  format: string | null
  totals: OutcomeTotals | null
  /** Why it would be refused or passed over. */
  error: string | null
}

export interface SourceLook {
  /** The first fifty. */
  files: SourceFile[]
  /** How many files there are, and how many of them are new. */
  count: number
  fresh: number
}
