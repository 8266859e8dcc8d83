import type { ActKind, ActorKind, FieldChange, SubjectKind } from '@bobbin/core'

/** One act of the change log. */
export interface ActRow {
  id: number
  at: string
  actor: ActorKind
  /** Whose deed, or in whose name; null for Bobbin by itself, or somebody whose account is gone. */
  by: string | null
  /** The name of the token, for a machine. */
  token: string | null
  kind: ActKind
  /** What was done, as a clause that follows who did it. */
  clause: string
  subject: { kind: SubjectKind; id: number | null; name: string }
  /** What differs before and after: of the subject that was asked for, or of the first. */
  fields: FieldChange[]
  /** How many subjects it changed. */
  changed: number
  reason: string | null
  request: string | null
  canUndo: boolean
  /** When and by whom it was undone. */
  undone: { at: string; by: string | null } | null
}

export interface ActList {
  rows: ActRow[]
  total: number
}

export interface ActUndone {
  /** The act that took the other one back, which can be undone itself; null when nothing was left to take back. */
  actId: number | null
  undone: number
  /** Names of what somebody changed since; it is left as it is. */
  left: string[]
}
