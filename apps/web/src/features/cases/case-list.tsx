import type { CaseRow } from '@bobbin/client'
import { ArrowDown, ArrowUp } from 'lucide-react'
import { useEffect, useMemo, useRef, useState } from 'react'
import { RowList, type RowListProps } from '../../ui/row-list.js'
import { DRAGGED_CASES } from './area-tree.js'
import { fitting, type CaseColumn } from './columns.js'

export type Line = { kind: 'area'; name: string; count: number } | { kind: 'case'; row: CaseRow }

export interface CaseListProps extends Pick<RowListProps<Line>, 'selected' | 'onSelect' | 'onPick'> {
  rows: CaseRow[]
  total: number
  columns: readonly CaseColumn[]
  picked: ReadonlySet<string>
  sort: string | undefined
  onSort: (sort: string | null) => void
}

/** Cases under the headings of their areas; sorted otherwise, in one row. */
export function CaseList({ rows, total, columns: wanted, picked, sort, onSort, ...list }: CaseListProps) {
  const [bench, width] = useWidth()
  const columns = fitting(wanted, width)
  const grouped = sort === undefined || sort === 'area'
  const lines = useMemo(() => layOut(rows, grouped), [rows, grouped])
  return (
    <div ref={bench} className="flex min-h-0 flex-1 flex-col">
      <Headings columns={columns} sort={sort} onSort={onSort} />
      <RowList
        {...list}
        label={`Cases, ${total}`}
        items={lines}
        picked={picked}
        keyOf={(line) => (line.kind === 'case' ? line.row.key : null)}
        heightOf={(line) => (line.kind === 'area' ? 38 : 30)}
        onDragStart={(key, event) => {
          // a picked row takes the others along
          event.dataTransfer.setData(DRAGGED_CASES, picked.has(key) ? [...picked].join(',') : key)
          event.dataTransfer.effectAllowed = 'move'
        }}
        render={(line) => <LineView line={line} columns={columns} />}
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

function Headings({ columns, sort, onSort }: Pick<CaseListProps, 'columns' | 'sort' | 'onSort'>) {
  const heading = (name: string, by: string | null) => <Heading name={name} by={by} sort={sort} onSort={onSort} />
  return (
    <div className="flex h-[28px] shrink-0 items-center border-b border-hairline pl-[33px] text-soft">
      <div className="w-[92px] shrink-0">{heading('Key', 'key')}</div>
      <div className="min-w-0 flex-1">{heading('Title', 'title')}</div>
      {columns.map((column) => (
        <div key={column.id} style={{ width: column.width }} className={`shrink-0 truncate px-2 ${column.right ? 'flex justify-end' : ''}`}>
          {heading(column.name, column.sort)}
        </div>
      ))}
      <div className="w-3 shrink-0" />
    </div>
  )
}

function Heading({
  name,
  by,
  sort,
  onSort,
}: {
  name: string
  by: string | null
  sort: string | undefined
  onSort: (sort: string | null) => void
}) {
  if (by === null) return <span>{name}</span>
  const [up, down] = [sort === by, sort === `-${by}`]
  return (
    <button
      type="button"
      title={down ? 'Sort by area order' : `Sort by ${name.toLowerCase()}`}
      aria-label={`${name}${up ? ', sorted ascending' : down ? ', sorted descending' : ''}`}
      onClick={() => onSort(up ? `-${by}` : down ? null : by)}
      className={`inline-flex items-center gap-1 hover:text-ink ${up || down ? 'font-semibold text-ink' : ''}`}
    >
      {name}
      {up && <ArrowUp size={11} aria-hidden="true" />}
      {down && <ArrowDown size={11} aria-hidden="true" />}
    </button>
  )
}

function LineView({ line, columns }: { line: Line; columns: readonly CaseColumn[] }) {
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
      <div role="gridcell" className="w-[92px] shrink-0 truncate font-mono text-dye">
        {row.key}
      </div>
      <div
        role="gridcell"
        className={`min-w-0 flex-1 truncate ${row.state === 'retired' ? 'text-soft line-through' : ''}`}
        title={row.title}
      >
        {row.title}
        {row.state === 'draft' && <span className="text-soft"> · draft</span>}
      </div>
      {columns.map((column) => (
        <div
          key={column.id}
          role="gridcell"
          style={{ width: column.width }}
          className={`shrink-0 truncate px-2 text-soft ${column.right ? 'text-right' : ''}`}
        >
          {column.cell(row)}
        </div>
      ))}
      <div className="w-3 shrink-0" />
    </>
  )
}
