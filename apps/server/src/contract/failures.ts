import type { Cause, CauseReason, GroupState, KnockOnRule, NoticeKind, Outcome } from '@bobbin/core'
import type { ScriptRef } from './scripts.js'

export interface PersonRef {
  id: number
  name: string
}

export interface DefectRef {
  id: number
  /** Null until the tracker has taken it. */
  key: string | null
  title: string
  url: string | null
  state: 'open' | 'closed' | 'gone'
  /** As the tracker calls it. */
  stateName: string
  /** What keeps the tracker from being told, or asked. */
  problem: string | null
}

export interface Mute {
  id: number
  environment: string | null
  reason: string
  untilAt: string | null
  untilBuild: string | null
  untilDefect: string | null
  by: string | null
  at: string
  /** The test or cause that it is about; an environment as a whole has neither. */
  groupId: number | null
  scriptId: number | null
  name: string
  endedAt: string | null
  endedWhy: 'date' | 'build' | 'defect' | 'person' | null
}

/** A build in which a cause was seen, or was not. */
export interface StripBuild {
  build: string
  runId: number
  at: string
  /** Tests that failed this way in it. */
  tests: number
  /** How most of them ended. */
  outcome: Outcome | null
}

export interface FailureRow {
  id: number
  title: string
  state: GroupState
  cause: Cause | null
  suggested: { cause: Cause; sure: number } | null
  assignee: PersonRef | null
  team: PersonRef | null
  defect: DefectRef | null
  failWhileOpen: boolean
  mute: Mute | null
  resolvedAt: string | null
  resolvedByItself: boolean
  /** Seen again after it was resolved. */
  backAt: string | null
  /** Counts decisions; to be sent with the next one. */
  version: number
  decidedBy: string | null
  decidedAt: string | null
  /** Different tests that failed this way, without knock-on failures. */
  tests: number
  /** Results that failed, errored or passed only when tried again. */
  failures: number
  /** Failures and blocked tests that only follow it. */
  knockOn: number
  /** Where every failure of it only follows others: the cause behind them. */
  behind: { id: number; title: string } | null
  outcome: Outcome
  areas: string[]
  environments: string[]
  since: { build: string; commit: string | null; runId: number; at: string }
  last: { build: string; runId: number; at: string }
  /** The newest builds of the pipeline and branch where it was seen last, oldest first. */
  strip: StripBuild[]
  /** Builds of the strip's pipeline in the lens, with this cause and in all. */
  seenIn: number
  buildsSeen: number
}

export interface FailureList {
  /** The first 500. */
  rows: FailureRow[]
  /** How many fit the filter. */
  fitting: number
  /** Of all causes in the lens, whatever filter holds. */
  counts: Record<GroupState, number>
  causes: number
  failures: number
  oldestUntriagedAt: string | null
}

/** A test of a cause. */
export interface FailureTest {
  script: ScriptRef
  cases: string[]
  failures: number
  /** A digit a build, as the outcome codes; 0 where it has no result. */
  thread: string
  runId: number
  /** It only follows another test of the run. */
  behind: { name: string; rule: KnockOnRule } | null
  /** It fails only after another test in the same process. */
  after: { name: string; failed: number; ran: number; otherwise: number } | null
  quarantined: boolean
  /** Newest result passed. */
  passesNow: boolean
}

export interface FailureVariant {
  signatureId: number
  message: string
  failures: number
}

/** A commit since the last good build of the tests. */
export interface FailureCommit {
  build: string
  commit: string | null
  author: string | null
  at: string
  runId: number
  /** Those on the stack first, then those that its tests cover. */
  changedFiles: { path: string; onStack: boolean; covered: boolean }[]
  files: number
}

/** What differs between an attempt that failed this way and the last good one of the same test. */
export interface AttemptFacts {
  runId: number
  build: string
  environment: string
  at: string
  durationMs: number | null
  agent: string | null
  profile: string | null
  steps: number
  settings: Record<string, string>
}

export interface FailureExample {
  runId: number
  script: ScriptRef
  ordinal: number
  message: string
  type: string | null
  stack: string
  stdout: string
  picture: { id: number; name: string } | null
  bad: AttemptFacts
  good: AttemptFacts | null
  goodStdout: string
}

