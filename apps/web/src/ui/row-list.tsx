import { useVirtualizer } from '@tanstack/react-virtual'
import { Check } from 'lucide-react'
import { type ComponentProps, useEffect, useId, useRef, type KeyboardEvent, type MouseEvent, type ReactNode } from 'react'
import { Ahead } from '../lib/ahead.js'
import { type DragItem, type Take, useDragged, useDropPlace } from './drag.js'

export interface RowListProps<T> {
  label: string
  items: readonly T[]
  /** The key of a row that can be selected; null for a heading. */
  keyOf: (item: T) => string | null
  selected: string | null
  onSelect: (key: string, how: 'move' | 'open') => void
  render: (item: T, selected: boolean) => ReactNode
  heightOf?: (item: T) => number
  /** Rows that are picked for doing something with all of them; with `onPick` each row has a box. */
  picked?: ReadonlySet<string>
  onPick?: (keys: string[], on: boolean) => void
  /** What is dragged with a row; the list then stands in a DragArea. */
  dragged?: (key: string) => DragItem
  /** What a drop on a row does. */
  take?: (key: string) => Take
}

const ROW = 30

/**
 * A dense list that stays fast at any length, moved through with the arrow keys or j and k, Home, End and the page keys.
 * Where rows can be picked: x or the box, a range with Shift, all with Ctrl+A.
 */
export function RowList<T>(props: RowListProps<T>) {
  const { label, items, keyOf, selected, onSelect, render, heightOf = () => ROW, picked, onPick, dragged, take } = props
  const anchor = useRef<string | null>(null)
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
  const indexOf = (key: string | null) => (key === null ? -1 : items.findIndex((item) => keyOf(item) === key))
  const at = indexOf(selected)
  /** What is selected, or will be once it is drawn: keys may come faster than that. */
  const newest = useRef(selected)
  const ahead = useRef(new Ahead())
  useEffect(() => {
    if (ahead.current.isNewest(selected ?? '')) newest.current = selected
  }, [selected])
  const moveTo = (key: string) => {
    newest.current = key
    ahead.current.asked(key)
    onSelect(key, 'move')
  }

  useEffect(() => {
    if (at >= 0) virtualizer.scrollToIndex(at, { align: 'auto' })
  }, [at, virtualizer])

  /** Picks or drops everything from the row last picked to this one. */
  const pickTo = (key: string, on: boolean) => {
    const keys = items.map(keyOf)
    const from = anchor.current === null ? -1 : keys.indexOf(anchor.current)
    const to = keys.indexOf(key)
    const range = from < 0 ? [key] : keys.slice(Math.min(from, to), Math.max(from, to) + 1)
    onPick?.(
      range.filter((one) => one !== null),
      on,
    )
    anchor.current = key
  }
  const pick = (key: string, event: { shiftKey: boolean }) => {
    const on = !picked?.has(key)
    if (event.shiftKey) return pickTo(key, true)
    onPick?.([key], on)
    anchor.current = key
  }
  /** @returns whether the key was for picking */
  const pickByKey = (event: KeyboardEvent): boolean => {
    if (!onPick) return false
    const now = newest.current
    if (event.key === 'x' && now !== null && !event.ctrlKey && !event.metaKey) pick(now, event)
    else if (event.key === 'a' && (event.ctrlKey || event.metaKey))
      onPick(
        items.map(keyOf).filter((key) => key !== null),
        true,
      )
    else if (event.shiftKey && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) {
      if (now !== null) pickTo(now, true)
      const next = nextSelectable(items, keyOf, indexOf(now), event.key === 'ArrowDown' ? 1 : -1)
      const key = next === null ? null : keyOf(items[next] as T)
      if (key !== null) {
        pickTo(key, true)
        moveTo(key)
      }
    } else return false
    event.preventDefault()
    return true
  }

  const move = (event: KeyboardEvent) => {
    if (pickByKey(event)) return
    const step = STEPS[event.key]
    if (step === undefined || event.ctrlKey || event.metaKey || event.altKey) return
    event.preventDefault()
    const next = nextSelectable(items, keyOf, indexOf(newest.current), step)
    const key = next === null ? null : keyOf(items[next] as T)
    if (key !== null) moveTo(key)
  }

  return (
    <div
      ref={scroller}
      role="grid"
      aria-label={label}
      aria-rowcount={items.length}
      aria-multiselectable={onPick ? true : undefined}
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
          const row: ComponentProps<'div'> = {
            id: `${id}-${index}`,
            role: 'row',
            'aria-rowindex': index + 1,
            style: { height: size, transform: `translateY(${start}px)` },
            className: `absolute top-0 left-0 flex w-full items-center ${
              key === null
                ? ''
                : `cursor-pointer border-l-[3px] ${picked?.has(key) && !isSelected ? 'bg-dye-wash/60 ' : ''}${isSelected ? 'border-dye bg-dye-wash' : 'border-transparent hover:bg-surface'}`
            }`,
            children: (
              <>
                {key !== null && onPick && <PickBox picked={picked?.has(key) === true} onClick={(event) => pick(key, event)} />}
                {render(item, isSelected)}
              </>
            ),
            ...(key !== null && {
              'aria-selected': isSelected || picked?.has(key) === true,
              onClick: (event) => (event.shiftKey && onPick ? pick(key, event) : onSelect(key, 'open')),
            }),
          }
          return key !== null && dragged ? (
            <MovedRow key={rowKey} row={row} item={dragged(key)} take={take?.(key) ?? null} label={key} />
          ) : (
            <div key={rowKey} {...row} />
          )
        })}
      </div>
    </div>
  )
}

/** A row that can be dragged, and may be a place to drop on. */
function MovedRow({ row, item, take, label }: { row: ComponentProps<'div'>; item: DragItem; take: Take | null; label: string }) {
  const { setNode, onPointerDown, isDragging } = useDragged(item)
  const place = useDropPlace(label, take)
  return (
    <div
      {...row}
      ref={(element) => {
        setNode(element)
        place.setNode(element)
      }}
      onPointerDown={onPointerDown}
      className={`${row.className} ${isDragging ? 'opacity-50' : ''} ${place.isOver ? 'shadow-[inset_0_2px_var(--dye)]' : ''}`}
    />
  )
}

/** The box of a row; the row itself is what the keyboard moves, so that a list is one stop of the Tab key. */
function PickBox({ picked, onClick }: { picked: boolean; onClick: (event: MouseEvent) => void }) {
  return (
    <span
      role="gridcell"
      aria-label={picked ? 'selected' : 'not selected'}
      title="Pick (x)"
      onClick={(event) => {
        event.stopPropagation()
        onClick(event)
      }}
      className="group grid h-full w-[30px] shrink-0 place-items-center"
    >
      <span
        className={`grid size-[14px] place-items-center rounded-[3px] border ${picked ? 'border-dye bg-dye text-cloth' : 'border-soft/50 group-hover:border-dye'}`}
      >
        {picked && <Check size={11} strokeWidth={3} aria-hidden="true" />}
      </span>
    </span>
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
