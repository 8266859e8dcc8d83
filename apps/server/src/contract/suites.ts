/** By which cases are in a suite; all that is set must hold. */
export interface SuiteFilter {
  tags?: string[] | undefined
  priorities?: number[] | undefined
  /** An area, with everything below it. */
  areaId?: number | undefined
  ownerId?: number | undefined
  /** It verifies this requirement. */
  requirementId?: number | undefined
  states?: ('draft' | 'approved')[] | undefined
  /** Its last result failed or errored. */
  failedLast?: boolean | undefined
  /** It failed and passed in the newest builds. */
  unsteady?: boolean | undefined
  /** No result for so many days. */
  notRunDays?: number | undefined
  /** The case changed within so many days. */
  changedDays?: number | undefined
}

export interface SuiteRow {
  id: number
  folder: string
  name: string
  note: string
  filter: SuiteFilter | null
  /** It ships with the project, and is copied to be used. */
  template: boolean
  cases: number
  snapshotAt: string | null
  plans: { id: number; name: string }[]
}

export interface SuiteList {
  rows: SuiteRow[]
}

/** A digit a build, oldest first; 0 where it has no result. */
export interface SuiteThread {
  suiteId: number
  thread: string
  /** How the cases stand by their newest result. */
  failed: number
  errored: number
  passed: number
  other: number
  /** Without a result in the newest builds. */
  notRun: number
}

export interface SuiteThreads {
  rows: SuiteThread[]
}

export interface SuiteCase {
  id: number
  key: string
  title: string
  priority: number
  state: 'draft' | 'approved' | 'retired'
  /** Scripts that verify it; none is done by hand. */
  scripts: number
  /** Outcomes of its newest builds, a digit each, oldest first: the worst of its scripts. */
  thread: string
  /** From history for scripts, as estimated by hand otherwise. */
  expectedMs: number | null
  owner: string | null
}

/** What is different of a case since the suite was planned. */
export interface SuiteDifference {
  key: string
  title: string
  kind: 'added' | 'removed' | 'retired' | 'changed'
  /** In words, as “step 3, expected: …”. */
  details: string[]
}

export interface SuiteDetail extends SuiteRow {
  rows: SuiteCase[]
  /** On one agent, one after the other. */
  automatedMs: number
  byHandMs: number
  /** The lane that the threads are of. */
  lanes: string[]
  differences: SuiteDifference[]
}
