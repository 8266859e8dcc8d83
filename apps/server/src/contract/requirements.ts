import type { Outcome } from '@bobbin/core'
import type { CaseState } from './cases.js'

/** Whether cases verify a requirement: none is tied, those that are have no result in the newest runs, or some have. */
export type RequirementState = 'noCase' | 'neverRan' | 'covered'

export interface RequirementScript {
  id: number
  name: string
  file: string | null
}

export interface RequirementCase {
  key: string
  title: string
  state: CaseState
  /** Scripts that verify it. */
  scripts: RequirementScript[]
  /** Where it was done by hand last, of the newest runs. */
  byHand: { runId: number; build: string } | null
  /** By environment the worst of its results in the newest run of each lane; those without a result are not told. */
  outcomes: Record<string, Outcome>
}

export interface RequirementRow {
  id: number
  key: string
  name: string
  note: string
  /** Where it is kept, if that is outside. */
  address: string | null
  state: RequirementState
  /** A result of one of its cases is red. */
  red: boolean
  /** Its words changed after those of a case that is tied to it. */
  changed: boolean
  cases: RequirementCase[]
}

export interface RequirementList {
  rows: RequirementRow[]
  /** How many there are on all pages. */
  total: number
  /** Environments with a run in the lens. */
  environments: string[]
}

export interface RequirementMade {
  id: number
}

export interface RequirementsImported {
  made: number
  changed: number
}
