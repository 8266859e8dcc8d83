import type { PlanNote, StartRow, StartState } from '../contract/index.js'

export interface StartRecord {
  id: number
  name: string
  planId: number | null
  accountId: number | null
  at: Date
  by: string | null
  why: StartRow['why']
  trial: boolean
  state: StartState
  pipeline: string
  branch: string
  build: string
  endedAt: Date | null
  notes: PlanNote[]
  runs: StartRow['runs']
  parts: StartRow['parts']
  manual: StartRow['manual']
}

export const startRow = ({ accountId: _, ...row }: StartRecord, endsAt: string | null = null): StartRow => ({
  ...row,
  at: row.at.toISOString(),
  endedAt: row.endedAt?.toISOString() ?? null,
  endsAt,
})
