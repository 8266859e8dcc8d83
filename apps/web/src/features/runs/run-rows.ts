import type { ResultRow, RunDetail } from '@bobbin/client'
import { CHANGES, isFailing, type Change, type Outcome } from '@bobbin/core'

/** A line of the run's page: a heading, a result, or the fold with what did not change. */
export type RunLine =
  | { kind: 'heading'; change: Change; count: number; note: string | null }
  | { kind: 'result'; row: ResultRow; thread: string }
  | { kind: 'fold'; count: number; open: boolean }

export interface RunFilter {
  /** Only this change. */
  show: Change | null
  /** Only results with this outcome. */
  outcome: Outcome | null
}

/** Lays out a run: changes in reading order, the unchanged folded at the end. */
export function layOutRun(detail: RunDetail, unchanged: Pick<RunDetail, 'rows' | 'threads'> | null, filter: RunFilter): RunLine[] {
  const threads = { ...unchanged?.threads.byScript, ...detail.threads.byScript }
  const line = (row: ResultRow): RunLine => ({ kind: 'result', row, thread: threads[row.script.id] ?? '' })
  const fits = (row: ResultRow) => (!filter.show || row.change === filter.show) && (!filter.outcome || row.outcome === filter.outcome)
  const lines: RunLine[] = []
  for (const change of CHANGES) {
    const rows = (change === 'unchanged' ? (unchanged?.rows ?? []) : detail.rows).filter((row) => row.change === change && fits(row))
    if (change === 'unchanged' && !filter.show && !filter.outcome)
      lines.push({ kind: 'fold', count: detail.changes.unchanged, open: unchanged !== null })
    else if (rows.length > 0) lines.push({ kind: 'heading', change, count: rows.length, note: noteOf(change, rows) })
    lines.push(...rows.map(line))
  }
  return lines
}

/** What the rows of one heading have in common. */
function noteOf(change: Change, rows: ResultRow[]): string | null {
  if (change !== 'newlyFailing' && change !== 'stillFailing') return null
  const failing = rows.filter((row) => row.outcome && isFailing(row.outcome))
  const causes = new Set(failing.map((row) => row.signatureId ?? `script ${row.script.id}`)).size
  if (failing.length < 2) return null
  return causes === 1 ? 'one cause' : `${causes} causes`
}
