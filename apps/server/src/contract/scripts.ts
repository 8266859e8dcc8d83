import type { Outcome } from '@bobbin/core'
import type { ScriptHistory } from './history.js'
import type { ScriptSource } from './scans.js'

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
  /** It has no case, and somebody or a rule of the project said that it needs none. */
  aside: boolean
  lastOutcome: Outcome | null
  lastRunId: number | null
  lastSeen: string | null
}

export interface ScriptList {
  rows: ScriptRow[]
  total: number
  /** Without a case, and not set aside. */
  unlinked: number
  aside: number
  unknownKeys: number
}

/** What a decision about scripts did. */
export interface ScriptsDecided {
  /** How many scripts it changed. */
  scripts: number
  /** How many cases were made. */
  cases: number
  /** The change of cases, which can be undone. */
  actId: number | null
}

export interface ScriptDetail extends ScriptRow {
  links: LinkInfo[]
  histories: ScriptHistory[]
  /** As it stands in the code; null where no scan found it. */
  source: ScriptSource | null
  /** The script in code of which this is a row, or on a profile. */
  head: ScriptRef | null
  /** Its own rows and profiles. */
  variants: ScriptRef[]
  /** What it was called before, or is called by others. */
  aliases: ScriptAlias[]
}

/** Another name that leads to a script: of a script that became this one, of this one before it was renamed, or one that others use. */
export interface ScriptAlias {
  identity: string
  name: string
  kind: 'joined' | 'renamed' | 'also'
  /** Since when. */
  at: string
  /** Of so many runs the results were those of the script that became this one. */
  runs: number
}

/** A name that became a script of its own again. */
export interface ScriptSplit {
  id: number
  name: string
  /** So many runs have their results there now. */
  runs: number
}

export interface LinkInfo {
  caseKey: string
  caseTitle: string
  origin: 'declared' | 'rule' | 'suggested' | 'manual'
  state: 'active' | 'suggested' | 'rejected' | 'broken'
}

export interface CaseScript {
  script: ScriptRef
  link: LinkInfo
  histories: ScriptHistory[]
}
