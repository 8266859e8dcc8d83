import type { Header, RowData } from '@tanstack/react-table'
import { ArrowDown, ArrowUp } from 'lucide-react'
import type { KeyboardEvent } from 'react'
import type { ColumnFeatures } from './column-features.js'

const STEP = 10
const LEAST = 40
const MOST = 600

export interface ColumnHeadProps<T extends RowData> {
  header: Header<ColumnFeatures, T, unknown>
  name: string
  /** What pressing it does when it is sorted downwards: the list goes back to an order of its own. */
  backTo: string
  onResize: (id: string, width: number | null) => void
}

/** The heading of a column: pressed it sorts; its left edge is dragged, or moved by the arrow keys, to make it wider; twice clicked it is as before. */
export function ColumnHead<T extends RowData>({ header, name, backTo, onResize }: ColumnHeadProps<T>) {
  const { column } = header
  const sorted = column.getIsSorted()
  const resize = (event: KeyboardEvent) => {
    const by = { ArrowLeft: STEP, ArrowRight: -STEP }[event.key]
    if (by === undefined) return
    event.preventDefault()
    event.stopPropagation()
    onResize(column.id, Math.min(MOST, Math.max(LEAST, column.getSize() + by)))
  }
  return (
    <>
      {column.getCanSort() ? (
        <button
          type="button"
          title={sorted === 'desc' ? `Sort by ${backTo}` : `Sort by ${name.toLowerCase()}`}
          aria-label={`${name}${sorted === 'asc' ? ', sorted ascending' : sorted === 'desc' ? ', sorted descending' : ''}`}
          onClick={(event) => column.getToggleSortingHandler()?.(event)}
          className={`inline-flex min-w-0 items-center gap-1 hover:text-ink ${sorted ? 'font-semibold text-ink' : ''}`}
        >
          <span className="truncate">{name}</span>
          {sorted === 'asc' && <ArrowUp size={11} className="shrink-0" aria-hidden="true" />}
          {sorted === 'desc' && <ArrowDown size={11} className="shrink-0" aria-hidden="true" />}
        </button>
      ) : (
        <span className="truncate">{name}</span>
      )}
      {column.getCanResize() && (
        <div
          role="separator"
          tabIndex={0}
          aria-orientation="vertical"
          aria-label={`Width of ${name}`}
          aria-valuenow={column.getSize()}
          aria-valuemin={LEAST}
          aria-valuemax={MOST}
          onMouseDown={header.getResizeHandler()}
          onTouchStart={header.getResizeHandler()}
          onDoubleClick={() => onResize(column.id, null)}
          onKeyDown={resize}
          className={`absolute inset-y-1 left-0 w-[7px] -translate-x-1/2 cursor-col-resize rounded-sm hover:bg-hairline focus-visible:bg-hairline ${
            column.getIsResizing() ? 'bg-dye' : ''
          }`}
        />
      )}
    </>
  )
}
