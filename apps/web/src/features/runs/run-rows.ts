import type { ResultRow, RunDetail } from '@bobbin/client'
import { CHANGES, FOLDED_CHANGES, type FoldedChange, isFailing, rowOf, type Change, type Outcome } from '@bobbin/core'
import { formatNumber } from '../../lib/format.js'

/** A line of the run's page: a heading, a data-driven test with the rows that share its change, a result, or a fold with what did not change or is not in the run. */
export type RunLine =
  | { kind: 'heading'; change: Change; count: number; note: string | null }
  | { kind: 'test'; key: string; test: string; first: ResultRow; count: number; note: string | null; open: boolean }
  /** `values` are those of a row that stands below its test. */
  | { kind: 'result'; row: ResultRow; thread: string; values: string | null }
  | { kind: 'fold'; change: FoldedChange; count: number; open: boolean }

export interface RunFilter {
  /** Only this change. */
  show: Change | null
  /** Only results with this outcome. */
  outcome: Outcome | null
}

/** A test with more rows under one heading than these is folded until somebody opens it. */
const FEW_ROWS = 6

/**
 * Lays out a run: changes in reading order, then what is folded, rows of a data-driven test below it.
 * @param unfolded what somebody unfolded, once it is there
 * @param seen which tests somebody has opened or closed, by their keys, and the script that is looked at: its row is not folded away
 */
export function layOutRun(
  detail: RunDetail,
  unfolded: Partial<Record<FoldedChange, Pick<RunDetail, 'rows' | 'threads'> | null>>,
  filter: RunFilter,
  seen: { opened: ReadonlyMap<string, boolean>; script: number | null } = { opened: new Map(), script: null },
): RunLine[] {
  const threads = { ...unfolded.notInRun?.threads.byScript, ...unfolded.unchanged?.threads.byScript, ...detail.threads.byScript }
  const line = (row: ResultRow, values: string | null): RunLine => ({
    kind: 'result',
    row,
    thread: threads[row.script.id] ?? '',
    values,
  })
  const fits = (row: ResultRow) => (!filter.show || row.change === filter.show) && (!filter.outcome || row.outcome === filter.outcome)
  const linesOf = (change: Change, group: ResultRow[]): RunLine[] => {
    const [first] = group
    const own = first && group.length > 1 ? partsOf(first) : null
    if (!first || !own) return group.map((row) => line(row, null))
    // by the test, not by its first row: while a run is live another may come to stand before it
    const key = `${change} ${own.key}`
    const few = group.length <= FEW_ROWS && !isFolded(change)
    const open = seen.opened.get(key) ?? (few || group.some((row) => row.script.id === seen.script))
    const head: RunLine = { kind: 'test', key, test: own.test, first, count: group.length, note: noteOf(change, group), open }
    return open ? [head, ...group.map((row) => line(row, partsOf(row)?.values ?? null))] : [head]
  }
  const lines: RunLine[] = []
  for (const change of CHANGES) {
    const rows = (isFolded(change) ? (unfolded[change]?.rows ?? []) : detail.rows).filter((row) => row.change === change && fits(row))
    // that nothing is unchanged is worth a line; that nothing is missing is not
    if (isFolded(change) && !filter.show && !filter.outcome) {
      if (change === 'unchanged' || detail.changes[change] > 0)
        lines.push({ kind: 'fold', change, count: detail.changes[change], open: Boolean(unfolded[change]) })
    } else if (rows.length > 0) lines.push({ kind: 'heading', change, count: rows.length, note: noteOf(change, rows) })
    for (const group of byTest(rows)) lines.push(...linesOf(change, group))
  }
  return lines
}

const isFolded = (change: Change): change is FoldedChange => FOLDED_CHANGES.some((folded) => folded === change)

/** How many results stand in lines, those that a test folds away among them. */
export const resultsIn = (lines: readonly RunLine[]): number =>
  lines.reduce((sum, line) => sum + (line.kind === 'result' ? 1 : line.kind === 'test' && !line.open ? line.count : 0), 0)

/** A row of a data-driven test: what its test is told apart by, and its values. */
interface Parts {
  key: string
  test: string
  values: string
}

/** Lists are laid out anew with every key that is pressed; names are taken apart once. */
const parts = new WeakMap<ResultRow, Parts | null>()

function partsOf(row: ResultRow): Parts | null {
  let known = parts.get(row)
  if (known === undefined) {
    const { name, classname, suites, file, profile } = row.script
    const own = rowOf(name)
    known = own && { key: JSON.stringify([own.test, classname, suites, file, profile]), test: own.test, values: own.row }
    parts.set(row, known)
  }
  return known
}

/** Rows of one data-driven test together, where the first of them stands. */
function byTest(rows: readonly ResultRow[]): ResultRow[][] {
  const groups: ResultRow[][] = []
  const known = new Map<string, ResultRow[]>()
  for (const row of rows) {
    const own = partsOf(row)
    const group = own && known.get(own.key)
    if (group) {
      group.push(row)
      continue
    }
    const begun = [row]
    groups.push(begun)
    if (own) known.set(own.key, begun)
  }
  return groups
}

/** What the rows of one heading have in common: causes are counted where all are sure, and nothing is said where each says its own. */
function noteOf(change: Change, rows: readonly ResultRow[]): string | null {
  if (change !== 'newlyFailing' && change !== 'stillFailing') return null
  const failing = rows.filter((row) => row.outcome && isFailing(row.outcome))
  if (failing.length < 2) return null
  const groups = new Map<number | string, number>()
  for (const row of failing) {
    const group = row.signatureId ?? `script ${row.script.id}`
    groups.set(group, (groups.get(group) ?? 0) + 1)
  }
  const sure = failing.every((row) => row.oneCause)
  if (groups.size === 1) return sure ? 'one cause' : 'all alike'
  if (sure) return `${formatNumber(groups.size)} causes`
  const most = Math.max(...groups.values())
  return most > 1 ? `${formatNumber(most)} of them alike` : null
}
