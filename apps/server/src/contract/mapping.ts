import type { CaseIntent, CaseState, MappingRule, Outcome, Reason } from '@bobbin/core'
import type { LinkInfo } from './scripts.js'

export interface MappingSuggestion {
  caseKey: string
  /** From 0 to 1: of what is called 0.9, nine in ten are right. */
  confidence: number
  reasons: Reason[]
  /** The one that the script gets where all scripts get theirs. */
  chosen: boolean
}

export type MappingFinding = 'broken' | 'stale' | 'reworded' | 'retired' | 'silent' | 'moved' | 'duplicate' | 'unknownKeys' | 'claimedTwice'

/** A script in code, or one that only results name, with the cases that it verifies or may verify. */
export interface MappingRow {
  id: number
  name: string
  suites: string[]
  file: string | null
  line: number | null
  framework: string | null
  /** It stands in code, as a scan found it. */
  scanned: boolean
  /** How many rows and profiles it has. */
  variants: number
  /** Of the newest 30 runs of the project, the last that has a result of it; null where none has. */
  lastOutcome: Outcome | null
  links: LinkInfo[]
  suggestions: MappingSuggestion[]
  findings: MappingFinding[]
  /** Where it stood or what it was called before. */
  was: string | null
  movedAt: string | null
  movedBy: string | null
  goneAt: string | null
  unknownKeys: string[]
  /** Keys that another script declares, too, where a key belongs to one script. */
  claimedKeys: string[]
}

/** A case that rows of a mapping name. */
export interface MappingCase {
  key: string
  title: string
  /** Names of its areas, outermost first. */
  areas: string[]
  intent: CaseIntent
  state: CaseState
}

export interface MappingCounts {
  scripts: number
  unlinked: number
  /** Without a case, with a suggestion that is sure. */
  sure: number
  /** Without a case, with suggestions of which none is sure. */
  choose: number
  broken: number
  stale: number
  /** Linked to a case whose words changed since. */
  reworded: number
  /** Linked to a case that is retired. */
  retired: number
  silent: number
  moved: number
  duplicate: number
  unknownKeys: number
  /** Declaring a key that another script declares, where a key belongs to one script. */
  claimedTwice: number
  /** Pairs of cases that say nearly the same. */
  alike: number
  /** Renames that a person has to decide. */
  questions: number
  /** Cases to be automated that no script verifies. */
  toAutomate: number
}

/** How far suggestions are. */
export interface Suggesting {
  running: boolean
  done: number
  scripts: number
  finishedAt: string | null
  /** Decisions about suggestions so far; from twenty on they say how sure the next ones are. */
  decisions: number
}

export interface MappingList {
  rows: MappingRow[]
  total: number
  cases: MappingCase[]
}

export interface MappingOverview {
  counts: MappingCounts
  suggesting: Suggesting
  /** From here on a suggestion is called sure. */
  sureFrom: number
  questions: MappingQuestion[]
  /** When the newest scan was finished; null where none was. */
  scannedAt: string | null
}

export interface AlikeCase {
  key: string
  title: string
  scripts: number
}

/** Pairs of cases that say nearly the same, the likest first. */
export interface AlikeList {
  rows: { id: number; one: AlikeCase; other: AlikeCase; likeness: number }[]
}

/** Two scripts that may be one, renamed. */
export interface MappingQuestion {
  id: number
  old: { id: number; name: string; file: string | null; cases: string[] }
  new: { id: number; name: string; file: string | null }
  sure: number
  reasons: string[]
}

/** Keys that the code of tests does not declare, though a person or a rule linked them. */
export interface StampList {
  rows: { file: string; suites: string[]; name: string; framework: string; keys: string[] }[]
}

/** What became of tests that were pushed. */
export interface PushReport {
  /** Keys of the cases that were made, with their tests. */
  made: { key: string; name: string }[]
  /** Tests that had a case already. */
  linked: number
  actId: number | null
}

/** Rules for cases that are made of scripts, and what they would do. */
export interface MappingRules {
  rules: MappingRule[]
  /** Scripts without a case, and those that were first seen in the last 30 days. */
  scripts: { without: number; lately: number }
  /** By place of the rule, how many scripts it settles something of. */
  catches: {
    without: number
    lately: number
    examples: { script: string; file: string | null; area: string; title: string; tags: string[] }[]
  }[]
}

export interface MappingDecided {
  links: number
  actId: number | null
}
