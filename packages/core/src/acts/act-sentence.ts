import { ACTS, type ActKind } from './acts.js'

/** What became of one subject: null before where it was made, null after where it is gone. Only fields that differ are named. */
export interface ActChange {
  kind: string
  id: number
  name: string
  before: Record<string, unknown> | null
  after: Record<string, unknown> | null
}

/** A field of a change, in words. */
export interface FieldChange {
  field: string
  from: string
  to: string
}

/**
 * What an act did, as a clause that follows who did it.
 * @param subjects how many subjects of the kind it is about
 * @example actClause('case.changed', 'FERRY-101 Axle limit', 1) // 'changed FERRY-101 Axle limit'
 * @example actClause('case.deleted', '', 12) // 'deleted 12 cases'
 */
export function actClause(kind: ActKind, subject: string, subjects: number): string {
  const { one, many } = ACTS[kind] as { one: string; many?: string }
  return subjects > 1 && many !== undefined ? many.replace('#', String(subjects)) : one.replace('#', subject)
}

/** Fields that say nothing to a reader: numbers that other fields follow. */
const SILENT = new Set(['version', 'position', 'next_at', 'deleted_at', 'revoked_at', 'withdrawn_at', 'accepted_at', 'created_by'])

const FIELDS: Record<string, string> = {
  area_id: 'area',
  parent_id: 'parent area',
  owner_id: 'owner',
  estimate_s: 'estimate (seconds)',
  runs_after: 'cases it runs after',
  intent: 'automation',
  unknown_tests: 'unknown tests',
  one_script_per_key: 'one script for a key',
  keep_details_days: 'days details are kept',
  keep_acts_days: 'days the audit log is kept',
  default_branch: 'default branch',
  source_folders: 'source folders',
  source_hosts: 'source hosts',
  stop_asked_at: 'stop requested',
  server_admin: 'server administrator',
  makes_projects: 'may create projects',
}

const MOST_SHOWN = 200

/** What differs between before and after, field by field, in words. A subject that was made or is gone has none. */
export function fieldChanges({ before, after }: Pick<ActChange, 'before' | 'after'>): FieldChange[] {
  if (!before || !after) return []
  return [...new Set([...Object.keys(before), ...Object.keys(after)])]
    .filter((field) => !SILENT.has(field))
    .map((field) => ({ field: FIELDS[field] ?? field.replaceAll('_', ' '), from: wordOf(before[field]), to: wordOf(after[field]) }))
}

function wordOf(value: unknown): string {
  if (value === null || value === undefined || value === '') return 'none'
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  if (typeof value === 'number') return String(value)
  if (typeof value === 'string') return shortened(value)
  if (!Array.isArray(value)) return shortened(JSON.stringify(value))
  if (value.length === 0) return 'none'
  if (value.every((one) => typeof one === 'string' || typeof one === 'number')) return shortened(value.join(', '))
  return value.length === 1 ? '1 entry' : `${value.length} entries`
}

const shortened = (text: string): string => (text.length > MOST_SHOWN ? `${text.slice(0, MOST_SHOWN)}…` : text)