export interface FailureDetail {
  row: FailureRow
  reasons: CauseReason[]
  example: FailureExample | null
  tests: FailureTest[]
  totalTests: number
  /** Said when it was resolved, by a person or by Bobbin. */
  resolvedNote: string | null
  variants: FailureVariant[]
  merged: { id: number; title: string }[]
  lastGood: { build: string; runId: number } | null
  commits: FailureCommit[]
  /** Blocked tests and failures that only follow it, in its newest run. */
  following: { script: ScriptRef; rule: KnockOnRule; outcome: Outcome }[]
  /** Everywhere and for ever. */
  firstSeenAt: string
  lastSeenAt: string | null
  allBuilds: number
  allTests: number
  mutes: Mute[]
  /** Who likely has it: by area or source folder. */
  likelyOwners: { team: PersonRef | null; person: PersonRef | null; why: string }[]
  passingWhileOpen: number
}

/** How often suggestions were right, by how sure they were. */
export interface SuggestionScore {
  days: number
  decided: number
  right: number
  bands: { from: number; decided: number; right: number }[]
  /** Suggestions at least so sure are taken without a person. */
  decideAbove: number | null
}

export interface QuarantineRow {
  id: number
  script: ScriptRef
  reason: string
  owner: PersonRef | null
  passes: number
  /** In a row on the main branch since it began. */
  passed: number
  by: string | null
  at: string
  endedAt: string | null
  endedWhy: 'passed' | 'person' | null
}

export interface QuarantineList {
  rows: QuarantineRow[]
  limit: number
  open: number
}

/** A cause in one run. */
export interface RunCause {
  id: number
  title: string
  state: GroupState
  cause: Cause | null
  /** Tests of the run that failed or errored this way, without knock-on failures. */
  tests: number
  /** Failures and blocked tests of the run that only follow it. */
  knockOn: number
}

/** Why a run is red, and what of it does not count against a gate. */
export interface RunCauses {
  rows: RunCause[]
  /** Scripts whose failure is muted, and those that are in quarantine. */
  muted: number[]
  quarantined: number[]
  /** Failed or errored tests that count: no knock-on failure, not muted, not in quarantine. */
  counting: number
}

/** A new defect, filled in. */
export interface DefectDraft {
  title: string
  text: string
  picture: { id: number; name: string } | null
  tracker: string | null
  likely: DefectRef[]
}

export interface DefectFound {
  key: string
  title: string
  state: 'open' | 'closed' | 'gone'
  stateName: string
  url: string | null
}

export interface DefectSearch {
  rows: DefectFound[]
  /** Why the tracker could not be asked; those that are known here are shown all the same. */
  problem: string | null
}

export interface TrackerInfo {
  name: string
  url: string
  hasToken: boolean
  /** Where the tracker sends its webhooks. */
  hook: string
  testedAt: string | null
  testOk: boolean | null
  testSaid: string | null
  /** Messages that wait for it. */
  waiting: number
  problem: string | null
}

export interface TrackerState {
  tracker: TrackerInfo | null
  /** Shown once, when it was made. */
  secret?: string
}

export interface NotificationRule {
  id: number
  name: string
  /** Your own; others are the project's. */
  own: boolean
  events: NoticeKind[]
  channel: 'mail' | 'webhook'
  address: string | null
  template: string | null
  hasSecret: boolean
  digestAt: string | null
  quietFrom: string | null
  quietTo: string | null
  zone: string
  paused: boolean
}

export interface NotificationRules {
  rows: NotificationRule[]
  sendsMail: boolean
}

export interface NotificationLogRow {
  id: number
  at: string
  kind: NoticeKind
  title: string
  path: string
  rule: string
  channel: 'mail' | 'webhook'
  to: string
  dueAt: string
  sentAt: string | null
  gaveUpAt: string | null
  tries: number
  problem: string | null
}

export interface NotificationLog {
  rows: NotificationLogRow[]
  total: number
}

/** What was decided: the act by which it can be undone, and the version to send with the next decision. */
export interface FailureDecided {
  id: number
  actId: number | null
  version: number
}

export interface Quarantined {
  ids: number[]
  actId: number | null
}

export interface Muted {
  id: number
  actId: number | null
}

export interface MuteList {
  rows: Mute[]
}
