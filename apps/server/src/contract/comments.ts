import type { CommentKind } from '@bobbin/core'
import type { FailureRow, PersonRef } from './failures.js'
import type { AssignmentRow } from './manual.js'

export interface CommentRow {
  id: number
  author: PersonRef | null
  /** Markdown; empty where it was deleted. */
  text: string
  createdAt: string
  editedAt: string | null
  deletedAt: string | null
  mine: boolean
}

export interface CommentList {
  rows: CommentRow[]
  following: boolean
  followers: number
  /** Who can be mentioned. */
  people: PersonRef[]
}

/** A comment that names who is signed in. */
export interface MentionRow {
  commentId: number
  kind: CommentKind
  subject: string
  /** Where it stands, below the project. */
  path: string
  title: string
  author: string | null
  text: string
  at: string
  unread: boolean
}

export interface Mine {
  mentions: MentionRow[]
  unread: number
  /** Failures that were given to who is signed in, or to one of their teams. */
  failures: FailureRow[]
  quarantined: { scriptId: number; name: string; reason: string }[]
  cells: { planId: number; plan: string; environment: string }[]
  /** What is to be done by hand. */
  assignments: AssignmentRow[]
  /** Cases of one's own that are still drafts. */
  drafts: { key: string; title: string; updatedAt: string }[]
  /** Drafts of others that wait for somebody who approves, where who is signed in may. */
  reviews: { key: string; title: string; owner: string | null; updatedAt: string }[]
}

export interface MineCount {
  unread: number
  failures: number
  /** Cases to be done by hand that are one's own, or free, and can be done now. */
  toDo: number
  /** Causes that nobody triaged in the newest build of each lane of the main branch. */
  untriaged: number
}
