import type { NoticeKind } from '@bobbin/core'
import { type InTransaction, run } from '../platform/database.js'

export interface NewEvent {
  projectId: number
  kind: NoticeKind
  /** Says which event it is: the same one is told once, however many servers notice it. */
  key: string
  title: string
  text?: string
  /** A page of the project, below it. */
  path: string
  /** Whom it concerns; by itself everybody. */
  accountId?: number | null
}

/** Notes that something happened that somebody may want to be told; rules say who, when they are looked at. */
export const addEvent = (db: InTransaction, { projectId, kind, key, title, text = '', path, accountId = null }: NewEvent): Promise<void> =>
  run(
    db,
    `insert into notification_event (project_id, kind, key, title, text, path, account_id)
     values ($projectId, $kind, $key, $title, $text, $path, $accountId) on conflict (project_id, key, account_id) do nothing`,
    { projectId, kind, key, title, text, path, accountId },
  )
