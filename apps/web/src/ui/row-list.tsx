import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useId, useRef, type KeyboardEvent, type ReactNode } from 'react'

export interface RowListProps<T> {
  label: string
  items: readonly T[]
  /** The key of a row that can be selected; null for a heading. */
  keyOf: (item: T) => string | null
  selected: string | null
  onSelect: (key: string, how: 'move' | 'open') => void
  render: (item: T, selected: boolean) => ReactNode
  heightOf?: (item: T) => number
}

const ROW = 30

/** A dense list that stays fast at any length, moved through with the arrow keys or j and k, Home, End and the page keys. */
export function RowList<T>({ label, items, keyOf, selected, onSelect, render, heightOf = () => ROW }: RowListProps<T>) {
  const scroller = useRef<HTMLDivElement>(null)
  const id = useId()
  const virtualizer = useVirtualizer({
    count: items.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => heightOf(items[i] as T),
    getItemKey: (i) => keyOf(items[i] as T) ?? `heading-${i}`,
    overscan: 12,
    initialRect: { width: 600, height: 800 },
  })
  const at = selected === null ? -1 : items.findIndex((item) => keyOf(item) === selected)

  useEffect(() => {
    if (at >= 0) virtualizer.scrollToIndex(at, { align: 'auto' })
  }, [at, virtualizer])

  const move = (event: KeyboardEvent) => {
    const step = STEPS[event.key]
    if (step === undefined || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    const next = nextSelectable(items, keyOf, at, step)
    const key = next === null ? null : keyOf(items[next] as T)
    if (key !== null) onSelect(key, 'move')
  }

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={label}
      aria-rowcount={items.length}
      aria-activedescendant={at >= 0 ? `${id}-${at}` : undefined}
      tabIndex={0}
      onKeyDown={move}
      className="min-h-0 flex-1 overflow-y-auto outline-offset-[-2px]"
    >
      <div role="rowgroup" className="relative w-full" style={{ height: virtualizer.getTotalSize() }}>
        {virtualizer.getVirtualItems().map(({ index, start, size, key: rowKey }) => {
          const item = items[index] as T
          const key = keyOf(item)
          const isSelected = key !== null && key === selected
          return (
            <div
              key={rowKey}
              id={`${id}-${index}`}
              role="row"
              aria-rowindex={index + 1}
              aria-selected={key === null ? undefined : isSelected}
              onClick={key === null ? undefined : () => onSelect(key, 'open')}
              style={{ height: size, transform: `translateY(${start}px)` }}
              className={`absolute top-0 left-0 flex w-full items-center ${
                key === null
                  ? ''
                  : `cursor-pointer border-l-[3px] ${isSelected ? 'border-dye bg-dye-wash' : 'border-transparent hover:bg-surface'}`
              }`}
            >
              {render(item, isSelected)}
            </div>
          )
        })}
      </div>
    </div>
  )
}

const STEPS: Record<string, number> = {
  ArrowDown: 1,
  j: 1,
  ArrowUp: -1,
  k: -1,
  PageDown: 15,
  PageUp: -15,
  Home: -Infinity,
  End: Infinity,
}

/** The nearest row that can be selected, `step` rows on; headings are passed over. */
export function nextSelectable<T>(items: readonly T[], keyOf: (item: T) => string | null, at: number, step: number): number | null {
  const rows = items.flatMap((item, i) => (keyOf(item) === null ? [] : [i]))
  if (rows.length === 0) return null
  const now = rows.indexOf(at)
  const wanted =
    now < 0 ? (step > 0 && step !== Infinity ? 0 : step < 0 ? (step === -Infinity ? 0 : rows.length - 1) : rows.length - 1) : now + step
  return rows[Math.min(rows.length - 1, Math.max(0, wanted))] ?? null
}
