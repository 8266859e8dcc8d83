import type { CaseIntent, CaseState } from '@bobbin/core'

export type { CaseIntent, CaseState }

export interface AreaNode {
  id: number
  parentId: number | null
  name: string
  /** Cases that stand directly in it. */
  cases: number
}

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
  intent: CaseIntent
  /** How long it takes by hand, in seconds. */
  estimateS: number | null
  updatedAt: string
  scripts: number
}

export interface CaseList {
  rows: CaseRow[]
  /** How many fit the search and filters; more than there are rows when the list is cut. */
  total: number
  /** How many cases the project has. */
  all: number
}

/** What the filters may choose from. */
export interface CaseFacets {
  tags: { name: string; cases: number }[]
}

export interface CaseDetail {
  id: number
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
  intent: CaseIntent
  /** How long it takes by hand, in seconds. */
  estimateS: number | null
  /** Keys of cases whose output it uses: its scripts run after theirs. */
  runsAfter: string[]
  version: number
  updatedAt: string
}

/** Something was done to cases, and can be undone by the number of the act. */
export interface CaseChange {
  /** Null when nothing had to be changed. */
  actId: number | null
  cases: number
}

export interface CaseEdited {
  case: CaseDetail
  actId: number | null
}

export interface OutlineMade {
  areas: number
  cases: { key: string; title: string }[]
  actId: number | null
}

export interface AreaDeleted {
  actId: number | null
  cases: number
  areas: number
}

/** What a row of an imported table does. */
export interface ImportRow {
  line: number
  action: 'make' | 'change' | 'same' | 'refuse'
  key: string | null
  title: string
  changes: { field: string; from: string; to: string }[]
  problems: string[]
}

export interface ImportPreview {
  rows: ImportRow[]
  make: number
  change: number
  same: number
  refuse: number
  columns: string[]
  /** Headings that mean nothing here. */
  ignored: string[]
  /** Areas that would be made. */
  newAreas: string[]
}

export interface Imported extends CaseChange {
  made: number
  changed: number
  left: number
}
