import { type Outcome, outcomeFromCode } from '@bobbin/core'
import type { AssignedCase, AssignmentRow } from '../contract/index.js'

type Dates<T, K extends keyof T> = Omit<T, K> & { [key in K]: Date | null }

export type AssignmentRecord = Dates<AssignmentRow, 'dueAt' | 'closedAt' | 'createdAt'>

export type AssignedRecord = Omit<Dates<AssignedCase, 'endedAt'>, 'outcome'> & { outcome: number | null }

const iso = (at: Date | null): string | null => at?.toISOString() ?? null

export const assignmentRow = (row: AssignmentRecord): AssignmentRow => ({
  ...row,
  late: row.late ?? false,
  dueAt: iso(row.dueAt),
  closedAt: iso(row.closedAt),
  createdAt: row.createdAt?.toISOString() ?? '',
})

export const outcomeOrNull = (code: number | null): Outcome | null => (code === null ? null : outcomeFromCode(code))

export const assignedCase = ({ id, key, title, position, person, state, outcome, attempts, expectedMs, spentMs, endedAt, begun, waitsFor }: AssignedRecord): AssignedCase => ({
  id, key, title, position, person, state, outcome: outcomeOrNull(outcome), attempts, expectedMs, spentMs, endedAt: iso(endedAt), begun, waitsFor,
}) // prettier-ignore
