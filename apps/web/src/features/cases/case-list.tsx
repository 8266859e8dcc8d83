import type { CaseRow } from '@bobbin/client'
import { useTable } from '@tanstack/react-table'
import { type ReactNode, useEffect, useMemo, useRef, useState } from 'react'
import { count } from '../../lib/format.js'
import { useWidths } from '../../lib/widths.js'
import { columnFeatures } from '../../ui/column-features.js'
import { ColumnHead } from '../../ui/column-head.js'
import { RowList, type RowListProps } from '../../ui/row-list.js'
import { CASES } from './area-tree.js'
import { type CaseColumn, COLUMNS, DEFINITIONS, fitting, FLEXIBLE, RIGHT } from './columns.js'

export type Line = { kind: 'area'; name: string; count: number } | { kind: 'case'; row: CaseRow }

export interface CaseListProps extends Pick<RowListProps<Line>, 'selected' | 'onSelect' | 'onPick'> {
  rows: CaseRow[]
  total: number
  columns: readonly CaseColumn[]
  picked: ReadonlySet<string>
  sort: string | undefined
  onSort: (sort: string | null) => void
}

type CaseTable = ReturnType<typeof useCaseTable>['table']

/** Columns of cases as a table: which there are, how wide they are, and what the list is sorted by. */
function useCaseTable({ rows, columns: wanted, sort, onSort }: Pick<CaseListProps, 'rows' | 'columns' | 'sort' | 'onSort'>, width: number) {
  const [widths, setWidths] = useWidths('cases')
  const columns = fitting(wanted, width, widths)
  const sorting = sort === undefined ? [] : [{ id: sort.replace(/^-/, ''), desc: sort.startsWith('-') }]
  const table = useTable({
    features: columnFeatures,
    columns: DEFINITIONS,
    data: rows,
    getRowId: (row) => row.key,
    manualSorting: true,
    enableMultiSort: false,
    sortDescFirst: false,
    columnResizeMode: 'onChange',
    // the title takes what is left: columns grow to the left
    columnResizeDirection: 'rtl',
    state: {
      columnVisibility: Object.fromEntries(COLUMNS.map(({ id }) => [id, columns.some((column) => column.id === id)])),
      columnSizing: widths,
      sorting,
    },
    onColumnSizingChange: setWidths,
    onSortingChange: (change) => {
      const [next] = typeof change === 'function' ? change(sorting) : change
      onSort(next ? `${next.desc ? '-' : ''}${next.id}` : null)
    },
  })
  const resize = (id: string, width: number | null) =>
    setWidths((before) => {
      const { [id]: _, ...others } = before
      return width === null ? others : { ...others, [id]: width }
    })
  return { table, resize }
}

/** Cases under the headings of their areas; sorted otherwise, in one row. */
export function CaseList({ rows, total, columns, picked, sort, onSort, ...list }: CaseListProps) {
  const [bench, width] = useWidth()
  const { table, resize } = useCaseTable({ rows, columns, sort, onSort }, width)
  const grouped = sort === undefined || sort === 'area'
  const lines = useMemo(() => layOut(rows, grouped), [rows, grouped])
  return (
    <div ref={bench} className="flex min-h-0 flex-1 flex-col">
      <Headings table={table} onResize={resize} />
      <RowList
        {...list}
        label={`Cases, ${total}`}
        items={lines}
        picked={picked}
        keyOf={(line) => (line.kind === 'case' ? line.row.key : null)}
        heightOf={(line) => (line.kind === 'area' ? 38 : 30)}
        dragged={(key) => {
          // a picked row takes the others along
          const keys = picked.has(key) ? [...picked] : [key]
          return CASES.item(keys, keys.length === 1 ? key : count(keys.length, 'case'))
        }}
        render={(line) => <LineView line={line} table={table} />}
      />
    </div>
  )
}

/** The width of an element as it is now, in pixels. */
function useWidth() {
  const element = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(Infinity)
  useEffect(() => {
    if (!element.current || typeof ResizeObserver === 'undefined') return
    const observer = new ResizeObserver(([entry]) => entry && setWidth(entry.contentRect.width))
    observer.observe(element.current)
    return () => observer.disconnect()
  }, [])
  return [element, width] as const
}

/** A heading before the first case of each area, with how many of them follow. */
export function layOut(rows: readonly CaseRow[], grouped: boolean): Line[] {
  if (!grouped) return rows.map((row) => ({ kind: 'case', row }))
  const lines: Line[] = []
  let heading = null as Extract<Line, { kind: 'area' }> | null
  for (const row of rows) {
    const name = row.area ?? 'No area'
    if (heading?.name !== name) lines.push((heading = { kind: 'area', name, count: 0 }))
    heading.count++
    lines.push({ kind: 'case', row })
  }
  return lines
}

function Headings({ table, onResize }: { table: CaseTable; onResize: (id: string, width: number | null) => void }) {
  return (
    <div className="flex h-[28px] shrink-0 items-center border-b border-hairline pl-[33px] text-soft">
      {table.getHeaderGroups()[0]?.headers.map((header) => {
        const { id, columnDef } = header.column
        const flexible = id === FLEXIBLE
        return (
          <div
            key={id}
            style={flexible ? undefined : { width: header.column.getSize() }}
            className={`relative flex min-w-0 items-center ${flexible ? 'flex-1' : 'shrink-0'} ${id === 'key' || flexible ? '' : 'px-2'} ${RIGHT.has(id) ? 'justify-end' : ''}`}
          >
            <ColumnHead header={header} name={String(columnDef.header)} backTo="area order" onResize={onResize} />
          </div>
        )
      })}
      <div className="w-3 shrink-0" />
    </div>
  )
}

function LineView({ line, table }: { line: Line; table: CaseTable }) {
  if (line.kind === 'area') {
    return (
      <div role="gridcell" className="flex min-w-0 gap-2 self-end px-[33px] pb-1.5">
        <h2 className="truncate text-sm text-soft">{line.name}</h2>
        <span className="text-soft">{line.count}</span>
      </div>
    )
  }
  const { row } = line
  return (
    <>
      {table
        .getRow(row.key)
        .getVisibleCells()
        .map((cell) => {
          const { id } = cell.column
          const flexible = id === FLEXIBLE
          const retired = flexible && row.state === 'retired'
          return (
            <div
              key={id}
              role="gridcell"
              title={flexible ? row.title : undefined}
              style={flexible ? undefined : { width: cell.column.getSize() }}
              className={`truncate ${flexible ? 'min-w-0 flex-1' : 'shrink-0'} ${id === 'key' ? 'font-mono text-dye' : flexible ? '' : 'px-2 text-soft'} ${
                RIGHT.has(id) ? 'text-right' : ''
              } ${retired ? 'text-soft line-through' : ''}`}
            >
              {cell.getValue() as ReactNode}
            </div>
          )
        })}
      <div className="w-3 shrink-0" />
    </>
  )
}
