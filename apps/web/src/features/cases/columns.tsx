import type { CaseRow } from '@bobbin/client'
import { writeEstimate } from '@bobbin/core'
import { createColumnHelper } from '@tanstack/react-table'
import type { ReactNode } from 'react'
import { count } from '../../lib/format.js'
import { Time } from '../../ui/time.js'
import type { ColumnFeatures } from '../../ui/column-features.js'
import { intentWords } from './case-address.js'

export interface CaseColumn {
  id: string
  name: string
  /** Pixels. */
  width: number
  /** What the list is sorted by when its heading is pressed. */
  sort: string | null
  right?: boolean
  cell: (row: CaseRow) => ReactNode
}

/** What a list of cases can show besides key and title, in this order. */
export const COLUMNS: readonly CaseColumn[] = [
  { id: 'area', name: 'Area', width: 190, sort: 'area', cell: (row) => row.area },
  { id: 'tags', name: 'Tags', width: 136, sort: null, cell: (row) => row.tags.join(', ') },
  { id: 'owner', name: 'Owner', width: 110, sort: 'owner', cell: (row) => row.owner ?? 'nobody' },
  { id: 'state', name: 'State', width: 76, sort: 'state', cell: (row) => row.state },
  { id: 'intent', name: 'Automation', width: 118, sort: 'intent', cell: (row) => intentWords(row.intent) },
  { id: 'estimate', name: 'By hand', width: 86, sort: 'estimate', right: true, cell: (row) => writeEstimate(row.estimateS) },
  { id: 'updated', name: 'Changed', width: 132, sort: 'updated', cell: (row) => <Time iso={row.updatedAt} /> },
  {
    id: 'priority',
    name: 'Prio',
    width: 48,
    sort: 'priority',
    cell: (row) => <span title={`Priority ${row.priority} of 4`}>P{row.priority}</span>,
  },
  {
    id: 'scripts',
    name: 'Scripts',
    width: 84,
    sort: 'scripts',
    right: true,
    cell: (row) =>
      row.scripts > 0 ? (
        count(row.scripts, 'script')
      ) : row.intent === 'byHand' || row.intent === 'never' ? (
        '–'
      ) : (
        <span className="text-errored">no script</span>
      ),
  },
]

const helper = createColumnHelper<ColumnFeatures, CaseRow>()

/** Takes what the others leave. */
export const FLEXIBLE = 'title'
export const RIGHT: ReadonlySet<string> = new Set(COLUMNS.filter(({ right }) => right).map(({ id }) => id))

/** Key and title, which are always there, and the columns above; what a column shows is its value. */
export const DEFINITIONS = helper.columns([
  helper.accessor((row): ReactNode => row.key, { id: 'key', header: 'Key', size: 92, enableResizing: false, enableHiding: false }),
  helper.accessor(
    (row): ReactNode => (
      <>
        {row.title}
        {row.state === 'draft' && <span className="text-soft"> · draft</span>}
      </>
    ),
    { id: FLEXIBLE, header: 'Title', enableResizing: false, enableHiding: false },
  ),
  ...COLUMNS.map(({ id, name, width, sort, cell }) =>
    helper.accessor(cell, { id, header: name, size: width, minSize: 40, maxSize: 600, enableSorting: sort !== null }),
  ),
])

/** What key and title need, in pixels. */
const LEAST = 33 + 92 + 260
/** What goes first when there is too little room. */
const DROPPED_FIRST = ['area', 'updated', 'estimate', 'owner', 'intent', 'tags', 'state', 'priority', 'scripts']

/** As many of the columns as leave the title room to be read. */
export function fitting(
  columns: readonly CaseColumn[],
  width: number,
  widths: Readonly<Record<string, number>> = {},
): readonly CaseColumn[] {
  let shown = columns
  for (const id of DROPPED_FIRST) {
    if (LEAST + shown.reduce((sum, column) => sum + (widths[column.id] ?? column.width), 0) <= width) break
    shown = shown.filter((column) => column.id !== id)
  }
  return shown
}

const USUAL = ['tags', 'priority', 'scripts']

/** The columns that the address names, or the usual ones. */
export function readColumns(text: string | null): readonly CaseColumn[] {
  const wanted = text === null ? USUAL : text.split(',')
  return COLUMNS.filter((column) => wanted.includes(column.id))
}

/** The address with one column switched; null for the usual ones. */
export function withColumn(shown: readonly CaseColumn[], id: string): string | null {
  const ids = shown.map((column) => column.id)
  const next = ids.includes(id)
    ? ids.filter((one) => one !== id)
    : COLUMNS.map((column) => column.id).filter((one) => one === id || ids.includes(one))
  return next.join(',') === USUAL.join(',') ? null : next.join(',') || 'none'
}
