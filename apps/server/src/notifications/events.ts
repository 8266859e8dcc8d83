import type { NoticeKind } from '@bobbin/core'
import { type InTransaction, rowsOf, run } from '../platform/database.js'

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

/** Puts down what one rule asked for at this time, to go out at once. @returns false where it was put down already */
export async function addForRule(
  db: InTransaction,
  ruleId: number,
  { projectId, kind, key, title, text = '', path, accountId = null }: NewEvent,
): Promise<boolean> {
  const made = await rowsOf(
    db,
    `with event as (
       insert into notification_event (project_id, kind, key, title, text, path, account_id, routed_at)
       values ($projectId, $kind, $key, $title, $text, $path, $accountId, now()) on conflict (project_id, key, account_id) do nothing returning id
     ) insert into notification (project_id, rule_id, event_id, due_at) select $projectId, $ruleId, id, now() from event returning id`,
    { projectId, kind, key, title, text, path, accountId, ruleId },
  )
  return made.length > 0
}
