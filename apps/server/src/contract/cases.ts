export interface AreaNode {
  id: number
  parentId: number | null
  name: string
  cases: number
}

export type CaseState = 'draft' | 'approved' | 'retired'

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
  scripts: number
}

export interface CaseList {
  rows: CaseRow[]
  total: number
}

export interface CaseDetail {
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
  version: number
  updatedAt: string
}

export interface OutlineMade {
  areas: number
  cases: { key: string; title: string }[]
}
